import { SPEED_OF_INDEX, type Chassis, type Part, type Tyre } from '../../model/index.ts';
import { attempt, say } from '../../units/index.ts';
import { readTyreCode } from './tyre.ts';

/** One thing that a tyre and its wheel must meet on this car. */
export interface RoomFact {
  readonly what: 'arch width' | 'travel' | 'brakes' | 'bolts' | 'offset' | 'speed index';
  /** Undefined where nobody has measured it. */
  readonly fits: boolean | undefined;
  readonly because: string;
}

/** Whether arch, travel, brakes, bolts and offset leave room for a tyre, and its speed index stands for the top speed. */
export function tyreRoom(
  tyre: Pick<Tyre, 'code' | 'speedIndex' | 'wheel'>,
  room: Chassis['wheelRoom'],
  topSpeedKph: number | undefined,
  /** The least rim over brakes that were bought, inches: it stands in place of the one over the car’s own. */
  boughtLeastRimIn?: number,
): RoomFact[] {
  const facts: RoomFact[] = [];
  const read = attempt(() => readTyreCode(tyre.code));
  if (!read.ok) return [];
  const size = read.value;
  if (room) {
    const wide = size.sectionWidthMm;
    const fitted = (value: number, limit: { value: number; plusMinus?: number }) => value <= limit.value;
    facts.push({
      what: 'arch width',
      fits: fitted(wide, room.widestMm),
      because: `tyre width ${say(wide, 'lengthMm')}, maximum ${say(room.widestMm.value, 'lengthMm')} in wheel arch`,
    });
    facts.push({
      what: 'travel',
      fits: fitted(size.freeDiameterMm, room.largestDiameterMm),
      because: `tyre diameter ${say(size.freeDiameterMm, 'lengthMm')}, maximum ${say(room.largestDiameterMm.value, 'lengthMm')} at full bump`,
    });
    if (tyre.wheel) {
      facts.push({
        what: 'bolts',
        fits: tyre.wheel.bolts === room.bolts,
        because: `wheel ${tyre.wheel.bolts}, hub ${room.bolts}`,
      });
      facts.push({
        what: 'offset',
        fits: tyre.wheel.offsetMm >= room.offsetFromMm && tyre.wheel.offsetMm <= room.offsetToMm,
        because: `offset ET ${tyre.wheel.offsetMm}, ET ${room.offsetFromMm} to ${room.offsetToMm} has room`,
      });
    }
  }
  const leastRimIn = boughtLeastRimIn ?? room?.leastRimIn;
  if (leastRimIn !== undefined)
    facts.push({
      what: 'brakes',
      fits: size.rimIn >= leastRimIn,
      because: `${size.rimIn} inch rim, the ${boughtLeastRimIn === undefined ? '' : 'bought '}brakes need ${leastRimIn}`,
    });
  if (tyre.speedIndex) {
    const allows = SPEED_OF_INDEX[tyre.speedIndex];
    facts.push({
      what: 'speed index',
      fits: topSpeedKph === undefined ? undefined : allows >= topSpeedKph,
      because:
        topSpeedKph === undefined
          ? `${tyre.speedIndex} is rated for ${say(allows, 'speedKph')}; top speed unknown`
          : `speed rating ${tyre.speedIndex} = ${say(allows, 'speedKph')}, top speed ${say(topSpeedKph, 'speedKph')}`,
    });
  }
  return facts;
}

/** The least rim over the brakes that a candidate brings, inches; undefined where it keeps the car’s own. */
export function boughtLeastRim(parts: readonly Part[]): number | undefined {
  const rims = parts.flatMap((p) => p.brakes?.leastRimIn ?? []);
  return rims.length > 0 ? Math.max(...rims) : undefined;
}
