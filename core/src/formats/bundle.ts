import { Type } from 'typebox';
import {
  Build,
  Engine,
  Family,
  Gearbox,
  Library,
  Part,
  Picture,
  indexOf,
  wholeOf,
  type BillEdits,
  type PinRef,
  type Wiring,
} from '../model/index.ts';
import { InputError } from '../units/index.ts';

/** The version that this program writes, and the newest it reads. */
const BUNDLE_VERSION = 1;

/** A build with every library row it refers to: enough to open it on an empty install. docs/formats.md */
export const Bundle = Type.Object(
  {
    format: Type.Literal('sable-build'),
    version: Type.Integer({ minimum: 1, maximum: BUNDLE_VERSION }),
    writtenAt: Type.String({ maxLength: 40 }),
    build: Build,
    library: Type.Object(
      {
        engines: Type.Array(Engine),
        gearboxes: Type.Array(Gearbox),
        parts: Type.Array(Part),
        families: Type.Optional(Type.Array(Family)),
      },
      { additionalProperties: false },
    ),
    pictures: Type.Optional(
      Type.Array(Picture, { maxItems: 400, description: 'photos and receipts that the build or its rows refer to' }),
    ),
  },
  { additionalProperties: false },
);
export type Bundle = Type.Static<typeof Bundle>;

/** @throws InputError naming the row when the build refers to something that is not in the library. */
export function bundleOf(build: Build, library: Library, writtenAt: string): Bundle {
  const index = indexOf(library);
  const pick = <T>(what: string, ids: Iterable<string>, from: ReadonlyMap<string, T>): T[] =>
    [...new Set(ids)].sort().map((id) => {
      const row = from.get(id);
      if (!row)
        throw new InputError(`/library/${what}/${id}`, `The build refers to “${id}”, which is not in the library.`);
      return row;
    });
  const c = build.candidates;
  const original = [build.chassis?.originalEngineId ?? []].flat();
  const originalBox = [build.chassis?.originalGearboxId ?? []].flat();
  const engines = pick('engines', [...c.map((x) => x.engineId), ...original], index.engines);
  const families = [...new Set(engines.map((e) => e.family))]
    .sort()
    .flatMap((name) => index.families.get(name ?? '') ?? []);
  return {
    format: 'sable-build',
    version: BUNDLE_VERSION,
    writtenAt,
    build,
    library: {
      engines,
      gearboxes: pick('gearboxes', [...c.map((x) => x.gearboxId), ...originalBox], index.gearboxes),
      parts: pick(
        'parts',
        c.flatMap((x) => x.partIds.flatMap((id) => withInside(id, index.parts))),
        index.parts,
      ),
      ...(families.length > 0 ? { families } : {}),
    },
  };
}

/** A part with what comes in it as far as the library has it. */
const withInside = (id: string, parts: ReadonlyMap<string, Part>): string[] => {
  const part = parts.get(id);
  return part ? wholeOf(part, parts).map((p) => p.id) : [id];
};

/** What is wrong with something that claims to be a bundle, before its fields are looked at: format and version. */
export function checkBundleHead(value: unknown): void {
  const head = value as { format?: unknown; version?: unknown } | null;
  if (head === null || typeof head !== 'object' || head.format !== 'sable-build') {
    throw new InputError('/format', 'This is not a Sable build: format must be "sable-build".');
  }
  if (typeof head.version === 'number' && head.version > BUNDLE_VERSION) {
    throw new InputError(
      '/version',
      `The bundle is of version ${head.version}, written by a newer Sable; this one reads up to version ${BUNDLE_VERSION}. Update Sable, or export it from there in an older version.`,
    );
  }
}

/** The build with its references changed: imported rows that came in under a new id. */
export function withNewIds(
  build: Build,
  renamed: {
    engines: ReadonlyMap<string, string>;
    gearboxes: ReadonlyMap<string, string>;
    parts: ReadonlyMap<string, string>;
  },
): Build {
  const engine = (id: string) => renamed.engines.get(id) ?? id;
  const gearbox = (id: string) => renamed.gearboxes.get(id) ?? id;
  const part = (id: string) => renamed.parts.get(id) ?? id;
  const { chassis } = build;
  return {
    ...build,
    chassis: chassis && {
      ...chassis,
      ...(chassis.originalEngineId === undefined ? {} : { originalEngineId: engine(chassis.originalEngineId) }),
      ...(chassis.originalGearboxId === undefined ? {} : { originalGearboxId: gearbox(chassis.originalGearboxId) }),
    },
    candidates: build.candidates.map((c) => ({
      ...c,
      engineId: engine(c.engineId),
      gearboxId: gearbox(c.gearboxId),
      partIds: c.partIds.map(part),
      // What is said of lines goes by the row that they are of, wires to a part's plug by the part.
      ...(c.bill ? { bill: withLines(c.bill, (id) => engine(gearbox(part(id)))) } : {}),
      ...(c.wiring ? { wiring: withPlugs(c.wiring, part) } : {}),
    })),
  };
}

/** What people have said of lines, by the new ids of the rows that they are of. */
function withLines(bill: BillEdits, line: (id: string) => string): BillEdits {
  const placed = <T extends { readonly insteadOf?: string }>(kept: T): T =>
    kept.insteadOf === undefined ? kept : { ...kept, insteadOf: line(kept.insteadOf) };
  return {
    ...bill,
    ...(bill.edits ? { edits: bill.edits.map((e) => placed({ ...e, id: line(e.id) })) } : {}),
    ...(bill.own ? { own: bill.own.map(placed) } : {}),
  };
}

/** The wiring with the plugs of parts named by their new ids: “part.ID:plug”. */
function withPlugs(wiring: Wiring, part: (id: string) => string): Wiring {
  const ref = (r: PinRef): PinRef => ({
    ...r,
    plug: r.plug.replace(/^part\.([^:]+):/, (_, id: string) => `part.${part(id)}:`),
  });
  return {
    ...wiring,
    ...(wiring.splices ? { splices: wiring.splices.map((s) => ({ ...s, a: ref(s.a), b: ref(s.b) })) } : {}),
    ...(wiring.unused ? { unused: wiring.unused.map((u) => ({ ...u, at: ref(u.at) })) } : {}),
  };
}
