import { ofEngine, type Engine } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';

const areaCm2 = (boreMm: number) => (Math.PI / 4) * (boreMm / 10) ** 2;

/** Swept volume of all cylinders, cm³, from bore and stroke in mm. */
export function displacementCc(boreMm: number, strokeMm: number, cylinders: number): number {
  return areaCm2(boreMm) * (strokeMm / 10) * cylinders;
}

/** Displacement of an engine, cm³. @throws MissingInput where bore, stroke or cylinders are not entered. */
export const displacementOf = (engine: Engine): number =>
  displacementCc(ofEngine(engine, 'boreMm').value, ofEngine(engine, 'strokeMm').value, ofEngine(engine, 'cylinders'));

/** The same, cm³; undefined where it can’t be told. */
export const knownDisplacement = ({ boreMm, strokeMm, cylinders }: Engine): number | undefined =>
  boreMm && strokeMm && cylinders !== undefined ? displacementCc(boreMm.value, strokeMm.value, cylinders) : undefined;

export interface Chamber {
  readonly boreMm: number;
  readonly strokeMm: number;
  readonly chamberCc: number;
  readonly gasketBoreMm: number;
  readonly gasketThicknessMm: number;
  /** Positive where the piston stays below the deck. */
  readonly deckClearanceMm: number;
  /** Dish positive, dome negative. */
  readonly pistonDishCc: number;
}

/** Volume above the piston at top dead centre, cm³: chamber, gasket, deck and dish or dome. */
export function clearanceCc(c: Chamber): number {
  const volume =
    c.chamberCc +
    areaCm2(c.gasketBoreMm) * (c.gasketThicknessMm / 10) +
    areaCm2(c.boreMm) * (c.deckClearanceMm / 10) +
    c.pistonDishCc;
  if (!(volume > 0)) {
    throw new InputError(
      '/pistonDishCc',
      `Clearance volume ${volume.toFixed(1)} cc is not possible. Check piston dish (dome negative) and chamber volume.`,
    );
  }
  return volume;
}

/** Static compression ratio: (swept volume of one cylinder + clearance) / clearance. Heywood, eq. 2.1. */
export function staticCompression(c: Chamber): number {
  const clearance = clearanceCc(c);
  return 1 + displacementCc(c.boreMm, c.strokeMm, 1) / clearance;
}

/**
 * Stroke left when the intake valve closes, mm: slider-crank (Heywood, eq. 2.5) at `closingDegAbdc` after bottom dead
 * centre. The angle must be the one at the lift at which the cam is spoken of.
 * @throws InputError where the rod is not longer than half the stroke.
 */
export function effectiveStrokeMm(strokeMm: number, rodLengthMm: number, closingDegAbdc: number): number {
  const r = strokeMm / 2;
  if (!(rodLengthMm > r)) {
    throw new InputError(
      '/rodLengthMm',
      `The rod must be longer than half the stroke, ${r} mm; it is ${rodLengthMm} mm. Enter the centre-to-centre length.`,
    );
  }
  const angle = Math.PI + (closingDegAbdc * Math.PI) / 180;
  const below = r + rodLengthMm - (r * Math.cos(angle) + Math.sqrt(rodLengthMm ** 2 - (r * Math.sin(angle)) ** 2));
  return below;
}

/** Compression from where the intake valve closes. */
export function dynamicCompression(c: Chamber, rodLengthMm: number, closingDegAbdc: number): number {
  const stroke = effectiveStrokeMm(c.strokeMm, rodLengthMm, closingDegAbdc);
  return 1 + (areaCm2(c.boreMm) * (stroke / 10)) / clearanceCc(c);
}

/**
 * Effective compression under boost, static × pressure ratio^0.5 with the charge at 40 °C, for the knock guardrail. A
 * rule of thumb of the field: it warns, it never promises.
 */
export function effectiveCompression(staticRatio: number, pressureRatio: number): number {
  return staticRatio * Math.sqrt(pressureRatio);
}

/** What a fuel stands: 10.0 at 91 RON, 0.25 more for each RON above, 1.0 more with direct injection. */
export function knockLimit(ron: number, directInjection: boolean): number {
  return 10 + 0.25 * (ron - 91) + (directInjection ? 1 : 0);
}

/** Mean piston speed, m/s: stroke travelled twice a turn. Above about 20 a road engine's rods and rings are at their end. */
export function meanPistonSpeed(strokeMm: number, rpm: number): number {
  return (2 * strokeMm * rpm) / 60000;
}
