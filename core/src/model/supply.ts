import { Type } from 'typebox';
import { Note } from './figure.ts';

const closed = { additionalProperties: false };

/** How hard an engine or a gearbox is to come by. */
export const SCARCITY = ['common', 'to be found', 'rare'] as const;
export const Supply = Type.Object(
  {
    scarcity: Type.Unsafe<(typeof SCARCITY)[number]>({ type: 'string', enum: [...SCARCITY] }),
    makerActive: Type.Boolean(),
    sparesNearby: Type.Optional(Type.Boolean()),
    knowHowNearby: Type.Optional(Type.Boolean({ description: 'a nearby shop works on them' })),
  },
  closed,
);
export type Supply = Type.Static<typeof Supply>;

export const TRUST = ['good', 'untried', 'let us down'] as const;

/** Who sells or works, and what has come of it. */
export const Supplier = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80 }),
    trust: Type.Unsafe<(typeof TRUST)[number]>({ type: 'string', enum: [...TRUST] }),
    lateDays: Type.Optional(Type.Integer({ minimum: 0, maximum: 1000, description: 'delivery later than promised' })),
    note: Type.Optional(Note),
  },
  closed,
);
export type Supplier = Type.Static<typeof Supplier>;

/** Who maps engines near enough to be driven to, and the computers that they work with. */
export const Tuner = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80 }),
    distanceKm: Type.Optional(Type.Number({ minimum: 0, maximum: 20000 })),
    computers: Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { maxItems: 40 }),
  },
  closed,
);
export type Tuner = Type.Static<typeof Tuner>;

/** What may be said of a supplier; undefined takes it back. */
export type SupplierSaid = { readonly [K in Exclude<keyof Supplier, 'name'>]?: Supplier[K] | undefined };

/** What is said of a supplier, in place of what was; one of which nothing is said any more is left out. */
export function withSupplier(all: readonly Supplier[], name: string, more: SupplierSaid): Supplier[] {
  const next = { name, trust: 'untried' as const, ...all.find((s) => s.name === name), ...more };
  const kept = Object.fromEntries(Object.entries(next).filter(([, v]) => v !== undefined && v !== '')) as Supplier;
  const others = all.filter((s) => s.name !== name);
  const says = kept.trust !== 'untried' || kept.lateDays !== undefined || kept.note !== undefined;
  return says ? [...others, kept] : others;
}

/** Supply in words: how hard it is to come by, and what is nearby. */
export function supplyWords(supply: Supply): string {
  const near = (is: boolean | undefined, yes: string, no: string) => (is === undefined ? [] : [is ? yes : no]);
  return [
    supply.scarcity,
    `manufacturer ${supply.makerActive ? 'still active' : 'closed'}`,
    ...near(supply.sparesNearby, 'spares nearby', 'no spares nearby'),
    ...near(supply.knowHowNearby, 'a nearby shop works on them', 'no specialist nearby'),
  ].join(', ');
}
