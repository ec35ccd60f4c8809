import { formatNumber, formatQuantity, unitOf, toDisplay, type Quantity, type Units } from '../units/index.ts';
import type { Ranked } from '../solvers/ratioSweep/index.ts';
import { sheetText } from './tableSheet.ts';
import type { RunAnswer } from '../assess/index.ts';

const number = (v: number | undefined, digits: number) => (v === undefined ? '' : String(Number(v.toFixed(digits))));

/** Ranked gearings as a table, one a row, in the reader's units. */
export function combosCsv(ranked: readonly Ranked[], units: Units, currency: string): string {
  const speed = unitOf('speedKph', units);
  return sheetText(
    [
      [
        'Rank',
        'Gearbox',
        'Gear pairs',
        'Final drive',
        'Tyre',
        'Cruise (rpm)',
        'Hill start (%)',
        `0 to ${formatQuantity(100, 'speedKph', units)} (s)`,
        `${formatNumber(80, 'speedKph', units)} to ${formatQuantity(120, 'speedKph', units)} (s)`,
        'in gear',
        `Top speed (${speed})`,
        'Gearbox safety factor',
        `Price (${currency})`,
        'Score',
        'Requirements not met',
      ],
      ...ranked.map((r) => [
        String(r.rank),
        r.gearboxId,
        r.pairIds.join(' '),
        number(r.finalDrive, 3),
        r.tyreCode,
        number(r.cruiseRpm, 0),
        number(r.hillPct, 1),
        number(r.zeroTo100S, 2),
        number(r.pullS, 2),
        r.pullGear === undefined ? '' : String(r.pullGear),
        number(r.topSpeedKph && toDisplay(r.topSpeedKph, 'speedKph', units), 0),
        number(r.boxMargin, 2),
        number(r.price, 0),
        number(r.score, 3),
        r.misses.join(' '),
      ]),
    ],
    units.decimal,
  );
}

/** The trace of a run as a table, one moment a row, in the reader's units. */
export function traceCsv(run: Pick<RunAnswer, 'trace'>, units: Units): string {
  const in_ = (title: string, quantity: Quantity) => `${title} (${unitOf(quantity, units)})`;
  return sheetText(
    [
      [
        'Time (s)',
        in_('Speed', 'speedKph'),
        in_('Distance', 'distanceM'),
        'Engine (rpm)',
        'Gear',
        'Tractive force (N)',
        'Grip limit (N)',
        'Road load (N)',
        'Clutch slip (rpm)',
      ],
      ...run.trace.map((p) => [
        number(p.timeS, 3),
        number(toDisplay(p.speedKph, 'speedKph', units), 2),
        number(toDisplay(p.distanceM, 'distanceM', units), 2),
        number(p.rpm, 0),
        String(p.gear),
        number(p.thrustN, 0),
        number(p.gripN, 0),
        number(p.resistanceN, 0),
        number(p.slipRpm, 0),
      ]),
    ],
    units.decimal,
  );
}
