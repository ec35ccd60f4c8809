import {
  bracketWords,
  designOf,
  METALS,
  SAFETY,
  type BracketDesign,
  type BracketFigures,
  type CutPiece,
  type FlatPiece,
} from '../../questions/brackets/index.ts';
import { MissingInput, type Chassis, type Subject } from '../../model/index.ts';
import { caseWords, mountInUse, type MountFigures } from '../../questions/mounts/index.ts';
import { systemOf, formatNumber, formatQuantity, type Units } from '../../units/index.ts';
import { drawing } from './drawing.ts';
import { checkLine, PAPER } from './paper.ts';
import { EDGE, type Sheet, type SheetHead } from './sheet.ts';
import type { Flat } from './views.ts';

/** Below the pieces: check line, cutting list, head. */
const FOOT_MM = 56;
/** Around each piece, for its figures. */
const AROUND_MM = 13;

const bounds = ({ outlineMm }: FlatPiece) => {
  const x = outlineMm.map((p) => p[0]);
  const y = outlineMm.map((p) => p[1]);
  return { x0: Math.min(...x), x1: Math.max(...x), y0: Math.min(...y), y1: Math.max(...y) };
};

/** Where each piece goes on a sheet, row by row, corner of the metal; undefined where they do not all fit. */
function shelved(
  boxes: readonly ReturnType<typeof bounds>[],
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): Flat[] | undefined {
  const places: Flat[] = [];
  let [x, y, row] = [EDGE, EDGE, 0];
  for (const b of boxes) {
    const [w, h] = [b.x1 - b.x0 + 2 * AROUND_MM, b.y1 - b.y0 + 2 * AROUND_MM];
    if (x > EDGE && x + w > widthMm - EDGE) [x, y, row] = [EDGE, y + row, 0];
    if (x + w > widthMm - EDGE || y + h > heightMm - EDGE - FOOT_MM) return undefined;
    places.push([x + AROUND_MM, y + AROUND_MM]);
    x += w;
    row = Math.max(row, h);
  }
  return places;
}

/** What is judged of a bracket, to be written beside it. */
export interface BracketJudged {
  readonly mount: MountFigures | undefined;
  readonly bracket: BracketFigures | undefined;
}

/**
 * The pieces of a made bracket at their true size, with holes, slots and fold lines, a line of 100 mm to check the print by, and
 * what to cut. x of the paper is along the bracket from the boss on, seen from outside.
 * @throws MissingInput, InputError where it can't be drawn.
 */
export function bracketSheet(
  subject: Subject & { readonly chassis: Chassis },
  mountId: string,
  judged: BracketJudged,
  units: Units,
  head: SheetHead,
): Sheet {
  const { candidate } = subject;
  const index = (candidate.mounts ?? []).findIndex((m) => m.id === mountId);
  const fitted = candidate.mounts?.[index];
  if (fitted?.bracket?.from !== 'made') throw new MissingInput(`/candidates/${candidate.id}/mounts/${index}/bracket`);
  const design = designOf(subject, mountInUse(subject, fitted), fitted.bracket);
  const boxes = design.pieces.map(bounds);
  const paper = PAPER.find((p) => shelved(boxes, p)) ?? PAPER[PAPER.length - 1]!;
  const places = shelved(boxes, paper) ?? boxes.map((): Flat => [EDGE + AROUND_MM, EDGE + AROUND_MM]);
  const d = drawing(units);
  const { widthMm, heightMm } = paper;
  d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
  design.pieces.forEach((piece, i) => {
    const b = boxes[i]!;
    const [x, y] = places[i]!;
    drawPiece(d, piece, design, (p) => [x + p[0] - b.x0, y + b.y1 - p[1]], b);
  });
  const foot = heightMm - EDGE - FOOT_MM;
  checkLine(d, [EDGE + 5, foot + 8]);
  cuttingList(d, design, judged, [EDGE + 5, foot + 17]);
  const w = 128;
  const [x, top] = [widthMm - EDGE - w, heightMm - EDGE - 30];
  d.box(x, top, w, 30);
  const title = `${head.buildName}, ${candidate.letter}: bracket of the ${fitted.name}`;
  d.text([x + 3, top + 6], title, { heightMm: 3.4 });
  d.text(
    [x + 3, top + 11],
    `${plainWords(fitted.bracket, units)}; ${design.made.tube ? 'welded' : design.plate!.welded ? 'cut and welded' : `folded, inside radius ${d.mm(design.plate!.insideRadiusMm)} ${d.unit}`}`,
  );
  d.text([x + 3, top + 16], 'Seen from outside, the boss behind it. No approval: a weld that carries');
  d.text([x + 3, top + 20], 'requires a licensed fabricator and inspection. Verify at mock-up.');
  d.text([x + 3, top + 26], `1:1 on ${paper.name}`, { heightMm: 3.4 });
  d.text([x + w - 3, top + 26], [`lengths in ${d.unit}`, head.date].filter(Boolean).join(', '), { anchor: 'end' });
  return { widthMm, heightMm, scale: 1, title, marks: d.marks };
}

