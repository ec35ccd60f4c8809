import { Type } from 'typebox';
import { EvidenceSchema, Id, Name } from './figure.ts';

const closed = { additionalProperties: false };

/** What someone says about a fit: kept beside what others say, never merged, with the test that would settle it. */
export const FitClaim = Type.Object(
  {
    id: Id,
    about: Type.Object(
      {
        engineId: Type.Optional(Id),
        optionId: Type.Optional(Id),
        gearboxId: Type.Optional(Id),
        partId: Type.Optional(Id),
        obstacleId: Type.Optional(Id),
      },
      { ...closed, minProperties: 1 },
    ),
    says: Type.Unsafe<'fits' | 'does not fit'>({ type: 'string', enum: ['fits', 'does not fit'] }),
    by: Name,
    words: Type.String({ maxLength: 500 }),
    evidence: EvidenceSchema,
    test: Type.Optional(Type.String({ maxLength: 300, description: 'what would settle it' })),
  },
  closed,
);
export type FitClaim = Type.Static<typeof FitClaim>;
