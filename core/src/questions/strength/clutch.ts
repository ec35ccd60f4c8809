import { GRAVITY, InputError, requirePositive } from '../../units/index.ts';

/** Reserve asked of a clutch over peak torque. */
export const CLUTCH_RESERVE = 1.25;

export interface ClutchInput {
  readonly outerRadiusMm: number;
  readonly innerRadiusMm: number;
  readonly frictionFaces: number;
  readonly frictionCoefficient: number;
  readonly clampLoadN: number;
}

/**
 * Torque capacity of an annular disc clutch, N·m: uniform wear μ·F·n·(r_o + r_i)/2, uniform pressure
 * μ·F·n·⅔·(r_o³ − r_i³)/(r_o² − r_i²). Shigley, Mechanical Engineering Design, ch. 16.
 */
export function clutchCapacity(c: ClutchInput): { capacityUniformWearNm: number; capacityUniformPressureNm: number } {
  requirePositive('/outerRadiusMm', c.outerRadiusMm, 'mm');
  if (!(c.innerRadiusMm >= 0 && c.innerRadiusMm < c.outerRadiusMm)) {
    throw new InputError(
      '/innerRadiusMm',
      `Inner radius must lie between 0 and outer radius, ${c.outerRadiusMm} mm; it is ${c.innerRadiusMm}.`,
    );
  }
  requirePositive('/frictionFaces', c.frictionFaces);
  requirePositive('/frictionCoefficient', c.frictionCoefficient);
  requirePositive('/clampLoadN', c.clampLoadN, 'N');
  const force = c.frictionCoefficient * c.clampLoadN * c.frictionFaces;
  const ro = c.outerRadiusMm / 1000;
  const ri = c.innerRadiusMm / 1000;
  return {
    capacityUniformWearNm: (force * (ro + ri)) / 2,
    capacityUniformPressureNm: (force * 2 * (ro ** 3 - ri ** 3)) / (3 * (ro ** 2 - ri ** 2)),
  };
}

export interface LaunchInput {
  readonly massKg: number;
  readonly launchRpm: number;
  readonly rollingRadiusMm: number;
  readonly firstGearRatio: number;
  readonly finalDrive: number;
  readonly clutchTorqueNm?: number | undefined;
  readonly loadTorqueNm?: number | undefined;
}

/**
 * Heat of one launch with the engine held at launch rpm: E = ½·m·v_lock²·T_c/(T_c − T_load), T_load the road load at
 * the clutch. J; lock speed in km/h.
 */
export function clutchLaunch(i: LaunchInput): { lockSpeedKph: number; launchEnergyJ: number } {
  for (const key of ['massKg', 'launchRpm', 'rollingRadiusMm', 'firstGearRatio', 'finalDrive'] as const)
    requirePositive(key, i[key]);
  const lock = ((2 * Math.PI * i.launchRpm) / 60 / (i.firstGearRatio * i.finalDrive)) * (i.rollingRadiusMm / 1000);
  let share = 1;
  if (i.loadTorqueNm !== undefined) {
    if (i.clutchTorqueNm === undefined)
      throw new InputError('/clutchTorqueNm', 'A road load at the clutch also needs the clutch torque.');
    if (!(i.clutchTorqueNm > i.loadTorqueNm)) {
      throw new InputError(
        '/clutchTorqueNm',
        `Clutch never engages fully: its torque capacity ${i.loadTorqueNm} N·m must exceed the load, ${i.clutchTorqueNm} N·m.`,
      );
    }
    share = i.clutchTorqueNm / (i.clutchTorqueNm - i.loadTorqueNm);
  }
  return { lockSpeedKph: lock * 3.6, launchEnergyJ: 0.5 * i.massKg * lock ** 2 * share };
}

export interface HillLaunchInput {
  readonly massKg: number;
  readonly trailerMassKg: number;
  readonly gradePct: number;
  readonly rollingCoefficient: number;
  readonly launchRpm: number;
  readonly clutchTorqueNm: number;
  readonly firstGearRatio: number;
  readonly lowRangeRatio: number;
  readonly finalDrive: number;
  readonly rollingRadiusMm: number;
  readonly drivelineEfficiency: number;
}

export interface HillLaunch {
  readonly loadTorqueNm: number;
  readonly lockSpeedKph: number;
  readonly slipTimeS: number;
  readonly launchHeatJ: number;
}

/**
 * Heat of a start on a grade with a trailer, the engine held at launch rpm and the clutch at a constant torque: the load at the clutch is
 * (m + m_t)·g·(sinθ + c_r·cosθ)·r/(i·i_f·η), the heat ½·(m + m_t)·v_lock²/η·T_c/(T_c − T_load).
 * @throws InputError at clutchTorqueNm where the load is greater: it never locks
 */
export function hillLaunch(i: HillLaunchInput): HillLaunch {
  requirePositive('/drivelineEfficiency', i.drivelineEfficiency);
  const slope = Math.atan(i.gradePct / 100);
  const massKg = i.massKg + i.trailerMassKg;
  const firstGearRatio = i.firstGearRatio * i.lowRangeRatio;
  /** Torque at the clutch for each newton at the road, N·m. */
  const perNewton = i.rollingRadiusMm / 1000 / (firstGearRatio * i.finalDrive * i.drivelineEfficiency);
  const loadTorqueNm = massKg * GRAVITY * (Math.sin(slope) + i.rollingCoefficient * Math.cos(slope)) * perNewton;
  const { lockSpeedKph, launchEnergyJ } = clutchLaunch({ ...i, massKg, firstGearRatio, loadTorqueNm });
  const gainsMPerS2 = (i.clutchTorqueNm - loadTorqueNm) / perNewton / massKg;
  return {
    loadTorqueNm,
    lockSpeedKph,
    slipTimeS: lockSpeedKph / 3.6 / gainsMPerS2,
    launchHeatJ: launchEnergyJ / i.drivelineEfficiency,
  };
}
