import type { PairClearance } from '@sable/core/questions/fit';
import { viewOf, type Flat, type View } from '@sable/core/formats/drawing';
import { overlap, type Frame, type Span } from '../../pieces/labels.ts';

export interface GapBox {
  readonly gap: PairClearance;
  readonly from: Flat;
  readonly to: Flat;
  /** Middle of the boxed figure. */
  readonly at: Flat;
  readonly text: string;
}

const inside = (f: Frame, p: Flat) => p[0] > f.x && p[0] < f.x + f.w && p[1] > f.y && p[1] < f.y + f.h;

/** Boxed figures on leaders for the gaps of one view, none on another and none out of the frame. `px` is mm a pixel. */
export function gapBoxes(
  view: View,
  gaps: readonly PairClearance[],
  frame: Frame,
  px: number,
  names: readonly Span[],
  word: (g: PairClearance) => string,
): GapBox[] {
  const taken: Span[] = [];
  return gaps.flatMap((gap): GapBox[] => {
    if (viewOf(gap.witnessPart, gap.witnessObstacle) !== view) return [];
    const from = view.flat(...gap.witnessPart);
    const to = view.flat(...gap.witnessObstacle);
    const mid: Flat = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    if (!inside(frame, mid)) return [];
    const text = word(gap);
    const half = { w: (text.length * 7 + 12) * 0.5 * px, h: 11 * px };
    for (const overNames of [false, true]) {
      for (const reach of [38, 58, 84, 116]) {
        for (let i = 0; i < 12; i++) {
          // Up and aside first: below a gap the drawing is fullest.
          const angle = ((i % 2 === 0 ? -1 : 1) * Math.ceil(i / 2) * Math.PI) / 6 - Math.PI / 2 - 0.6;
          const at: Flat = [mid[0] + Math.cos(angle) * reach * 1.25 * px, mid[1] + Math.sin(angle) * reach * px];
          const span = { x0: at[0] - half.w, x1: at[0] + half.w, y0: at[1] - half.h, y1: at[1] + half.h };
          const fits =
            span.x0 > frame.x + 4 * px &&
            span.x1 < frame.x + frame.w - 4 * px &&
            span.y0 > frame.y + 22 * px &&
            span.y1 < frame.y + frame.h - 4 * px;
          if (!fits || taken.some((t) => overlap(span, t))) continue;
          if (!overNames && names.some((t) => overlap(span, t))) continue;
          taken.push(span);
          return [{ gap, from, to, at, text }];
        }
      }
    }
    return [];
  });
}
