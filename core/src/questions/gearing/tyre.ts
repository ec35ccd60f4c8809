import type { Subject } from '../../model/index.ts';
import { InputError, madeFrom, MM_PER_IN, type Evidence, type Figure } from '../../units/index.ts';

export interface TyreSize {
  readonly sectionWidthMm: number;
  readonly rimIn: number;
  readonly freeDiameterMm: number;
  readonly construction: 'radial' | 'cross-ply';
  /** Published when the code itself says the diameter, estimated where an aspect had to be assumed. */
  readonly evidence: Evidence;
  /** One standard deviation of the free diameter, mm. */
  readonly plusMinusMm: number;
}

/** What may stand behind a size: plies, load index (of one tyre and of twins) with speed symbol, and that it is strengthened. */
const TAIL = String.raw`(?:\s+\d{1,2}\s*PR)?(?:\s+\(?\d{2,3}(?:/\d{2,3})?\s*[A-Z]\d?\)?)?(?:\s+(?:XL|RF|REINF|EXTRA LOAD))?`;
const codeOf = (size: string): RegExp => new RegExp(`^${size}${TAIL}$`);
const METRIC = codeOf(String.raw`(?:P|LT)?(\d{3})/(\d{2,3})\s*[SHVZTQUW]?([RDB-])F?\s*(\d{2}(?:\.\d)?)(?:C|LT)?`);
const NO_ASPECT = codeOf(String.raw`(\d{3})\s*[SHVTQ]?(R|-)\s*(\d{2})(?:C|LT)?`);
const FLOTATION = codeOf(
  String.raw`(\d{2}(?:\.\d{1,2})?)\s*X\s*(\d{1,2}(?:\.\d{1,2})?)\s*(R|-|B|D)\s*(\d{1,2}(?:\.\d)?)(?:LT)?`,
);
const NUMERIC = codeOf(String.raw`(\d{1,2}\.\d{1,2})\s*(?:(R)|[-SHB])\s*(\d{2})(?:C|LT)?`);
/** On a rim with a 15° seat: its diameter has a half, its width none. */
const TRUCK = codeOf(String.raw`(\d{1,2})\s*(?:(R)|-)\s*(\d{2}\.5)`);

/** Section height as a share of width where the code carries no aspect (80 to 82 % for radials by convention). */
const RADIAL_ASPECT = 0.81;
const CROSS_PLY_ASPECT = 0.97;
const TRUCK_ASPECT = 0.87;

/** Doubt of a diameter from a size in inches alone: tables of light trucks, whose tyres are wider than a car’s, stand higher. */
const INCH_DOUBT_MM = 12;
const WIDEST_CAR_MM = 165.1;
const WIDE_DOUBT = 0.1;

const ALLOWED = 'Allowed are codes such as 185/65R15, 165R13, 6.50-16, 31x10.50R15 or 11R22.5.';

/**
 * Reads a tyre size code: metric with aspect (ISO 4000-1), radial without, numeric (inches), flotation (karts’ too) and truck.
 * @throws InputError on anything else, or on a size no road wheel has.
 */
