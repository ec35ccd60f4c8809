import { InputError, requirePositive } from '../../units/index.ts';

/** v = 2πr·n/(i_g·i_f). km/h for mm and rpm. */
export function speedKph(rpm: number, rollingRadiusMm: number, gearRatio: number, finalDrive: number): number {
  return (2 * Math.PI * rollingRadiusMm * rpm * 60) / (gearRatio * finalDrive * 1e6);
}

export function rpmAtSpeed(kph: number, rollingRadiusMm: number, gearRatio: number, finalDrive: number): number {
  return (kph * 1e6 * gearRatio * finalDrive) / (2 * Math.PI * rollingRadiusMm * 60);
}

export interface SpeedsInput {
  readonly gearRatios: readonly number[];
  readonly finalDrive: number;
  readonly rollingRadiusMm: number;
  readonly engineRpm: number;
  readonly shiftRpm?: number | undefined;
  readonly cruiseKph?: number | undefined;
  readonly reverseRatio?: number | undefined;
  readonly minCruiseRpm?: number | undefined;
}

export function checkGears(gearRatios: readonly number[], finalDrive: number, rollingRadiusMm: number): void {
  if (gearRatios.length === 0) throw new InputError('/gearRatios', 'Gear ratios: at least one required.');
  gearRatios.forEach((r, i) => requirePositive(`/gearRatios/${i}`, r));
  requirePositive('/finalDrive', finalDrive);
  requirePositive('/rollingRadiusMm', rollingRadiusMm, 'mm');
}

/** Speeds in the gears, what the rpm falls to at each shift, ratio steps, and the rpm at cruise. */
export function speedsInGears(input: SpeedsInput) {
  const { gearRatios, finalDrive, rollingRadiusMm, engineRpm } = input;
  checkGears(gearRatios, finalDrive, rollingRadiusMm);
  requirePositive('/engineRpm', engineRpm, 'rpm');
  const shift = input.shiftRpm ?? engineRpm;
  const steps = gearRatios.slice(1).map((ratio, i) => gearRatios[i]! / ratio);
  const afterShift = steps.map((step) => shift / step);
  const cruise = input.cruiseKph;
  const cruiseRpm =
    cruise === undefined ? undefined : gearRatios.map((r) => rpmAtSpeed(cruise, rollingRadiusMm, r, finalDrive));
  const top = cruiseRpm?.at(-1);
  return {
    speedKph: gearRatios.map((r) => speedKph(engineRpm, rollingRadiusMm, r, finalDrive)),
    speedPer1000RpmKph: gearRatios.map((r) => speedKph(1000, rollingRadiusMm, r, finalDrive)),
    rpmAfterShift: afterShift,
    rpmDrop: afterShift.map((n) => shift - n),
    stepRatio: steps,
    ...(cruiseRpm === undefined ? {} : { cruiseRpm, topGearCruiseRpm: top! }),
    ...(top === undefined || input.minCruiseRpm === undefined ? {} : { lugging: top < input.minCruiseRpm }),
    ...(input.reverseRatio === undefined
      ? {}
      : { reverseSpeedKph: speedKph(engineRpm, rollingRadiusMm, input.reverseRatio, finalDrive) }),
  };
}
