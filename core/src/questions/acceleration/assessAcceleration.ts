import { highestRpm, lowestRpm } from '../curve/index.ts';
import { passedShare, rpmAtSpeed, type GearingFigures } from '../gearing/index.ts';
import { OIL_KG_PER_L, type MassFigures } from '../mass/index.ts';
import {
  Gaps,
  makeCheck,
  makeFinding,
  ofTyre,
  type Check,
  type Finding,
  type Gearbox,
  type CheckResult,
  type Subject,
} from '../../model/index.ts';
import { madeFrom, ORIGIN, propagateAll, say, worstEvidence, type Derived } from '../../units/index.ts';
import { plantOf, type RunChoices } from './plantOf.ts';
import type { Plant } from './plant.ts';
import { simulate } from './simulate.ts';

/** 60 mph, km/h, and a quarter of a mile, m. */
export const SIXTY_MPH_KPH = 96.56064;
export const QUARTER_MILE_M = 402.336;

export interface AccelerationFigures {
  readonly zeroTo100S: Derived | undefined;
  readonly quarterMileS: Derived | undefined;
  readonly quarterMileKph: Derived | undefined;
}

export interface InGear {
  readonly gear: number;
  /** 80 to 120 km/h, s; undefined where the engine can't turn so, or never gets there. */
  readonly eightyTo120S: number | undefined;
}

const GROUP = 'Performance';

/** 80 to 120 km/h in each gear that holds both speeds. */
export const inGears = (plant: Plant): InGear[] => plant.gearRatios.map((_, g) => inGear(plant, g + 1));

/** 80 to 120 km/h in the tallest gear that does it. */
export function tallestPull(plant: Plant): InGear | undefined {
  for (let gear = plant.gearRatios.length; gear > 0; gear--) {
    const pull = inGear(plant, gear);
    if (pull.eightyTo120S !== undefined) return pull;
  }
  return undefined;
}

function inGear(plant: Plant, gear: number): InGear {
  const ratio = plant.gearRatios[gear - 1]!;
  const at = (kph: number) => rpmAtSpeed(kph, plant.rollingRadiusMm, ratio, plant.finalDrive);
  const low = plant.converter ? 0 : lowestRpm(plant.curve);
  const end = Math.min(highestRpm(plant.curve), plant.shiftRpm.at(-1)!);
  if (at(80) < low || at(120) > end) return { gear, eightyTo120S: undefined };
  // Held in that gear to the end of its revs: nobody shifts half way.
  const held = { ...plant, shiftRpm: plant.shiftRpm.map(() => end) };
  const run = simulate(held, { speedsKph: [120], from: { speedKph: 80, gear } });
  return { gear, eightyTo120S: run.speeds[0]?.timeS };
}

/**
 * What is judged of a run: 0 to 100 and the quarter mile, dry, on a standard day. Their doubt comes from curve, mass and
 * grip: the run is worked out anew one standard deviation to either side of each.
 */
export function assessAcceleration(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
  /** What the brakes hold at the road, N. */
  holdsN?: number,
): CheckResult & { figures: AccelerationFigures } {
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const nothing: AccelerationFigures = { zeroTo100S: undefined, quarterMileS: undefined, quarterMileKph: undefined };
  const gaps = new Gaps();
  const plant = gaps.find(() => plantOf(subject, mass, gearing));
  const figures = plant ? withDoubt(plant, subject, mass, gearing) : nothing;
  checks.push(
    makeCheck({
      id: 'zero-to-100',
      step: 'gearing',
      group: GROUP,
      title: `0 to ${say(100, 'speedKph')}`,
      quantity: 'seconds',
      figure: figures.zeroTo100S,
      limitKind: 'info',
      because: figures.zeroTo100S
        ? `Driver, half a tank, dry, standard conditions. Quarter mile ${say(figures.quarterMileS?.value ?? 0, 'seconds')} at ${say(figures.quarterMileKph?.value ?? 0, 'speedKph')}.`
        : 'Missing: torque curve, vehicle mass, tyre or torque converter data.',
    }),
  );
  if (plant)
    findings.push(
      ...boostFindings(subject, mass, gearing, figures.zeroTo100S?.value),
      ...standstillFindings(subject, plant, holdsN, figures.zeroTo100S?.value),
    );
  findings.push(...gaps.findings('acceleration', 'gearing', 'Acceleration', [subject.candidate.id]));
  return { checks, findings, figures };
}

/** Error asked of a step in the runs to either side: what the ± is made of needs less than the time itself. */
const ASIDE = 2e-4;

