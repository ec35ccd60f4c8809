import { polygonHull } from 'd3-polygon';
import type { AdapterPlate, Candidate } from '../../model/index.ts';
import { turnedBy } from '../../questions/plates/index.ts';
import type { Units } from '../../units/index.ts';
import { drawing } from './drawing.ts';
import { EDGE, type Sheet, type SheetHead } from './sheet.ts';
import { checkLine, PAPER } from './paper.ts';
import type { Flat } from './views.ts';

/** Metal around the outermost holes, from their edge, mm. */
const RIM_MM = 12;
const FOOT_MM = 40;

/** The outline around all holes of both patterns, with so much metal outside each. */
export function plateOutline(plate: AdapterPlate): Flat[] {
  const round = [
    ...plate.engineHoles.map((h) => ({ at: [h.uMm, h.vMm] as Flat, r: h.diameterMm / 2 + RIM_MM })),
    ...plate.gearboxHoles.map((h) => ({
      at: [...turnedBy(h, plate.clockingDeg)] as Flat,
      r: h.diameterMm / 2 + RIM_MM,
    })),
  ];
  const points = round.flatMap(({ at, r }) =>
    Array.from({ length: 36 }, (_, i): Flat => [
      at[0] + r * Math.cos((i * Math.PI) / 18),
      at[1] + r * Math.sin((i * Math.PI) / 18),
    ]),
  );
  return points.length < 3 ? points : (polygonHull(points) ?? points);
}

/** An adapter plate at its true size, seen from the gearbox: holes of block and bellhousing, the shaft axis, a line to check the print by. */
export function plateSheet(
  plate: AdapterPlate,
  { letter }: Pick<Candidate, 'letter'>,
  units: Units,
  head: SheetHead,
): Sheet {
  const d = drawing(units);
  const outline = plateOutline(plate);
  const x = [...outline.map((p) => p[0]), 0];
  const y = [...outline.map((p) => p[1]), 0];
  const [x0, x1, y0, y1] = [Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)];
  const paper =
    PAPER.find((p) => x1 - x0 + 40 <= p.widthMm - 2 * EDGE && y1 - y0 + 34 <= p.heightMm - 2 * EDGE - FOOT_MM) ??
    PAPER[PAPER.length - 1]!;
  const { widthMm, heightMm } = paper;
  const on = ([u, v]: readonly [number, number]): Flat => [EDGE + 20 + u - x0, EDGE + 18 + y1 - v];
  d.box(EDGE, EDGE, widthMm - 2 * EDGE, heightMm - 2 * EDGE);
  d.line('cut', outline.map(on), { closed: true });
  const hole = (
    id: string,
    at: readonly [number, number],
    diameterMm: number,
    layer: 'cut' | 'powertrain',
    dowel: boolean,
  ) => {
    const p = on(at);
    d.marks.push({ kind: 'hole', layer, at: p, diameterMm, slotMm: 0 });
    const arm = diameterMm / 2 + 2;
    d.line('datum', [
      [p[0] - arm, p[1]],
      [p[0] + arm, p[1]],
    ]);
    d.line('datum', [
      [p[0], p[1] - arm],
      [p[0], p[1] + arm],
    ]);
    d.text([p[0], p[1] - arm - 0.6], `${id} ø ${d.mm(diameterMm)}${dowel ? ' dowel' : ''}`, {
      anchor: 'middle',
      heightMm: 2.2,
    });
  };
  for (const h of plate.engineHoles) hole(h.id, [h.uMm, h.vMm], h.diameterMm, 'cut', h.dowel === true);
  for (const h of plate.gearboxHoles)
    hole(h.id, turnedBy(h, plate.clockingDeg), h.diameterMm, 'powertrain', h.dowel === true);
  const axis = on([0, 0]);
  d.line('datum', [
    [axis[0] - 12, axis[1]],
    [axis[0] + 12, axis[1]],
  ]);
  d.line('datum', [
    [axis[0], axis[1] - 12],
    [axis[0], axis[1] + 12],
  ]);
  d.text([axis[0] + 3, axis[1] - 3], 'shaft axis', { layer: 'dimensions' });
  const foot = heightMm - EDGE - FOOT_MM;
  checkLine(d, [EDGE + 5, foot + 12]);
  d.text(
    [EDGE + 5, foot + 22],
    `Holes of the block on layer CUT, of the bellhousing on POWERTRAIN, turned ${plate.clockingDeg.toFixed(2)}° against the clock.`,
  );
  d.text([EDGE + 5, foot + 27], 'Bore for crank and clutch, and the starter, are not drawn: add what yours need.');
  const w = 118;
  const [left, top] = [widthMm - EDGE - w, heightMm - EDGE - 26];
  d.box(left, top, w, 26);
  const title = `${head.buildName}, ${letter}: adapter plate`;
  d.text([left + 3, top + 6], title, { heightMm: 3.4 });
  d.text(
    [left + 3, top + 11],
    `${plate.thicknessMm === undefined ? 'thickness not stated' : `${d.mm(plate.thicknessMm)} ${d.unit} thick`}; seen from the gearbox`,
  );
  d.text([left + 3, top + 16], 'Dowel it from the parts themselves. Verify at mock-up.');
  d.text([left + 3, top + 22], `1:1 on ${paper.name}`, { heightMm: 3.4 });
  d.text([left + w - 3, top + 22], [`lengths in ${d.unit}`, head.date].filter(Boolean).join(', '), { anchor: 'end' });
  return { widthMm, heightMm, scale: 1, title, marks: d.marks };
}
