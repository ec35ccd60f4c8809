import { ORIGIN, type Contribution } from '../units/index.ts';
import type { Library } from './build.ts';
import type { Candidate } from './candidate.ts';
import { fieldWords, ownerName, type FieldWords } from './fieldWords.ts';
import type { Check } from './finding.ts';
import type { Setting, Subject } from './subject.ts';

/** Many, and without figures whose doubt goes into a check: the walk stops there. */
const NOT_WALKED = new Set([
  'solids',
  'shape',
  'obstacles',
  'routes',
  'belts',
  'scanned',
  'tape',
  'claims',
  'pads',
  'ports',
  'price',
  'hours',
  'bosses',
  'bought',
]);
/** Where a thing of the data stands: the JSON pointer into build or library, and what the dictionary says of it. */
interface Address {
  readonly pointer: string;
  readonly words: FieldWords | undefined;
}
const addresses = new WeakMap<object, Map<object, Address>>();

/** Addresses within one row, by the objects that stand there; walked once for each row. */
function within(root: object, rootPointer: string): Map<object, Address> {
  let known = addresses.get(root);
  if (known) return known;
  known = new Map();
  const keep = known;
  const walk = (thing: object, pointer: string): void => {
    keep.set(thing, { pointer, words: fieldWords(pointer) });
    // Numbers alone, a place or a curve, hold nothing to find.
    if (Array.isArray(thing) && typeof thing[0] !== 'object') return;
    for (const key in thing) {
      const value: unknown = thing[key as keyof typeof thing];
      if (typeof value !== 'object' || value === null || NOT_WALKED.has(key)) continue;
      walk(value, `${pointer}/${/[~/]/.test(key) ? key.replaceAll('~', '~0').replaceAll('/', '~1') : key}`);
    }
  };
  walk(root, rootPointer);
  addresses.set(root, known);
  return known;
}

/** The rows that a judgement reads, each with the pointer that it stands at. */
function rootsOf(subject: Subject): [string, object][] {
  const { chassis, brief, candidate, engine, gearbox, parts } = subject;
  // Those that most figures come from stand first: they are looked through in this order.
  return [
    ...(chassis ? ([['/chassis', chassis]] as [string, object][]) : []),
    [`/engines/${engine.id}`, engine],
    [`/gearboxes/${gearbox.id}`, gearbox],
    ['/brief', brief],
    ...parts.map((p): [string, object] => [`/parts/${p.id}`, p]),
    [`/candidates/${candidate.id}`, candidate],
  ];
}

/** Where something in the data of a subject stands; rows go by their id. */
type AddressBook = (thing: object) => Address | undefined;
function addressBook(subject: Subject): AddressBook {
  const rows = rootsOf(subject).map(([at, root]) => within(root, at));
  return (thing) => {
    for (const row of rows) {
      const address = row.get(thing);
      if (address) return address;
    }
    return undefined;
  };
}

/** Checks whose contributions carry their addresses. */
export function addressed(subject: Subject, checks: readonly Check[]): Check[] {
  const addressOf = addressBook(subject);
  return checks.map((check) => (check.from.length === 0 ? check : withAddresses(subject, check, addressOf)));
}

function withAddresses(subject: Subject, check: Check, addressOf: AddressBook): Check {
  const from = (check.from as readonly Contribution[]).map((c) => {
    const origin = c[ORIGIN];
    const address = origin && addressOf(origin.thing);
    const { value, plusMinus, evidence, share } = c;
    if (!address) return { name: c.name, value, plusMinus, evidence, share };
    // A figure of the data goes by the dictionary's name, one made from it by the sum's own.
    const name = origin.direct && address.words ? nameOf(subject, address.words) : c.name;
    return { name, value, plusMinus, evidence, share, pointer: address.pointer };
  });
  return { ...check, from };
}

function nameOf(subject: Subject, words: FieldWords): string {
  const owner = ownerName(subject, words);
  return owner === undefined ? words.label : `${owner}: ${words.label}`;
}

/** Everything that a judgement is made from. */
export interface Inputs {
  readonly setting: Setting;
  readonly candidate: Candidate;
  readonly library: Library;
}

/** The thing with what stands at a path put in place of it; undefined where the path leads nowhere. */
function replaced<T>(thing: T, path: readonly string[], change: (old: unknown) => unknown): T | undefined {
  const [key, ...rest] = path;
  if (key === undefined) return change(thing) as T;
  if (typeof thing !== 'object' || thing === null || !(key in thing)) return undefined;
  const inner = replaced((thing as Record<string, unknown>)[key], rest, change);
  if (inner === undefined) return undefined;
  return (
    Array.isArray(thing)
      ? thing.map((x, i) => (String(i) === key ? inner : (x as unknown)))
      : { ...thing, [key]: inner }
  ) as T;
}

/** A figure takes the value; a torque curve is scaled by it, a plain number is replaced. */
function taking(value: number): (old: unknown) => unknown {
  return (old) => {
    if (typeof old === 'number') return value;
    if (typeof old !== 'object' || old === null) return undefined;
    if ('value' in old) return { ...old, value };
    if ('torqueNm' in old && Array.isArray(old.torqueNm))
      return { ...old, torqueNm: (old.torqueNm as number[]).map((t) => t * value) };
    return undefined;
  };
}

const LISTS = ['engines', 'gearboxes', 'parts'] as const;

/**
 * The same inputs with one figure changed; undefined where nothing that takes a number stands at the pointer. The value of
 * a torque curve is a factor on it.
 */
export function withInput(inputs: Inputs, pointer: string, value: number): Inputs | undefined {
  const [root, ...path] = pointer
    .split('/')
    .slice(1)
    .map((k) => k.replaceAll('~1', '/').replaceAll('~0', '~'));
  const put = taking(value);
  if (root === 'brief' || root === 'chassis') {
    const changed = replaced(inputs.setting[root], path, put);
    return changed ? { ...inputs, setting: { ...inputs.setting, [root]: changed } } : undefined;
  }
  if (root === 'candidates') {
    const candidate = path[0] === inputs.candidate.id ? replaced(inputs.candidate, path.slice(1), put) : undefined;
    return candidate && { ...inputs, candidate };
  }
  const list = LISTS.find((l) => l === root);
  const rows: readonly { id: string }[] = list ? inputs.library[list] : [];
  const row = rows.find((r) => r.id === path[0]);
  const changed = row && replaced(row, path.slice(1), put);
  if (!list || !changed) return undefined;
  return {
    ...inputs,
    library: { ...inputs.library, [list]: rows.map((r) => (r === row ? changed : r)) },
  };
}
