import type { Build, Library } from './build.ts';
import type { Candidate } from './candidate.ts';
import { makeFinding } from './check.ts';
import type { DressingOption, Engine, Slot } from './engine.ts';
import type { Family } from './family.ts';
import type { Finding } from './finding.ts';
import type { Gearbox } from './gearbox.ts';
import type { Part } from './part.ts';
import { chassisMountsOf } from './chassisMounts.ts';
import { wholeOf } from './kits.ts';
import { GEARBOX_BOSS, type FittedMount } from './mount.ts';
import type { Setting, Subject } from './subject.ts';

/** The setting of a build: judgements of two builds with equal settings are the same. */
export function settingOf(build: Pick<Build, 'currency' | 'brief' | 'chassis' | 'candidates'>): Setting {
  const peers = build.candidates.map(({ id, engineId, dressing }) => ({ id, engineId, dressing }));
  return { currency: build.currency, brief: build.brief, chassis: build.chassis, peers };
}

/** Quick look-ups over a library; built once for each library object. */
export interface LibraryIndex {
  readonly engines: ReadonlyMap<string, Engine>;
  readonly gearboxes: ReadonlyMap<string, Gearbox>;
  readonly parts: ReadonlyMap<string, Part>;
  /** By name, as engines name theirs. */
  readonly families: ReadonlyMap<string, Family>;
}

const indexes = new WeakMap<Library, LibraryIndex>();

export function indexOf(library: Library): LibraryIndex {
  let index = indexes.get(library);
  if (!index) {
    index = {
      engines: new Map(library.engines.map((e) => [e.id, e])),
      gearboxes: new Map(library.gearboxes.map((g) => [g.id, g])),
      parts: new Map(library.parts.map((p) => [p.id, p])),
      families: new Map((library.families ?? []).map((f) => [f.name, f])),
    };
    indexes.set(library, index);
  }
  return index;
}

const paired = new WeakMap<Gearbox, Map<string, Gearbox>>();

/** The box with gear pairs of its own put in: their ratios, and their ratings where they have one. The same box each time. */
export function withPairs(gearbox: Gearbox, pairIds: readonly string[]): Gearbox {
  const pairs = (gearbox.pairs ?? []).filter((p) => pairIds.includes(p.id) && p.gear <= gearbox.ratios.length);
  if (pairs.length === 0) return gearbox;
  const key = pairs.map((p) => p.id).join(' ');
  const known = paired.get(gearbox) ?? new Map<string, Gearbox>();
  paired.set(gearbox, known);
  let box = known.get(key);
  if (!box) {
    box = {
      ...gearbox,
      ratios: gearbox.ratios.map((r, i) => pairs.find((p) => p.gear === i + 1)?.ratio ?? r),
      ratings: [
        ...gearbox.ratings.filter((r) => !pairs.some((p) => p.gear === r.gear)),
        ...pairs.flatMap((p) =>
          p.ratingNm ? [{ id: `pair-${p.id}`, torqueNm: p.ratingNm, gear: p.gear, inUse: true }] : [],
        ),
      ],
    };
    known.set(key, box);
  }
  return box;
}

/** The chosen option of each dressing slot; the stock one, or else the first, where the candidate names none. */
export function dressingOf(
  engine: Engine,
  candidate: Pick<Candidate, 'dressing'>,
): { slot: Slot; option: DressingOption }[] {
  return engine.slots.map(({ slot, options }) => {
    const wanted = candidate.dressing[slot];
    const option = options.find((o) => o.id === wanted) ?? options.find((o) => o.stock) ?? options[0]!;
    return { slot, option };
  });
}

/** A mount of a kit among the mounts of a candidate goes by this; an own one of the same id stands in its place. */
const kitMountId = (part: Part, id: string) => `${part.id}-${id}`.slice(0, 64);

