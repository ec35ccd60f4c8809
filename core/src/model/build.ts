import { Type } from 'typebox';
import { Brief } from './brief.ts';
import { Candidate } from './candidate.ts';
import { Chassis } from './chassis.ts';
import { Engine } from './engine.ts';
import { Family } from './family.ts';
import { Offer } from './listing.ts';
import { Id, Name, Note } from './figure.ts';
import { Gearbox } from './gearbox.ts';
import { Part } from './part.ts';

const closed = { additionalProperties: false };

export const Decision = Type.Object(
  {
    candidateId: Type.Union([Id, Type.Null()]),
    reason: Note,
    whyNot: Type.Optional(
      Type.Array(Type.Object({ engineId: Id, words: Note }, closed), {
        maxItems: 200,
        description: 'engines that were looked at and not taken, and why',
      }),
    ),
  },
  closed,
);
export type Decision = Type.Static<typeof Decision>;

/** One car getting one swap. `chassis` is null until the survey is begun. */
export const Build = Type.Object(
  {
    id: Id,
    name: Name,
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    brief: Brief,
    chassis: Type.Union([Chassis, Type.Null()]),
    candidates: Type.Array(Candidate, { maxItems: 26 }),
    decision: Decision,
  },
  closed,
);
export type Build = Type.Static<typeof Build>;

/** The rows of the library that a build may choose from. */
export const Library = Type.Object(
  {
    engines: Type.Array(Engine),
    gearboxes: Type.Array(Gearbox),
    parts: Type.Array(Part),
    families: Type.Optional(Type.Array(Family)),
    offers: Type.Optional(Type.Array(Offer)),
  },
  closed,
);
export type Library = Type.Static<typeof Library>;
