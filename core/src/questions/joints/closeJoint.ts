import { blockYears, hasBoss } from '../donor/index.ts';
import type { Condition, Part, PortSpec, Subject } from '../../model/index.ts';
import type { JointKind, Match } from './kind.ts';

/** The pieces that bring ports, the later ones standing in for the earlier. */
function sideSpec(
  subject: Subject,
  parts: readonly Part[],
  kind: string,
  side: 'a' | 'b',
): { spec: PortSpec; from: string; part?: Part } | undefined {
  const own = [
    ...(subject.chassis?.ports ?? []).map((port) => ({ port, from: subject.chassis!.name })),
    ...subject.gearbox.ports.map((port) => ({ port, from: subject.gearbox.name })),
    ...subject.engine.ports.map((port) => ({ port, from: subject.engine.name })),
    ...subject.dressing.flatMap((d) => d.ports.map((port) => ({ port, from: d.name }))),
  ].filter(({ port }) => port.kind === kind && port.side === side);
  for (const part of [...parts].reverse()) {
    const port = part.provides.find((p) => p.kind === kind && p.side === side);
    if (port) return { spec: port.spec, from: part.name, part };
  }
  const last = own.at(-1);
  return last && { spec: last.port.spec, from: last.from };
}

export type Closure =
  | { readonly how: 'direct'; readonly a: string; readonly b: string }
  | { readonly how: 'part'; readonly part: Part }
  | { readonly how: 'open'; readonly by: string }
  | { readonly how: 'unknown'; readonly missing: readonly string[] };

/** How a joint closes with these parts accepted: directly, through one of them, or not. */
export function closeJoint(subject: Subject, parts: readonly Part[], kind: JointKind): Closure {
  const a = sideSpec(subject, parts, kind.kind, 'a');
  const b = sideSpec(subject, parts, kind.kind, 'b');
  if (!a || !b) {
    return { how: 'unknown', missing: [...(a ? [] : [kind.sides.a]), ...(b ? [] : [kind.sides.b])] };
  }
  const direct = kind.match(a.spec, b.spec);
  if (direct.result === 'fits') {
    const part = a.part ?? b.part;
    return part ? { how: 'part', part } : { how: 'direct', a: a.from, b: b.from };
  }
  for (const part of parts) {
    for (const bridge of part.closes) {
      if (bridge.joint !== kind.kind) continue;
      const toA: Match = bridge.toA ? kind.match(a.spec, bridge.toA) : { result: 'fits' };
      const toB: Match = bridge.toB ? kind.match(bridge.toB, b.spec) : { result: 'fits' };
      if (toA.result === 'fits' && toB.result === 'fits') return { how: 'part', part };
    }
  }
  return direct.result === 'misses'
    ? { how: 'open', by: direct.by }
    : {
        how: 'unknown',
        missing: direct.missing.map(
          (m) =>
            `${m.startsWith('a.') ? `${kind.sides.a} of ${a.from}` : `${kind.sides.b} of ${b.from}`}: ${m.slice(2)}`,
        ),
      };
}

/** Whether a condition of a part is true of what stands in the candidate. */
export function holds(condition: Condition, subject: Subject, parts: readonly Part[], self: Part): boolean {
  switch (condition.what) {
    case 'engine':
      return subject.engine.id === condition.is;
    case 'family':
      return subject.engine.family === condition.is;
    case 'gearbox':
      return subject.gearbox.id === condition.is;
    case 'part':
      return parts.some((p) => p.id === condition.is);
    case 'class':
      return parts.some((p) => p !== self && p.class === condition.is);
    case 'dressing':
      return subject.dressing.some((d) => d.id === condition.is);
    case 'boss':
      // Not known from which year the block is: not refused here; that it must be read is a finding of its own.
      return hasBoss(subject.engine, condition.is, blockYears(subject)) !== 'no';
  }
}

/** What stops a part from being used beside the others: needs not met and things it can't stand beside. */
export function conflictsOf(
  part: Part,
  subject: Subject,
  parts: readonly Part[],
): { unmet: Condition[]; clashes: Condition[] } {
  return {
    unmet: part.requires.filter((c) => !holds(c, subject, parts, part)),
    clashes: part.excludes.filter((c) => holds(c, subject, parts, part)),
  };
}