/** A stock in words without tokens. */
function plainWords(made: Parameters<typeof bracketWords>[0], units: Units): string {
  const mm = (v: number) =>
    formatQuantity(v, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'us' ? 2 : 1 });
  return made.tube
    ? `${made.metal} tube ${mm(made.tube.outerDiameterMm)} × ${mm(made.tube.wallMm)}, plates ${mm(made.thicknessMm)}`
    : `${made.metal} plate ${mm(made.thicknessMm)}`;
}

function drawPiece(
  d: ReturnType<typeof drawing>,
  piece: FlatPiece,
  design: BracketDesign,
  on: (p: readonly [number, number]) => Flat,
  b: ReturnType<typeof bounds>,
): void {
  d.line('cut', piece.outlineMm.map(on), { closed: true });
  for (const h of piece.holes) {
    const at = on(h.at);
    d.marks.push({ kind: 'hole', layer: 'cut', at, diameterMm: h.diameterMm, slotMm: h.slotMm });
    const arm = h.diameterMm / 2 + 2;
    d.line('datum', [
      [at[0] - arm - h.slotMm / 2, at[1]],
      [at[0] + arm + h.slotMm / 2, at[1]],
    ]);
    d.line('datum', [
      [at[0], at[1] - arm],
      [at[0], at[1] + arm],
    ]);
    d.text(
      [at[0], at[1] - arm - 0.8],
      `ø ${d.mm(h.diameterMm)}${h.slotMm > 0 ? `, slot ${d.mm(h.diameterMm + h.slotMm)}` : ''}`,
      { anchor: 'middle', layer: 'dimensions' },
    );
  }
  for (const f of piece.folds) {
    d.line('fold', [on([f.xMm, f.fromYMm]), on([f.xMm, f.toYMm])], { dashed: true });
    const at = on([f.xMm, f.fromYMm]);
    d.text([at[0], at[1] + 3.4], `fold ${f.degrees > 0 ? 'up' : 'down'} ${Math.abs(f.degrees).toFixed(1)}°`, {
      anchor: 'middle',
      layer: 'fold',
    });
  }
  const foot = design.tube?.plates.find((p) => p.name === piece.name)?.foot;
  if (foot) {
    const at = on(foot.at);
    d.marks.push({ kind: 'hole', layer: 'fold', at, diameterMm: foot.diameterMm, slotMm: 0 });
    d.text([at[0], at[1] + 1], `tube ø ${d.mm(foot.diameterMm)}`, { anchor: 'middle', layer: 'fold' });
  }
  const [left, right] = [on([b.x0, b.y0]), on([b.x1, b.y0])];
  d.dimension([left[0], left[1] + 8], [right[0], right[1] + 8], d.mm(b.x1 - b.x0));
  const [low, up] = [on([b.x1, b.y0]), on([b.x1, b.y1])];
  d.dimension([low[0] + 5, up[1]], [low[0] + 5, low[1]], d.mm(b.y1 - b.y0));
  const first = piece.holes[0];
  const last = piece.holes[piece.holes.length - 1];
  if (first && last && Math.abs(last.at[0] - first.at[0]) > 5) {
    const y = on([0, b.y1])[1] - 5;
    d.dimension([on(first.at)[0], y], [on(last.at)[0], y], d.mm(last.at[0] - first.at[0]));
  }
  d.text([left[0], on([0, b.y1])[1] - 7.5], piece.name, { heightMm: 3 });
}

function cuttingList(d: ReturnType<typeof drawing>, design: BracketDesign, judged: BracketJudged, at: Flat): void {
  const { made, cut, massKg } = design;
  const [x] = at;
  let y = at[1];
  d.text([x, y], 'Cut', { heightMm: 3.2 });
  for (const piece of cut) {
    y += 4.6;
    d.text([x, y], cutWords(piece, d));
  }
  y += 5.4;
  const kg = `${formatQuantity(massKg, 'massKg', d.units, { digits: 2 })} without welds`;
  d.text([x, y], kg);
  const worst = judged.mount?.worst;
  if (worst && judged.bracket?.usedPct !== undefined) {
    const { yieldMpa } = METALS[made.metal];
    y += 4.6;
    const force = formatQuantity(worst.loadN, 'forceN', d.units, { digits: 0 });
    const lever = `${d.mm(judged.bracket.leverMm)} ${d.unit}`;
    d.text(
      [x, y],
      `Calculated for ${force} in ${caseWords(worst.case)} at ${lever}, ${SAFETY} times below the yield of ${yieldMpa} N/mm²: ${formatNumber(judged.bracket.usedPct, 'percent', d.units, { digits: 0 })} % used.`,
    );
  }
}

function cutWords(
  { name, stock, lengthMm, widthMm, thicknessMm, cutDeg }: CutPiece,
  d: ReturnType<typeof drawing>,
): string {
  if (stock === 'plate') return `1 × ${name}: plate ${d.mm(thicknessMm)}, ${d.mm(lengthMm)} × ${d.mm(widthMm)}`;
  const ends = (cutDeg ?? [undefined, undefined]).map((a) =>
    a === undefined ? 'square, along its plate' : `${a.toFixed(1)}°`,
  );
  return `1 × tube ø ${d.mm(widthMm)} × ${d.mm(thicknessMm)}, ${d.mm(lengthMm)} on its axis; ends from square: ${ends.join(' and ')}`;
}
