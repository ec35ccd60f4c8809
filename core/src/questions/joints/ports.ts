import type { Evidence } from '../../units/index.ts';
import type { Part, Port, PortSpec, Subject } from '../../model/index.ts';
import type { JointKind } from './kind.ts';
import { JOINT_KINDS } from './kinds/index.ts';

/** One side of a joint as it stands in the candidate: whose face it is, and what is known of it. */
export interface Face {
  readonly spec: PortSpec;
  readonly evidence?: Evidence | undefined;
  /** Whose face it is, in words. */
  readonly from: string;
  /** The accepted part that brings it, if one does. */
  readonly part?: Part;
}

/** One joint of the candidate: a kind, and which of several of it. */
export interface JointInstance {
  /** Kind and place: "flywheel", "half-shaft:left". */
  readonly key: string;
  readonly kind: JointKind;
  readonly place: string | undefined;
  readonly a: Face | undefined;
  readonly b: Face | undefined;
}

/** A port, and whose it is. */
interface Owned {
  readonly port: Port;
  readonly from: string;
  readonly part?: Part;
}

const broughtBy = (part: Part, kind: string): Owned[] =>
  part.provides.filter((port) => port.kind === kind).map((port) => ({ port, from: part.name, part }));

/** The ports of a kind that meet in a candidate, those that stand in for others after them. */
export function portsOf(subject: Subject, kind: JointKind): Owned[] {
  const { chassis, gearbox, engine, dressing, parts } = subject;
  const derived = kind.derived?.(subject);
  const owned: Owned[] = (['a', 'b'] as const).flatMap((side) => {
    const face = derived?.[side];
    if (!face) return [];
    const { from, ...rest } = face;
    return [{ port: { id: `${kind.kind}-${side}`, kind: kind.kind, side, ...rest } as Port, from }];
  });
  for (const owner of [...(chassis ? [chassis] : []), gearbox, engine, ...dressing])
    for (const port of owner.ports) {
      const gone = owner === chassis && port.side === 'b' && parts.some((p) => kind.changedBy?.includes(p.class));
      if (port.kind === kind.kind && !gone) owned.push({ port, from: owner.name });
    }
  for (const part of parts) owned.push(...broughtBy(part, kind.kind));
  return owned;
}

/** The face of a side at a place: the last that names it, else the last that names none. */
export function faceAt(ports: readonly Owned[], side: 'a' | 'b', place: string | undefined): Face | undefined {
  const at = (wanted: string | undefined) => ports.findLast(({ port }) => port.side === side && port.place === wanted);
  const found = at(place) ?? at(undefined);
  if (!found) return undefined;
  const { port, from, part } = found;
  return part
    ? { spec: port.spec, evidence: port.evidence, from, part }
    : { spec: port.spec, evidence: port.evidence, from };
}

/** The joints of one kind, one for each place that a port names, or the one of it; with another part's ports added. */
export function instancesOf(kind: JointKind, own: readonly Owned[], more?: Part): JointInstance[] {
  const ports = more ? [...own, ...broughtBy(more, kind.kind)] : own;
  const places = [...new Set([...(kind.places ?? []), ...ports.flatMap((o) => o.port.place ?? [])])].sort();
  return (places.length > 0 ? places : [undefined]).map((place) => ({
    key: place === undefined ? kind.kind : `${kind.kind}:${place}`,
    kind,
    place,
    a: faceAt(ports, 'a', place),
    b: faceAt(ports, 'b', place),
  }));
}

/** Every joint that the layout and the candidate need closed, in the order a powertrain goes together. */
export function jointsOf(subject: Subject): JointInstance[] {
  return JOINT_KINDS.filter((k) => k.neededFor(subject.chassis, subject.gearbox, subject.engine)).flatMap((kind) =>
    instancesOf(kind, portsOf(subject, kind)),
  );
}