/** The candidate with the mounts that its kits bring: accepting the kit is accepting them. */
function withKitMounts(
  candidate: Candidate,
  engine: Engine,
  chassis: Setting['chassis'],
  parts: readonly Part[],
): Candidate {
  if (!parts.some((p) => p.mounts)) return candidate;
  const own = candidate.mounts ?? [];
  const pads = chassis ? chassisMountsOf(chassis, parts) : [];
  const brought = parts.flatMap((part) =>
    (part.mounts ?? []).flatMap((m): FittedMount[] => {
      const id = kitMountId(part, m.id);
      if (own.some((o) => o.id === id)) return [];
      const boss = engine.bosses.find((b) => b.id === m.bossId) ?? engine.bosses.find((b) => b.name === m.bossId);
      const pad = pads.find((p) => p.id === m.padId) ?? pads.find((p) => p.name === m.padId);
      const { bossId, padId, ...rest } = m;
      return [
        {
          ...rest,
          id,
          partId: part.id,
          ...(bossId === undefined ? {} : { bossId: bossId === GEARBOX_BOSS ? bossId : (boss?.id ?? bossId) }),
          ...(padId === undefined ? {} : { padId: pad?.id ?? padId }),
        },
      ];
    }),
  );
  return brought.length === 0 ? candidate : { ...candidate, mounts: [...own, ...brought] };
}

/**
 * Looks everything up. Where the engine or gearbox is not in the library nothing can be judged: then findings say what
 * is missing. A part or dressing that is not there is left out, with a finding.
 */
export function resolveSubject(
  setting: Setting,
  candidate: Candidate,
  library: Library,
): { subject?: Subject; findings: Finding[] } {
  const index = indexOf(library);
  const findings: Finding[] = [];
  const missing = (what: string, id: string, pointer: string) =>
    findings.push(
      makeFinding({
        id: `missing-${id}`,
        state: 'unknown',
        step: 'joints',
        title: `The ${what} “${id}” is not in the library`,
        because: `No checks possible. Select another ${what} or import it.`,
        missing: [pointer],
      }),
    );
  const engine = index.engines.get(candidate.engineId);
  const gearbox = index.gearboxes.get(candidate.gearboxId);
  if (!engine) missing('engine', candidate.engineId, '/engineId');
  if (!gearbox) missing('gearbox', candidate.gearboxId, '/gearboxId');
  // In the order of their ids: in which order they were accepted decides nothing, not even of two that stand for one another.
  const accepted = candidate.partIds.flatMap((id, i) => {
    const part = index.parts.get(id);
    if (!part) missing('part', id, `/partIds/${i}`);
    return part ? wholeOf(part, index.parts) : [];
  });
  const parts = [...new Set(accepted)].sort((a, b) => (a.id < b.id ? -1 : 1));
  for (const kit of parts)
    kit.inKit?.forEach((id, i) => {
      if (!index.parts.has(id)) missing('part', id, `/parts/${kit.id}/inKit/${i}`);
    });
  if (!engine || !gearbox) return { findings };
  for (const { slot, options } of engine.slots) {
    const wanted = candidate.dressing[slot];
    if (wanted !== undefined && !options.some((o) => o.id === wanted)) missing(slot, wanted, `/dressing/${slot}`);
  }
  for (const id of candidate.pairIds ?? [])
    if (!gearbox.pairs?.some((p) => p.id === id)) missing('gear pair', id, '/pairIds');
  const { currency, brief, chassis, peers } = setting;
  return {
    findings,
    subject: {
      currency,
      brief,
      chassis,
      peers,
      candidate: withKitMounts(candidate, engine, chassis, parts),
      engine,
      gearbox: withPairs(gearbox, candidate.pairIds ?? []),
      dressing: dressingOf(engine, candidate).map((d) => d.option),
      parts,
      tyre: chassis?.tyres.find((t) => t.code === candidate.tyreCode),
      library,
      originalEngine: chassis?.originalEngineId === undefined ? undefined : index.engines.get(chassis.originalEngineId),
      originalGearbox:
        chassis?.originalGearboxId === undefined ? undefined : index.gearboxes.get(chassis.originalGearboxId),
    },
  };
}
