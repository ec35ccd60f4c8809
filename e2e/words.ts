/**
 * Run in the page: what it shows, says to whoever hears it or holds in its fields that is a word of programs and none of the
 * trade: “NaN”, “undefined”, “null”, “Infinity”, “[object Object]” or a name such as `engineTopMm`. Each with what stands around it.
 */
export const programWords = (): string[] => {
  const said = [document.title, document.body.innerText];
  for (const e of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
    for (const name of ['aria-label', 'title', 'placeholder', 'alt']) said.push(e.getAttribute(name) ?? '');
  for (const e of document.querySelectorAll('input:not([aria-hidden="true"]), textarea'))
    said.push((e as HTMLInputElement).value);
  for (const e of document.querySelectorAll('svg text, svg title, svg desc')) said.push(e.textContent ?? '');
  const word = /\b(?:NaN|undefined|null|Infinity|[a-z]{2,}[A-Z][a-zA-Z]+)\b|\[object/g;
  return said.flatMap((text) =>
    [...text.matchAll(word)].map((m) => text.slice(Math.max(0, m.index - 40), m.index + 60).replaceAll('\n', ' ')),
  );
};
