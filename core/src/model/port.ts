import { Type } from 'typebox';
import { EvidenceSchema, Id } from './figure.ts';

/** What decides a match: numbers where there are numbers, words where there are only words. */
export const PortSpec = Type.Record(
  Type.String({ pattern: '^[a-zA-Z][a-zA-Z0-9]*$' }),
  Type.Union([Type.Number(), Type.String({ maxLength: 120 }), Type.Boolean()]),
);
export type PortSpec = Type.Static<typeof PortSpec>;

/** The two sides of a joint; each joint kind says in words what its a and b are. */
const PortSide = Type.Unsafe<'a' | 'b'>({ type: 'string', enum: ['a', 'b'] });

/** One side of a joint. `kind` names a joint kind of core/joints/kinds. */
export const Port = Type.Object(
  {
    id: Id,
    kind: Id,
    side: PortSide,
    place: Type.Optional(Type.Unsafe<string>({ ...Id, description: 'which of several: left, right, heater return' })),
    spec: PortSpec,
    evidence: Type.Optional(EvidenceSchema),
  },
  { additionalProperties: false },
);
export type Port = Type.Static<typeof Port>;
