/**
 * Run in the page after a key was pressed, so that the browser shows focus: stops of the Tab key on which it can’t be seen
 * by the computed style of what is focused or of the field around it, and stops without a name.
 */
export async function focusUnseen(): Promise<string[]> {
  const found = new Set<string>();
  const STOPS =
    'a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex^="-"]), [role="combobox"], [contenteditable="true"]';
  const around = (el: Element): Element[] =>
    [
      el,
      el.parentElement,
      el.closest('.MuiInputBase-root'),
      el.closest('.MuiInputBase-root')?.querySelector('fieldset'),
      // What is drawn shows it by a part of itself.
      ...(el instanceof SVGElement ? el.querySelectorAll('*') : []),
    ].filter((e): e is Element => e instanceof Element);
  const ringOf = (el: Element): string =>
    around(el)
      .map((e) => {
        const s = getComputedStyle(e);
        const outline =
          s.outlineStyle === 'none' || parseFloat(s.outlineWidth) < 2 ? '' : `${s.outlineWidth} ${s.outlineColor}`;
        return [
          outline,
          s.boxShadow,
          s.borderTopWidth,
          s.borderTopColor,
          s.backgroundColor,
          s.strokeWidth,
          s.stroke,
          s.display,
        ].join(' ');
      })
      .join('|');
  const nameOf = (el: Element): string => {
    const by = el.getAttribute('aria-labelledby');
    const labels = (el as HTMLInputElement).labels;
    return [
      el.getAttribute('aria-label'),
      ...(by ?? '').split(' ').map((id) => document.getElementById(id)?.textContent),
      ...[...(labels ?? [])].map((l) => l.textContent),
      el.getAttribute('title'),
      /^(INPUT|SELECT|TEXTAREA)$/.test(el.tagName) ? '' : el.textContent,
    ]
      .join('')
      .trim();
  };
  for (const el of document.querySelectorAll<HTMLElement>(STOPS)) {
    if (el.tabIndex < 0 || el.hasAttribute('disabled') || el.closest('[aria-hidden="true"]')) continue;
    // Where the page is held behind a dialog, these hand the focus on to its first and last stop.
    if (el.dataset['testid']?.startsWith('sentinel')) continue;
    if (!el.checkVisibility({ checkVisibilityCSS: true })) continue;
    const words = `${el.tagName.toLowerCase()} “${nameOf(el).slice(0, 40)}”`;
    if (nameOf(el) === '') found.add(`no name: ${el.outerHTML.slice(0, 120)}`);
    (document.activeElement as HTMLElement | null)?.blur();
    // A field of MUI shows it a moment later, and shows a moment longer that it had it.
    await new Promise((then) => setTimeout(then));
    const before = ringOf(el);
    el.focus({ preventScroll: true });
    if (document.activeElement !== el) continue;
    await new Promise((then) => setTimeout(then));
    if (ringOf(el) === before) found.add(`no ring: ${words}`);
  }
  (document.activeElement as HTMLElement | null)?.blur();
  return [...found];
}
