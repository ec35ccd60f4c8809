/**
 * Run in the page: units of the other system that stand behind a figure, in a heading, beside a field, in what is said to
 * those who don’t see, in a placeholder. `typed` are names and words that people or the library wrote: those stay as they are.
 *
 * Written alike on both sides of the ocean, so looked for in neither: rpm, s, h, V, A, °, %, dB(A), Hz; g of acceleration
 * and of a balance; cc of a burette; inches of a wheel and what a tyre is called; AWG and mm² of a wire beside each other.
 * Cams are compared at 0.050 in (1.27 mm) of lift, ports at 7 kPa (28 inH₂O): both are said each time. What says both has
 * `data-both-units`.
 */
export function otherUnits({ system, typed }: { system: 'us' | 'metric'; typed: readonly string[] }): string[] {
  const METRIC = String.raw`(mm|cm|km/h|km|kg|N·m|N/mm|kN|N|kW|kPa|bar|°C|m/s²|m/s|m³/h|m²|m|L/100 km|L/h|L/s|L/min|L|l|kg/s|kg/min|kW/t|kg·m²|cm²|cc/min)`;
  const US = String.raw`(in(?=$|[.,;:)×]| [×±])|mph|miles|mi|ft/s²|ft/s|ft²|ft|lb·ft²|lb-ft|lb/in|lb/min|lb/h|lbf|lb|hp/ton|hp|psi|°F|gal/h|gal|cu in|cfm|oz|qt|inHg|mpg)`;
  const word = `${system === 'us' ? METRIC : US}(?![\\p{L}\\d²³·/])`;
  const behind = new RegExp(String.raw`[\d½¼¾][\s\u00A0]?${word}`, 'u');
  const alone = new RegExp(String.raw`^${word}$|[,(]\s?${word}\)?$`, 'u');
  const BOTH = /0\.050 in \(1\.27 mm\)|7 kPa \(28 inH₂O\)|Wheel size: \d+ in|[\d.]+ mm² \(\d+ AWG\)/g;
  const found = new Set<string>();
  const own = [...typed].sort((a, b) => b.length - a.length);
  const look = (text: string, where: string) => {
    let plain = text.replaceAll(BOTH, ' ');
    for (const name of own) plain = plain.replaceAll(name, ' ');
    plain = plain.trim();
    // “in” and “m” are words and names too where they stand alone.
    const hit = behind.exec(plain) ?? (/^(in|m|l|N)$/.test(plain) && where !== 'adornment' ? null : alone.exec(plain));
    if (hit) found.add(`${where}: ${plain.slice(Math.max(0, hit.index - 40), hit.index + 40)}`);
  };
  const shown = (el: Element): boolean =>
    el.checkVisibility({ checkVisibilityCSS: true, checkOpacity: true }) &&
    !el.closest('[data-both-units], [data-figure="inch"]');
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const parent = node.parentElement;
    if (parent && !/^(SCRIPT|STYLE|TEXTAREA)$/.test(parent.tagName) && shown(parent))
      look(
        node.textContent ?? '',
        parent.closest('.MuiInputAdornment-root') ? 'adornment' : parent.tagName.toLowerCase(),
      );
  }
  const SAID = ['placeholder', 'aria-label', 'title', 'aria-valuetext'];
  for (const el of document.querySelectorAll(SAID.map((a) => `[${a}]`).join(',')))
    if (shown(el)) for (const name of SAID) look(el.getAttribute(name) ?? '', name);
  return [...found];
}
