import type { Pixel, Ruler, TracedHole } from '@sable/core/questions/plates';
import { throughThree } from '@sable/core/questions/plates';

/** Of which of the two faces the holes are: that of a bellhousing is photographed from the other side. */
export type FaceOf = 'block' | 'bellhousing';

/** What a press on the picture means. */
export const MARKS = ['ruler', 'across', 'axis', 'level', 'hole'] as const;
export type Mark = (typeof MARKS)[number];
/** A middle is pressed itself, or found from three points of the rim. */
export type Found = 'middle' | 'rim';

/** All that is pressed on a picture so far. */
export interface Pressed {
  readonly ruler?: readonly [Pixel, Pixel];
  readonly across?: readonly [Pixel, Pixel];
  readonly axis?: Pixel;
  readonly level?: readonly [Pixel, Pixel];
  readonly holes: readonly TracedHole[];
  /** Points of what is being marked. */
  readonly open: readonly Pixel[];
  readonly mark: Mark;
}

export const NOTHING_PRESSED: Pressed = { holes: [], open: [], mark: 'ruler' };

/** How many presses a mark takes. */
export const pressesOf = (mark: Mark, found: Found): number =>
  mark === 'ruler' || mark === 'across' || mark === 'level' ? 2 : found === 'rim' ? 3 : 1;

/** The first number that no hole has yet. */
function nextId(holes: readonly TracedHole[]): string {
  let n = 1;
  while (holes.some((h) => h.id === `${n}`)) n++;
  return `${n}`;
}

/**
 * What is pressed, with one press more; the mark that is asked for next follows by itself.
 * @throws InputError where three points of a rim lie on a line.
 */
export function press(
  was: Pressed,
  at: Pixel,
  {
    found,
    diameterMm,
    dowel,
  }: { readonly found: Found; readonly diameterMm: number | undefined; readonly dowel: boolean },
): Pressed {
  const open = [...was.open, at];
  const { mark } = was;
  if (open.length < pressesOf(mark, found)) return { ...was, open };
  const done = { ...was, open: [] };
  switch (mark) {
    case 'ruler':
      return { ...done, ruler: [open[0]!, open[1]!], mark: was.axis ? 'hole' : 'axis' };
    case 'across':
      return { ...done, across: [open[0]!, open[1]!], mark: was.axis ? 'hole' : 'axis' };
    case 'level':
      return { ...done, level: [open[0]!, open[1]!], mark: was.axis ? 'hole' : 'axis' };
    case 'axis':
      return { ...done, axis: found === 'rim' ? circle(open).at : at, mark: 'hole' };
    case 'hole': {
      const round = found === 'rim' ? circle(open) : { at };
      const hole: TracedHole = {
        id: nextId(was.holes),
        ...round,
        ...(found === 'middle' && diameterMm !== undefined ? { diameterMm } : {}),
        ...(dowel ? { dowel } : {}),
      };
      return { ...done, holes: [...was.holes, hole] };
    }
  }
}

const circle = (open: readonly Pixel[]) => throughThree([open[0]!, open[1]!, open[2]!]);

/** The rulers that are pressed, each with its length. */
export const rulersOf = (
  { ruler, across }: Pressed,
  lengthMm: number | undefined,
  acrossMm: number | undefined,
): Ruler[] => [
  ...(ruler ? [{ from: ruler[0], to: ruler[1], lengthMm: lengthMm ?? 0 }] : []),
  ...(across ? [{ from: across[0], to: across[1], lengthMm: acrossMm ?? 0 }] : []),
];