function withDoubt(plant: Plant, subject: Subject, mass: MassFigures, gearing: GearingFigures): AccelerationFigures {
  const curve = gearing.curve!;
  const driven = mass.drivenKg!;
  // Torque and mass enter as their quotient: one doubt instead of two, and two runs fewer.
  const torqueOverMass = madeFrom(
    {
      value: 1,
      plusMinus: Math.hypot(curve.scatterShare, driven.plusMinus / driven.value),
      evidence: worstEvidence([curve.evidence, driven.evidence]),
    },
    curve[ORIGIN],
  );
  const grip = ofTyre(subject.chassis!, subject.tyre!, 'dryGrip');
  const passed = passedShare(subject, mass);
  const d = propagateAll({ 'torque over mass': torqueOverMass, 'tyre grip': grip }, (v) => {
    const aside = v['torque over mass'] !== torqueOverMass.value || v['tyre grip'] !== grip.value;
    const run = simulate(
      { ...plant, frictionCoefficient: v['tyre grip'] * passed, torqueScale: v['torque over mass'] },
      { speedsKph: [100], distanceM: QUARTER_MILE_M, tolerance: aside ? ASIDE : undefined },
    );
    return {
      zero: run.speeds[0]?.timeS ?? NaN,
      time: run.distance?.timeS ?? NaN,
      speed: run.distance?.speedKph ?? NaN,
    };
  });
  const known = (x: Derived) => (Number.isFinite(x.value) && Number.isFinite(x.plusMinus) ? x : undefined);
  return { zeroTo100S: known(d.zero), quarterMileS: known(d.time), quarterMileKph: known(d.speed) };
}

/** What a turbocharged engine loses to its lag, and at each shift of a manual box. */
function boostFindings(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
  zeroTo100S: number | undefined,
): Finding[] {
  const lost = boostLost(subject, mass, gearing, undefined, zeroTo100S);
  if (!lost || lost.atShiftsS < 0.02) return [];
  return [
    makeFinding({
      id: 'boost-lost',
      state: 'clear',
      step: 'gearing',
      title: `Boost lost at gear changes: ${say(lost.atShiftsS, 'seconds')} to 100 km/h`,
      because: `${say(lost.withS, 'seconds')} as it is, ${say(lost.keptS, 'seconds')} with the throttle kept open at shifts as an automatic does; the lag from rest costs ${say(lost.fromRestS, 'seconds')} more.`,
      about: [subject.gearbox.id, subject.engine.id],
    }),
  ];
}

/** Held so long against the brake where nobody says how long, s: drivers’ practice, and what a converter’s oil takes. */
const USUAL_HOLD_S = 2;
/** Heat of oil, J/(kg·K), and its mass, kg/l. */
const OIL = { heat: 2000, kgPerL: OIL_KG_PER_L } as const;

/** How much heat warms the oil of a gearbox, °C; undefined where nobody has entered how much oil is in it. */
export const oilRiseC = ({ oilL }: Gearbox, heatJ: number): number | undefined =>
  oilL && heatJ / (oilL.value * OIL.kgPerL * OIL.heat);

/** What a blown engine before a converter gains by being loaded against the brake. */
function standstillFindings(
  { gearbox, engine }: Subject,
  plant: Plant,
  holdsN: number | undefined,
  zeroTo100S: number | undefined,
): Finding[] {
  if (!plant.boost || !plant.converter || zeroTo100S === undefined) return [];
  const about = [gearbox.id, engine.id];
  const id = 'boost-standstill';
  const step = 'gearing' as const;
  if (holdsN === undefined)
    return [
      makeFinding({
        id,
        state: 'clear',
        step,
        title: 'How much boost it builds against the brake is not known',
        because: 'Brake pedal and callipers missing (survey): needed for the braking force.',
        about,
      }),
    ];
  const run = simulate({ ...plant, standstill: { brakeN: holdsN, holdS: USUAL_HOLD_S } }, { speedsKph: [100] });
  const [to100, loaded] = [run.speeds[0]?.timeS, run.loaded];
  if (to100 === undefined || !loaded) return [];
  const rise = oilRiseC(gearbox, loaded.heatJ);
  return [
    makeFinding({
      id,
      state: 'clear',
      step,
      title: `Loaded against the brake it leaves with ${say(100 * loaded.boostShare, 'percent', { digits: 0 })} of its boost`,
      because: `${say(USUAL_HOLD_S, 'seconds')} at full throttle, held at ${say(loaded.rpm, 'rpm')} by ${loaded.heldBy === 'stall' ? 'its stall' : `the brakes, ${say(holdsN, 'forceN')} at the road`}: 100 km/h in ${say(to100, 'seconds')} instead of ${say(zeroTo100S, 'seconds')}. ${say(loaded.heatJ / 1000, 'number', { digits: 0 })} kJ go into the converter${rise === undefined ? '' : `, which warms its oil by ${say(rise, 'warmerC', { digits: 0 })}`}.`,
      about,
    }),
  ];
}

export interface BoostLost {
  readonly withS: number;
  readonly keptS: number;
  readonly atShiftsS: number;
  readonly fromRestS: number;
}

/** The same run with boost that lags, whose time may be known, with boost kept at shifts, and with none of the lag. */
export function boostLost(
  subject: Subject,
  mass: MassFigures,
  gearing: GearingFigures,
  choices?: RunChoices,
  known?: number,
  holdsN?: number,
): BoostLost | undefined {
  const plant = plantOf(subject, mass, gearing, choices, holdsN);
  if (!plant?.boost) return undefined;
  const time = (p: Plant) => simulate(p, { speedsKph: [100] }).speeds[0]?.timeS;
  const withS = known ?? time(plant);
  const keptS = time({ ...plant, boost: { ...plant.boost, keptAtShifts: true } });
  const none = time({ ...plant, boost: undefined });
  if (withS === undefined || keptS === undefined || none === undefined) return undefined;
  return { withS, keptS, atShiftsS: withS - keptS, fromRestS: keptS - none };
}
