import type { State } from '@sable/core';
import type { Evidence } from '@sable/core/units';
import css from './marks.module.css';

/** Two faces and the gap between them, on whole pixels: well apart, a slit, overlapping, or one face not known. */
export function StateMark({ state, label = true, colour }: { state: State; label?: boolean; colour?: string }) {
  const fill = colour ?? `var(--${state})`;
  return (
    <svg
      className={css['mark']}
      viewBox="0 0 14 14"
      {...(label ? { role: 'img', 'aria-label': state } : { 'aria-hidden': true })}
    >
      {label && <title>{state}</title>}
      {SHAPES[state].map(([x, y, w, h, over]) => (
        <rect key={`${x} ${y} ${w}`} x={x} y={y} width={w} height={h} fill={over ? 'var(--panel)' : fill} />
      ))}
    </svg>
  );
}

type Rect = readonly [x: number, y: number, w: number, h: number, over?: boolean];
const SHAPES: Readonly<Record<State, readonly Rect[]>> = {
  clear: [
    [1, 1, 12, 3],
    [1, 10, 12, 3],
  ],
  tight: [
    [1, 2, 12, 4],
    [1, 8, 12, 4],
  ],
  blocked: [
    [1, 3, 9, 5],
    [4, 6, 9, 5],
    [4, 6, 6, 2, true],
  ],
  unknown: [
    [1, 1, 12, 3],
    [1, 10, 3, 3],
    [6, 10, 3, 3],
    [11, 10, 2, 3],
  ],
};

/** Where a figure comes from: filled square measured, open published, dotted claimed, tilde estimated. */
export function EvidenceMark({ evidence }: { evidence: Evidence }) {
  return (
    <svg className={css['ev']} viewBox="0 0 8 8" role="img" aria-label={evidence}>
      <title>{evidence}</title>
      {evidence === 'measured' && <rect x=".5" y=".5" width="7" height="7" fill="currentColor" />}
      {evidence === 'published' && <rect x="1" y="1" width="6" height="6" fill="none" stroke="currentColor" />}
      {evidence === 'claimed' && (
        <rect x="1" y="1" width="6" height="6" fill="none" stroke="currentColor" strokeDasharray="1.5 1.2" />
      )}
      {evidence === 'estimated' && (
        <path d="M.5 5.2C2 2 3.4 3 4 4s2 1.8 3.5-1.2" fill="none" stroke="currentColor" strokeWidth="1.2" />
      )}
    </svg>
  );
}

const LETTERS = ['a', 'b', 'c', 'd', 'e', 'f'] as const;
/** Line patterns of the candidates: colour is never alone. */
const DASHES = ['', '', '9 4', '2 4', '9 3 2 3', '5 4'] as const;

const indexOfLetter = (letter: string) => (letter.charCodeAt(0) - 65) % LETTERS.length;
export const candidateColour = (letter: string) => `var(--c-${LETTERS[indexOfLetter(letter)]})`;
export const candidateDash = (letter: string) => DASHES[indexOfLetter(letter)]!;
export const candidateWidth = (letter: string) => (indexOfLetter(letter) === 1 ? 3 : 2);

export function LetterTag({ letter }: { letter: string }) {
  return (
    <span className={css['letter']} style={{ ['--cc' as string]: candidateColour(letter) }}>
      {letter}
    </span>
  );
}
