import type { Fabricated, Part, Swapped } from '../../model/index.ts';
import type { FaceData, Match, JointMiss } from './kind.ts';
import type { Face, JointInstance } from './ports.ts';

/** What is not known, in words, and on which side of the joint; neither where it is a part's own face. */
interface Missing {
  readonly words: string;
  readonly side?: 'a' | 'b';
  /** The part whose face it is. */
  readonly partId?: string;
  /** Where it is entered, where that is none of both. */
  readonly at?: string;
}

export type Closure =
  /** Both sides were found mated in the car, and stay so. */
  | { readonly how: 'found' }
  /** `nothing`: the side that is known asks for none on the other. */
  | {
      readonly how: 'direct';
      readonly a: string;
      readonly b: string;
      readonly but?: JointMiss;
      readonly nothing?: true;
    }
  /** Through parts: those that bring a face, and the chain between. */
  | { readonly how: 'parts'; readonly parts: readonly Part[]; readonly but?: JointMiss }
  /** Somebody has looked where nothing is entered: it mates. */
  | { readonly how: 'seen'; readonly note: string | undefined }
  /** By the splice schedule, pin to pin or through a converter; whether that is among the parts. */
  | { readonly how: 'wired'; readonly through: string | undefined; readonly billed: boolean }
  /** By what moves over from another engine. */
  | { readonly how: 'swapped'; readonly what: string; readonly from: string; readonly work: Swapped }
  /** By what the shop makes itself. */
  | { readonly how: 'made'; readonly work: Fabricated }
  | { readonly how: 'open'; readonly by: JointMiss }
  | { readonly how: 'unknown'; readonly missing: readonly Missing[] };

/** More plates between two faces than this nobody stacks. */
const MOST_BETWEEN = 3;

interface Link {
  readonly part: Part;
  readonly toA: FaceData | undefined;
  readonly toB: FaceData | undefined;
}

function linksFor(joint: JointInstance, parts: readonly Part[]): Link[] {
  return parts.flatMap((part) =>
    part.closes
      .filter((c) => c.joint === joint.kind.kind && (c.place === undefined || c.place === joint.place))
      .map((c) => ({ part, toA: c.toA && { spec: c.toA }, toB: c.toB && { spec: c.toB } })),
  );
}

/** An absent face is unknown, never a fit. */
function mate(joint: JointInstance, a: FaceData | undefined, b: FaceData | undefined): Match['result'] {
  return a && b ? joint.kind.match(a, b).result : 'unknown';
}

interface Step {
  readonly face: FaceData;
  readonly through: readonly Part[];
}

/** The fewest parts that lead from one face to the other, each face matched; `unsure` names those that only lack a face. */
function chainOf(joint: JointInstance, a: Face, b: Face, links: readonly Link[]) {
  const unsure = new Set<Part>();
  let edge: Step[] = [{ face: a, through: [] }];
  for (let n = 0; n < MOST_BETWEEN && edge.length > 0; n++) {
    const next: Step[] = [];
    for (const { face, through } of edge)
      for (const { part, toA, toB } of links) {
        if (through.includes(part)) continue;
        const near = mate(joint, face, toA);
        const far = mate(joint, toB, b);
        if (near === 'fits' && far === 'fits') return { chain: [...through, part], unsure };
        if (near !== 'misses' && far !== 'misses') unsure.add(part);
        if (near === 'fits' && toB) next.push({ face: toB, through: [...through, part] });
      }
    edge = next;
  }
  return { chain: undefined, unsure };
}

/** A face of which nothing is known. */
const NOTHING: FaceData = { spec: {} };

const withPart = (face: Face): Part[] => (face.part ? [face.part] : []);

/** How a joint closes with some parts accepted: face to face, through a chain of them, or not. */
export function closeJoint(joint: JointInstance, parts: readonly Part[]): Closure {
  const { kind, a, b } = joint;
  if (!a || !b) {
    // A side that asks for nothing mates with what nobody has entered too.
    const entered = a ?? b;
    if (entered && kind.match(a ?? NOTHING, b ?? NOTHING).result === 'fits')
      return entered.part
        ? { how: 'parts', parts: [entered.part] }
        : { how: 'direct', a: a?.from ?? kind.sides.a, b: b?.from ?? kind.sides.b, nothing: true };
    return {
      how: 'unknown',
      missing: (['a', 'b'] as const).filter((side) => !joint[side]).map((side) => ({ side, words: kind.sides[side] })),
    };
  }
  const direct = kind.match(a, b);
  const bringers = [...new Set([...withPart(a), ...withPart(b)])];
  if (direct.result === 'fits') {
    const but = direct.but ? { but: direct.but } : {};
    return bringers.length > 0
      ? { how: 'parts', parts: bringers, ...but }
      : { how: 'direct', a: a.from, b: b.from, ...but };
  }
  const { chain, unsure } = chainOf(joint, a, b, linksFor(joint, parts));
  if (chain) return { how: 'parts', parts: chain };
  if (direct.result === 'unknown')
    return {
      how: 'unknown',
      missing: direct.missing.map(({ side, label }) => ({
        side,
        words: `${kind.sides[side]} of ${side === 'a' ? a.from : b.from}: ${label}`,
      })),
    };
  if (unsure.size > 0)
    return {
      how: 'unknown',
      missing: [...unsure].map((p) => ({ partId: p.id, words: `the faces of ${p.name} for this joint` })),
    };
  return { how: 'open', by: direct.by };
}
