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
  /** Of the car itself. */
  readonly car?: boolean;
}

const broughtBy = (part: Part, kind: string): Owned[] =>
  part.provides.filter((port) => port.kind === kind).map((port) => ({ port, from: part.name, part }));

/** All ports that meet in a candidate by the kind that they are of, those that stand in for others after them. */
function allPorts({ chassis, gearbox, engine, dressing, parts }: Subject): ReadonlyMap<string, Owned[]> {
  const all = new Map<string, Owned[]>();
  const put = (owned: Owned) => {
    const of = all.get(owned.port.kind);
    if (of) of.push(owned);
    else all.set(owned.port.kind, [owned]);
  };
  for (const owner of [...(chassis ? [chassis] : []), gearbox, engine, ...dressing])
    for (const port of owner.ports) put({ port, from: owner.name, ...(owner === chassis ? { car: true } : {}) });
  for (const part of parts) for (const port of part.provides) put({ port, from: part.name, part });
  return all;
}

/** The ports of a kind that meet in a candidate: what other records say first, then those entered. */
export function portsOf(subject: Subject, kind: JointKind, all = allPorts(subject)): readonly Owned[] {
  const entered = all.get(kind.kind) ?? NONE;
  const changed = kind.changedBy && subject.parts.some((p) => kind.changedBy!.includes(p.class));
  const kept = changed ? entered.filter((o) => !(o.car && o.port.side === 'b')) : entered;
  const derived = kind.derived?.(subject);
  if (!derived) return kept;
  const said = (['a', 'b'] as const).flatMap((side): Owned[] => {
    const face = derived[side];
    if (!face) return [];
    const { from, ...rest } = face;
    return [{ port: { id: `${kind.kind}-${side}`, kind: kind.kind, side, ...rest } as Port, from }];
  });
  return said.length === 0 ? kept : [...said, ...kept];
}
const NONE: readonly Owned[] = [];

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

/** The joints of one kind, one for each place that a port names, or the one of it; with the ports of other parts added. */
export function instancesOf(
  kind: JointKind,
  { chassis, gearbox }: Pick<Subject, 'chassis' | 'gearbox'>,
  own: readonly Owned[],
  more: readonly Part[] = [],
): JointInstance[] {
  const ports = [...own, ...more.flatMap((part) => broughtBy(part, kind.kind))];
  const places = [
    ...new Set([
      ...(kind.places ?? []),
      ...(kind.placesIn?.(chassis, gearbox) ?? []),
      ...ports.flatMap((o) => o.port.place ?? []),
    ]),
  ].sort();
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
  const all = allPorts(subject);
  return JOINT_KINDS.flatMap((kind) =>
    kind.neededFor(subject.chassis, subject.gearbox, subject.engine)
      ? instancesOf(kind, subject, portsOf(subject, kind, all))
      : [],
  );
}
