import {
  pinFunction,
  type Pin,
  type PinFunction,
  type PinRef,
  type Plug,
  type SignalKind,
  type Splice,
  type Subject,
  type Wiring,
} from '../../model/index.ts';

/** Whose plug it is: the engine with its computer, the gearbox, a bought part, the car. */
export type PlugOwner = 'engine' | 'part' | 'gearbox' | 'car';

export interface PlacedPlug {
  /** As wires name it: owner and plug. */
  readonly key: string;
  readonly owner: PlugOwner;
  /** Whose, by name. */
  readonly of: string;
  readonly plug: Plug;
}

/** Every plug that meets in a candidate. */
export function plugsOf({
  engine,
  gearbox,
  parts,
  chassis,
}: Pick<Subject, 'engine' | 'gearbox' | 'parts' | 'chassis'>): PlacedPlug[] {
  const of = (owner: PlugOwner, key: string, name: string, plugs: readonly Plug[] | undefined): PlacedPlug[] =>
    (plugs ?? []).map((plug) => ({ key: `${key}:${plug.id}`, owner, of: name, plug }));
  return [
    ...of('engine', 'engine', engine.name, engine.plugs),
    ...parts.flatMap((p) => of('part', `part.${p.id}`, p.name, p.plugs)),
    ...of('gearbox', 'gearbox', gearbox.name, gearbox.plugs),
    ...of('car', 'car', chassis?.name ?? 'the car', chassis?.plugs),
  ];
}

/** What becomes of a pin. */
export type PinState =
  | { readonly how: 'connected'; readonly splices: readonly Splice[] }
  | { readonly how: 'unused'; readonly why: string }
  /** Nobody has said, or what is said does not hold. */
  | { readonly how: 'open'; readonly because: Mismatch | undefined; readonly splices: readonly Splice[] };

export interface PinRow {
  readonly key: string;
  readonly plug: PlacedPlug;
  readonly pin: Pin;
  readonly fn: PinFunction | undefined;
  readonly state: PinState;
}

export interface Schedule {
  readonly rows: readonly PinRow[];
  /** Wires and words about pins that are not there: of another engine, or taken out of their plug. */
  readonly stale: readonly PinRef[];
}

export const pinKey = ({ plug, pin }: PinRef): string => `${plug}/${pin}`;

export const kindOfPin = (pin: Pin): SignalKind | undefined => pin.signal ?? pinFunction(pin.function)?.kind;

const KIND_WORDS: Readonly<Record<SignalKind, string>> = {
  supply: 'a supply',
  ground: 'a ground',
  switched: 'a switched wire',
  ratio: 'a voltage by ratio',
  resistance: 'a resistance',
  hall: 'a Hall signal',
  inductive: 'an inductive signal',
  pulse: 'pulses',
  bus: 'a data bus',
  coil: 'a coil',
  injector: 'an injector',
};
/** What is read by counting, and how near two counts have to be. */
const COUNTED = 'tacho';
const SAME_PULSES = 0.02;
/** Kinds that one wire carries alike. */
const ALIKE: readonly (readonly [SignalKind, SignalKind])[] = [
  ['pulse', 'hall'],
  ['supply', 'switched'],
];

/** Why a wire does not do: another kind of signal blocks, other pulses only read wrong, what nobody has said is unknown. */
export interface Mismatch {
  readonly words: string;
  readonly state: 'blocked' | 'tight' | 'unknown';
}

/** Why one wire does not carry what is on both pins; undefined where it does. */
export function mismatchOf(a: Pin, b: Pin): Mismatch | undefined {
  const [x, y] = [kindOfPin(a), kindOfPin(b)];
  if (!x || !y) return { words: `function missing for pin ${x ? b.pin : a.pin}`, state: 'unknown' };
  if (x !== y && !ALIKE.some((p) => p.includes(x) && p.includes(y)))
    return { words: `${KIND_WORDS[x]} against ${KIND_WORDS[y]}`, state: 'blocked' };
  const [m, n] = [a.pulsesPerRev, b.pulsesPerRev];
  if (m === undefined || n === undefined)
    return a.function === COUNTED || b.function === COUNTED
      ? {
          words: `pulses per revolution missing for pin ${m === undefined ? a.pin : b.pin}`,
          state: 'unknown',
        }
      : undefined;
  return Math.abs(m / n - 1) > SAME_PULSES
    ? { words: `${m} pulses each turn against ${n}`, state: 'tight' }
    : undefined;
}

const wrong = (words: string, state: Mismatch['state'] = 'blocked'): Mismatch => ({ words, state });

/** Every pin of every plug with what becomes of it: none vanishes, whatever is edited. */
export function scheduleOf(plugs: readonly PlacedPlug[], wiring: Wiring | undefined): Schedule {
  const pins = new Map<string, { plug: PlacedPlug; pin: Pin }>();
  for (const plug of plugs) for (const pin of plug.plug.pins) pins.set(`${plug.key}/${pin.pin}`, { plug, pin });
  const bySplice = new Map<string, Splice[]>();
  const stale: PinRef[] = [];
  const note = (ref: PinRef) => {
    if (!pins.has(pinKey(ref))) stale.push(ref);
  };
  for (const splice of wiring?.splices ?? []) {
    note(splice.a);
    note(splice.b);
    for (const end of new Set([pinKey(splice.a), pinKey(splice.b)]))
      bySplice.set(end, [...(bySplice.get(end) ?? []), splice]);
  }
  const unused = new Map<string, string>();
  for (const { at, why } of wiring?.unused ?? []) {
    note(at);
    unused.set(pinKey(at), why);
  }
  const faultOf = (splice: Splice): Mismatch | undefined => {
    const [a, b] = [pins.get(pinKey(splice.a)), pins.get(pinKey(splice.b))];
    if (!a || !b) return wrong('its other end is not there', 'unknown');
    if (pinKey(splice.a) === pinKey(splice.b)) return wrong('both ends are the same pin');
    const misses = mismatchOf(a.pin, b.pin);
    if (splice.how === 'converter') return splice.converter ? undefined : wrong('the converter has no name');
    return (
      misses && {
        ...misses,
        words: misses.state === 'unknown' ? misses.words : `${misses.words}: converter required`,
      }
    );
  };
  const rows = [...pins].map(([key, { plug, pin }]): PinRow => {
    const splices = bySplice.get(key) ?? [];
    const why = unused.get(key);
    const fault = splices.map(faultOf).find((f) => f !== undefined);
    const state: PinState =
      splices.length > 0 && why !== undefined
        ? { how: 'open', because: wrong('it is connected and marked unused'), splices }
        : splices.length > 0
          ? fault === undefined
            ? { how: 'connected', splices }
            : { how: 'open', because: fault, splices }
          : why !== undefined
            ? { how: 'unused', why }
            : { how: 'open', because: undefined, splices };
    return { key, plug, pin, fn: pinFunction(pin.function), state };
  });
  return { rows, stale };
}
