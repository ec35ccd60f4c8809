import { convexOf, poseOf, type V3 } from '../../geometry/index.ts';
import {
  MissingInput,
  ofEngine,
  ofGearbox,
  type Part,
  type Solid,
  type Subject,
  GEARBOX_BOSS,
  hasTransaxle,
  type Chassis,
} from '../../model/index.ts';
import { madeFrom, scatterOf, type Figure } from '../../units/index.ts';
import {
  apartAt,
  apartUnplaced,
  gearboxPose,
  massPlaces,
  OIL_KG_PER_L,
  typicalOil,
  typicalPart,
  type MassFigures,
} from '../mass/index.ts';
import { rigidBody, type BodyLump, type RigidBody } from './rigidBody.ts';

/** Engine and gearbox as one body: what hangs on the mounts. */
export interface Powertrain {
  readonly body: Pick<RigidBody, 'massKg' | 'comMm'> & Partial<RigidBody>;
  readonly massKg: Figure;
  /** What it is made of, for saying so. */
  readonly lumps: readonly { readonly name: string; readonly massKg: number; readonly comMm: V3 }[];
  /** What nobody has drawn: without its shape the inertia is not known. */
  readonly undrawn: readonly string[];
}

/** Parts that hang on engine or gearbox, by class: they are carried by the mounts. */
const CARRIED: ReadonlySet<Part['class']> = new Set<Part['class']>([
  'adapter plate',
  'flywheel',
  'clutch kit',
  'sump',
  'manifold',
]);

/** Middle and size of what some solids take up together, their own axes, mm. */
function boxOf(solids: readonly Solid[]): V3 | undefined {
  if (solids.length === 0) return undefined;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { id, shape } of solids) {
    const { bounds } = convexOf(shape, `/${id}`);
    for (let axis = 0; axis < 3; axis++) {
      low[axis] = Math.min(low[axis]!, bounds[axis]!);
      high[axis] = Math.max(high[axis]!, bounds[axis + 3]!);
    }
  }
  return [high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!];
}

/** What hangs on a set of mounts: all of it, or in a car that has them apart the engine or the gearbox. */
export type Carried = 'both' | 'engine' | 'gearbox';

/**
 * What is compared or laid out as one: all of it, or the engine where the gearbox hangs by itself behind an open shaft. Undefined where
 * nobody has said which of both it is.
 */
export function carriedWithEngine(chassis: Pick<Chassis, 'gearboxSits' | 'torqueTube'>): Carried | undefined {
  if (!hasTransaxle(chassis)) return 'both';
  return chassis.torqueTube === undefined ? undefined : chassis.torqueTube ? 'both' : 'engine';
}

/** Whether a solid or a boss belongs to what is carried so. */
export const isCarried = (which: Carried, { gearbox }: Pick<Subject, 'gearbox'>, id: string): boolean =>
  which === 'both' || (id !== GEARBOX_BOSS && !gearbox.solids.some((s) => s.id === id)) === (which === 'engine');

/**
 * The body that the mounts of a candidate carry, in vehicle axes: engine as installed and gearbox with its oil, as the sum of the
 * weight has them, and what hangs on them.
 * @throws MissingInput for a mass or a centre of mass that nobody has entered.
 */
export function powertrainOf(subject: Subject, mass: MassFigures, which: Carried = 'both'): Powertrain {
  const { engine, gearbox, candidate, dressing, parts } = subject;
  if (candidate.unplaced) throw new MissingInput(`/candidates/${candidate.id}/placement`);
  const { bridge } = mass;
  if (!bridge) throw new MissingInput(`/engines/${engine.id}/massRecords`);
  const boxMass = which === 'engine' ? undefined : ofGearbox(gearbox, 'massKg');
  const places = massPlaces(subject);
  if (which !== 'gearbox' && !places.engine) ofEngine(engine, 'comMm');
  if (which !== 'engine' && apartUnplaced(subject))
    throw new MissingInput(`/candidates/${candidate.id}/gearboxPlacement`);
  if (which !== 'engine' && !places.gearbox) ofGearbox(gearbox, 'comMm');
  const pose = poseOf(candidate.placement);
  const { turned: turn } = pose;
  const oil = gearbox.oilL ?? typicalOil(gearbox);
  const engineBox =
    engine.solids.length > 0 ? boxOf([...engine.solids, ...dressing.flatMap((d) => d.solids)]) : undefined;
  const gearboxBox = boxOf(gearbox.solids);
  const lumps: (Omit<BodyLump, 'boxSizeMm'> & { name: string; box: V3 | undefined; doubtKg: number })[] = [];
  if (which !== 'gearbox')
    lumps.push({
      name: engine.name,
      massKg: bridge.installedMassKg,
      doubtKg: bridge.plusMinusKg,
      comMm: places.engine!,
      box: engineBox,
      turn,
    });
  if (boxMass)
    lumps.push({
      name: gearbox.name,
      massKg: boxMass.value + (oil?.value ?? 0) * OIL_KG_PER_L,
      doubtKg: scatterOf(boxMass),
      comMm: places.gearbox!,
      box: gearboxBox,
      turn: gearboxPose(pose, subject).turned,
    });
  // Where a part sits that nobody has placed: between engine and gearbox.
  const between = which === 'both' && !apartAt(subject) ? places.gearbox! : places.engine;
  for (const part of which === 'gearbox' ? [] : parts) {
    if (!CARRIED.has(part.class)) continue;
    const weighs = part.massKg ?? typicalPart(part);
    if (!(weighs.value > 0)) continue;
    lumps.push({
      name: part.name,
      massKg: weighs.value,
      doubtKg: scatterOf(weighs),
      comMm: part.atMm ?? between!,
      box: boxOf(part.solids) ?? PART_BOX_MM,
    });
  }
  const undrawn = [
    ...(engineBox || which === 'gearbox' ? [] : [`/engines/${engine.id}/solids`]),
    ...(gearboxBox || which === 'engine' ? [] : [`/gearboxes/${gearbox.id}/solids`]),
  ];
  const body = rigidBody(lumps.map(({ box, ...l }) => ({ ...l, boxSizeMm: box ?? UNDRAWN_MM })));
  return {
    body: undrawn.length > 0 ? { massKg: body.massKg, comMm: body.comMm } : body,
    massKg: madeFrom(
      {
        value: body.massKg,
        plusMinus: Math.hypot(...lumps.map((l) => l.doubtKg)),
        evidence: bridge.evidence,
      },
      bridge.quoted,
    ),
    lumps: lumps.map(({ name, massKg, comMm }) => ({ name, massKg, comMm })),
    undrawn,
  };
}

/** A small part without a shape of its own counts as a box of this size, mm: its own inertia hardly counts beside where it sits. */
const PART_BOX_MM: V3 = [200, 200, 60];
/** Stands in where the shape is not known and the inertia is left out. */
const UNDRAWN_MM: V3 = [1, 1, 1];
