import { swapOf, type Engine, type Remedy, type Subject, type Swapped, type SwapGuide } from '../../model/index.ts';
import { closeJoint, type Closure } from './chain.ts';
import { faceAt, type Face, type JointInstance } from './ports.ts';

/** An engine that something could come from, and what it would be. */
export interface SwapSource {
  readonly engine: Engine;
  readonly guide: SwapGuide;
  /** The one that leaves the car: what comes off it costs nothing. */
  readonly own: boolean;
  readonly face: Face;
}

/** Engines of which nobody has said the family are of none. */
export const sameFamily = (a: Engine, b: Engine): boolean => Boolean(a.family) && a.family === b.family;

const mates = ({ how }: Closure) => how === 'direct' || how === 'parts';

/** The side of an engine at a joint, as it would stand there. */
function faceOf(engine: Engine, joint: JointInstance): Face | undefined {
  const ports = engine.ports.flatMap((port) => (port.kind === joint.kind.kind ? [{ port, from: engine.name }] : []));
  return faceAt(ports, 'a', joint.place);
}

/** The joint with the engine's side taken from another engine. */
const withFace = (joint: JointInstance, a: Face): JointInstance => ({ ...joint, a });

/**
 * Engines whose side of an open joint would close it: the one that leaves the car first, then sisters of the family, by
 * what they are called. Nothing is swapped where the car keeps its engine or where no such part moves.
 */
export function swapSources(subject: Subject, joint: JointInstance): SwapSource[] {
  const guide = swapOf(joint.key);
  if (!guide || joint.kind.home.a !== 'engine' || !joint.b) return [];
  const { engine, originalEngine, library } = subject;
  const sisters = library.engines
    .filter((e) => sameFamily(e, engine) && !e.retired)
    .sort((x, y) => (x.name === y.name ? (x.id < y.id ? -1 : 1) : x.name < y.name ? -1 : 1));
  const all = [...new Set([...(originalEngine ? [originalEngine] : []), ...sisters])].filter((e) => e.id !== engine.id);
  return all.flatMap((from) => {
    if (guide.within === 'family' && !sameFamily(from, engine)) return [];
    const face = faceOf(from, joint);
    if (!face || !mates(closeJoint(withFace(joint, face), subject.parts))) return [];
    return [{ engine: from, guide, own: from === originalEngine, face }];
  });
}

/** How a joint closes by what was moved over; undefined where that does not close it. */
export function swappedClosure(subject: Subject, joint: JointInstance, swapped: Swapped): Closure | undefined {
  const source = swapSources(subject, joint).find((s) => s.engine.id === swapped.engineId);
  return source && { how: 'swapped', what: source.guide.what, from: source.engine.name, work: swapped };
}

/** What could be moved over to close a joint, as something to accept; of sisters that cost the same one stands for all. */
export const swapRemedies = (subject: Subject, joint: JointInstance): Remedy[] => {
  const sources = swapSources(subject, joint);
  const sister = sources.find((s) => !s.own);
  return sources
    .filter((s) => s.own || s === sister)
    .map(({ engine, guide, own }) => ({
      title: `Swap over: ${guide.what} of the ${engine.name}`,
      cost: own ? 0 : guide.price.likely,
      hours: guide.hours.likely,
      accept: { kind: 'swap', joint: joint.key, engineId: engine.id },
    }));
};
