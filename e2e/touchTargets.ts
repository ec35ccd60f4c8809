/** Controls smaller than a fingertip, px, with what they are; runs in the page. Links within sentences and points of a drawing are exempt, as the rule has it. */
export function smallTargets(least: number): string[] {
  const found: string[] = [];
  const SEEN =
    'button, a[href], select, summary, input, [role="button"], [role="combobox"], [role="tab"], [role="menuitem"]';
  for (const el of document.querySelectorAll<HTMLElement>(SEEN)) {
    if (!el.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true })) continue;
    // What is put away until the keyboard comes to it is not touched.
    if (el.getBoundingClientRect().bottom <= 0) continue;
    if (el.closest('svg') || el.hasAttribute('disabled') || el.getAttribute('aria-hidden') === 'true') continue;
    // A field or a box is as large as what it stands in, which is touched all the same.
    const field = el.closest('.MuiInputBase-root, label, .MuiFormControlLabel-root') ?? el;
    const { width, height } = field.getBoundingClientRect();
    if (width === 0 || height === 0) continue;
    const inSentence =
      el.tagName === 'A' &&
      getComputedStyle(el).display === 'inline' &&
      (el.parentElement?.textContent ?? '').trim() !== (el.textContent ?? '').trim();
    if (inSentence) continue;
    if (height < least - 0.5 || width < least - 0.5)
      found.push(
        `${el.tagName.toLowerCase()} “${(el.getAttribute('aria-label') ?? el.textContent ?? el.getAttribute('name') ?? '').trim().slice(0, 30)}” ${Math.round(width)}×${Math.round(height)}`,
      );
  }
  return [...new Set(found)];
}
