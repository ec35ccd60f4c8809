import { Type } from 'typebox';
import { EVIDENCE, type Evidence } from '../units/index.ts';

const closed = { additionalProperties: false };
export const EvidenceSchema = Type.Unsafe<Evidence>({ type: 'string', enum: [...EVIDENCE] });

/** A derived figure: its value with its doubt, and which inputs make that. */
export const derivedSchema = {
  value: Type.Number(),
  plusMinus: Type.Number(),
  evidence: EvidenceSchema,
  from: Type.Array(
    Type.Object(
      {
        name: Type.String(),
        value: Type.Number(),
        plusMinus: Type.Number(),
        evidence: EvidenceSchema,
        share: Type.Number(),
      },
      closed,
    ),
  ),
};