export function readTyreCode(code: string): TyreSize {
  const text = code.trim().toUpperCase().replaceAll('×', 'X');
  let m = METRIC.exec(text);
  if (m) {
    const width = Number(m[1]);
    const aspect = Number(m[2]);
    if (aspect < 20 || aspect > 110) throw bad(code, `an aspect of ${aspect} % is not a road tyre's`);
    return size(
      code,
      width,
      Number(m[4]),
      Number(m[4]) * MM_PER_IN + (2 * width * aspect) / 100,
      m[3] === 'R' ? 'radial' : 'cross-ply',
      'published',
      3,
    );
  }
  m = NO_ASPECT.exec(text);
  if (m) {
    const width = Number(m[1]);
    const radial = m[2] === 'R';
    const rim = Number(m[3]);
    return size(
      code,
      width,
      rim,
      rim * MM_PER_IN + 2 * width * (radial ? RADIAL_ASPECT : CROSS_PLY_ASPECT),
      radial ? 'radial' : 'cross-ply',
      'estimated',
      3.5,
    );
  }
  m = FLOTATION.exec(text);
  if (m)
    return size(
      code,
      Number(m[2]) * MM_PER_IN,
      Number(m[4]),
      Number(m[1]) * MM_PER_IN,
      m[3] === 'R' ? 'radial' : 'cross-ply',
      'published',
      4,
    );
  m = NUMERIC.exec(text);
  if (m) {
    const width = Number(m[1]) * MM_PER_IN;
    const rim = Number(m[3]);
    return size(
      code,
      width,
      rim,
      rim * MM_PER_IN + 2 * width * CROSS_PLY_ASPECT,
      m[2] === 'R' ? 'radial' : 'cross-ply',
      'estimated',
      INCH_DOUBT_MM + WIDE_DOUBT * Math.max(0, width - WIDEST_CAR_MM),
    );
  }
  m = TRUCK.exec(text);
  if (m) {
    const width = Number(m[1]) * MM_PER_IN;
    const rim = Number(m[3]);
    return size(
      code,
      width,
      rim,
      rim * MM_PER_IN + 2 * width * TRUCK_ASPECT,
      m[2] === 'R' ? 'radial' : 'cross-ply',
      'estimated',
      12,
    );
  }
  throw bad(code, 'wrong format');
}

function bad(code: string, why: string): InputError {
  return new InputError('/tyreCode', `Tyres: “${code}” can’t be read: ${why}. ${ALLOWED}`);
}

function size(
  code: string,
  sectionWidthMm: number,
  rimIn: number,
  freeDiameterMm: number,
  construction: TyreSize['construction'],
  evidence: Evidence,
  plusMinusMm: number,
): TyreSize {
  if (rimIn < 4 || rimIn > 30) throw bad(code, `a rim of ${rimIn} inches is no wheel's`);
  if (sectionWidthMm < 80 || sectionWidthMm > 460)
    throw bad(code, `a width of ${Math.round(sectionWidthMm)} mm is not a road tyre's`);
  if (freeDiameterMm <= rimIn * MM_PER_IN) throw bad(code, 'the tyre would be smaller than its rim');
  return { sectionWidthMm, rimIn, freeDiameterMm, construction, evidence, plusMinusMm };
}

/** Rolling radius as a share of the free radius. */
export const ROLLING_FACTOR = { radial: 0.97, 'cross-ply': 0.95 } as const;

export interface RollingRadius {
  readonly rollingRadiusMm: number;
  readonly plusMinusMm: number;
  readonly evidence: Evidence;
}

/** Rolling radius from the code, or from a measured rolling circumference, which overrides it. mm. */
export function rollingRadius(code: string, measuredCircumferenceMm?: number, rollingFactor?: number): RollingRadius {
  const tyre = readTyreCode(code);
  if (measuredCircumferenceMm !== undefined) {
    if (!(measuredCircumferenceMm > 0))
      throw new InputError(
        '/measuredRollingCircumferenceMm',
        `Rolling circumference must be above 0 mm; it is ${measuredCircumferenceMm}.`,
      );
    const r = measuredCircumferenceMm / (2 * Math.PI);
    return { rollingRadiusMm: r, plusMinusMm: r * 0.005, evidence: 'measured' };
  }
  const factor = rollingFactor ?? ROLLING_FACTOR[tyre.construction];
  const r = (factor * tyre.freeDiameterMm) / 2;
  return {
    rollingRadiusMm: r,
    plusMinusMm: Math.hypot((factor * tyre.plusMinusMm) / 2, r * 0.01),
    evidence: tyre.evidence,
  };
}

/** The candidate's tyre: its rolling radius, mm, and the rim it sits on, inches. @throws InputError on a code that can't be read. */
export function tyreOf({ candidate, tyre }: Subject): { readonly rollingRadius: Figure; readonly rimIn: number } {
  const r = rollingRadius(candidate.tyreCode, tyre?.measuredCircumferenceMm?.value);
  return {
    rollingRadius: madeFrom(
      { value: r.rollingRadiusMm, plusMinus: r.plusMinusMm, evidence: r.evidence },
      tyre?.measuredCircumferenceMm ?? tyre ?? candidate,
    ),
    rimIn: readTyreCode(candidate.tyreCode).rimIn,
  };
}
