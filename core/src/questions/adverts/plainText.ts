/** A text in small letters without accents, of the same length, so that a place in it is a place in what was typed. */
export interface Plain {
  readonly text: string;
  /** The place in the original of a place in the plain text. */
  readonly back: (at: readonly [number, number]) => [number, number];
}

const LIKE: Readonly<Record<string, string>> = {
  ß: 's',
  '’': "'",
  '‘': "'",
  '–': '-',
  '—': '-',
  '\u00a0': ' ',
  '\u202f': ' ',
};

export function plainText(original: string): Plain {
  // Letter by letter: an accent that is a letter of its own is left out, and the places are kept.
  let text = '';
  const places: number[] = [];
  let at = 0;
  for (const letter of original) {
    const plain = (LIKE[letter] ?? letter.normalize('NFD').replaceAll(/\p{M}/gu, '')).toLowerCase();
    for (const unit of plain) {
      text += unit;
      for (let i = 0; i < unit.length; i++) places.push(at);
    }
    at += letter.length;
  }
  places.push(original.length);
  return { text, back: ([from, to]) => [places[from] ?? 0, to <= from ? (places[from] ?? 0) : places[to]!] };
}
