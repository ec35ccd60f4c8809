/** A4, upright. */
export const A4 = { widthMm: 210, heightMm: 297 } as const;
/** Letters of the small face, mm wide on average: what is longer than its column is cut and ends in dots. */
const LETTER_MM = 1.32;

/** Words as far as there is room for them, mm. */
export const cut = (words: string, mm: number): string => {
  const most = Math.floor(mm / LETTER_MM);
  return words.length <= most ? words : `${words.slice(0, Math.max(1, most - 1))}…`;
};
