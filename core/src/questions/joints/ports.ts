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

interface Owned {
  readonly port: Port;
  readonly from: string;
  readonly part?: Part;
}

/** The ports that meet in a candidate, those that stand in for others after them. */
function* portsOf(subject: Subject, parts: readonly Part[], kind: string): Generator<Owned> {
  const { chassis, gearbox, engine, dressing } = subject;
  for (const owner of [...(chassis ? [chassis] : []), gearbox, engine, ...dressing])
    for (const port of owner.ports) if (port.kind === kind) yield { port, from: owner.name };
  for (const part of parts)
    for (const port of part.provides) if (port.kind === kind) yield { port, from: part.name, part };
}

/** The face of a side at a place: the last that names it, else the last that names none. */
function faceAt(ports: readonly Owned[], side: 'a' | 'b', place: string | undefined): Face | undefined {
  const there = ports.filter((o) => o.port.side === side);
  const found = there.filter((o) => o.port.place === place).at(-1) ?? there.filter((o) => !o.port.place).at(-1);
  return (
    found && {
      spec: found.port.spec,
      evidence: found.port.evidence,
      from: found.from,
      ...(found.part ? { part: found.part } : {}),
    }
  );
}

/** The joints of one kind: one for each place that a port names, or the one of it. */
export function instancesOf(subject: Subject, parts: readonly Part[], kind: JointKind): JointInstance[] {
  const ports = [...portsOf(subject, parts, kind.kind)];
  const places = [...new Set(ports.flatMap((o) => o.port.place ?? []))].sort();
  return (places.length > 0 ? places : [undefined]).map((place) => ({
    key: place === undefined ? kind.kind : `${kind.kind}:${place}`,
    kind,
    place,
    a: faceAt(ports, 'a', place),
    b: faceAt(ports, 'b', place),
  }));
}

/** Every joint that the layout and the candidate need closed, in the order a powertrain goes together. */
export function jointsOf(subject: Subject, parts: readonly Part[]): JointInstance[] {
  return JOINT_KINDS.filter((k) => k.neededFor(subject.chassis, subject.gearbox)).flatMap((kind) =>
    instancesOf(subject, parts, kind),
  );
}
