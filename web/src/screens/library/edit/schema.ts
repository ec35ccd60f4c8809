import type { EntryRange } from '@sable/core/units';
import { unitSuffix } from '../../../pieces/fieldQuantity.ts';

/** As much of a JSON schema as a form needs to know. */
export interface Schema {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[] | undefined;
  readonly items?: Schema | readonly Schema[];
  readonly enum?: readonly (string | number)[];
  readonly const?: unknown;
  readonly anyOf?: readonly Schema[];
  readonly minItems?: number;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly exclusiveMaximum?: number;
  readonly maxLength?: number;
  readonly description?: string;
  readonly patternProperties?: unknown;
}

/** What a schema allows of a number, as its field needs it. */
export function rangeOfSchema(s: Schema): EntryRange {
  const min = s.exclusiveMinimum ?? s.minimum;
  const max = s.exclusiveMaximum ?? s.maximum;
  return {
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    ...(s.exclusiveMinimum === undefined ? {} : { above: true }),
    ...(s.type === 'integer' ? { whole: true } : {}),
  };
}

export const isFigure = (s: Schema) => Boolean(s.properties?.['value'] && s.properties['evidence']);
export const isThreePoint = (s: Schema) => Boolean(s.properties?.['likely'] && s.properties['evidence']);
export const isRecord = (s: Schema) => s.patternProperties !== undefined;
/** A tuple of numbers: a place, a direction, a size. */
export const tupleOf = (s: Schema): number | undefined => {
  const items = s.items;
  const list = Array.isArray(items) ? (items as readonly Schema[]) : undefined;
  return s.type === 'array' && list?.every((i) => i.type === 'number') ? list.length : undefined;
};
export const itemOf = (s: Schema): Schema | undefined =>
  s.type === 'array' && s.items && !Array.isArray(s.items) ? (s.items as Schema) : undefined;

/** Words that a name in camel case would not give. */
const TITLES: Readonly<Record<string, string>> = {
  id: 'Id',
  massKg: 'Mass',
  comMm: 'Centre of mass',
  at: 'At (forward, left, up)',
  atMm: 'At (forward, left, up)',
  direction: 'Direction (forward, left, up)',
  plusMinusMm: '±',
  plusMinusPct: '± of the torque',
  builtFrom: 'Built from',
  builtTo: 'Built to',
  oilL: 'Oil',
  coolantL: 'Coolant',
  octaneRon: 'Fuel its maker asks for, RON',
  injectors: 'Injectors',
  railBar: 'Rail, over the manifold',
  referenceBar: 'Flow stated at',
  intakeDeg: 'Intake duration at 1.27 mm',
  exhaustDeg: 'Exhaust duration at 1.27 mm',
  intakeCentreDeg: 'Intake centre',
  exhaustCentreDeg: 'Exhaust centre',
  massRecords: 'Masses on record',
  ancillaryMasses: 'Masses of its ancillaries',
  slots: 'Dressing',
  options: 'Choices',
  solids: 'Solids',
  needs: 'Must be bolted on for it to run',
  inUse: 'In use',
  sends: 'Messages it sends',
  wants: 'Messages it wants',
  toA: 'Face towards side a',
  toB: 'Face towards side b',
  is: 'Which',
  donorKerbKg: 'Kerb mass of the car it came from',
  also: 'What else must change',
  goes: 'Goes on',
  shifterMm: 'Shifter (forward, left, up)',
  outputMm: 'Output (forward, left, up)',
  mountMm: 'Mount (forward, left, up)',
  verticesMm: 'Corners, one a line (forward left up)',
  outlineMm: 'Outline, one point a line',
  centreMm: 'Centre (forward, left, up)',
  sizeMm: 'Size (forward, left, up)',
  turnDeg: 'Turned (roll, pitch, yaw)',
  fromMm: 'From',
  toMm: 'To',
};
/** A field's name in words: "gasketThicknessMm" → "Gasket thickness". */
export function titleOf(name: string): string {
  const known = TITLES[name];
  if (known) return known;
  const words = name
    .slice(0, name.length - unitSuffix(name).length)
    .replaceAll(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** Something to begin with: nothing entered, the first of a list, estimated. */
export function blankOf(schema: Schema, name = ''): unknown {
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[0];
  if (schema.anyOf) return blankOf(schema.anyOf[0]!, name);
  if (isRecord(schema)) return {};
  if (isFigure(schema))
    return { value: schema.properties!['value']!.exclusiveMinimum === undefined ? 0 : 1, evidence: 'estimated' };
  if (isThreePoint(schema)) return { low: 0, likely: 0, high: 0, evidence: 'estimated' };
  const length = tupleOf(schema);
  if (length !== undefined) {
    const positive = (schema.items as readonly Schema[])[0]!.exclusiveMinimum !== undefined;
    return Array.from({ length }, (_, i) => (positive ? 100 : name === 'direction' && i === 1 ? 1 : 0));
  }
  switch (schema.type) {
    case 'array': {
      const item = itemOf(schema);
      return Array.from({ length: schema.minItems ?? 0 }, (_, i) => {
        const blank = item ? blankOf(item) : 0;
        // Corners and points must not lie on one another.
        return Array.isArray(blank)
          ? spreadPoint(i, blank.length)
          : typeof blank === 'number'
            ? blank + 1000 * i
            : blank;
      });
    }
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.properties ?? {})
          .filter(([key]) => schema.required?.includes(key))
          .map(([key, s]) => [key, blankOf(s, key)]),
      );
    case 'boolean':
      return false;
    case 'integer':
    case 'number':
      return firstWithin(schema);
    case 'string':
      return name === 'id' ? `new-${Math.random().toString(36).slice(2, 7)}` : '';
    default:
      return null;
  }
}

/** The least round number that a schema allows: nought or one, else one in the middle. */
function firstWithin({
  minimum = 0,
  exclusiveMinimum,
  maximum = Infinity,
  exclusiveMaximum = Infinity,
}: Schema): number {
  const first = Math.max(minimum, exclusiveMinimum === undefined ? 0 : 1);
  return first <= maximum && first < exclusiveMaximum
    ? first
    : ((exclusiveMinimum ?? minimum) + Math.min(maximum, exclusiveMaximum)) / 2;
}

const CORNERS = [
  [0, 0, 0],
  [100, 0, 0],
  [0, 100, 0],
  [0, 0, 100],
] as const;
const spreadPoint = (i: number, length: number) => CORNERS[i % 4]!.slice(0, length);
