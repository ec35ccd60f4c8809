import { Type } from 'typebox';
import { about } from '../../units/index.ts';
import { Id } from '../figure.ts';
import { trimmable } from '../obstacleChange.ts';
import type { Subject } from '../subject.ts';
import { defineAccepted } from './kind.ts';
import { itself, put, take, withField } from './fields.ts';

const lugOf = ({ engine, dressing, gearbox }: Subject, solidId: string) =>
  trimmable([...engine.solids, ...dressing.flatMap((d) => d.solids), ...gearbox.solids]).find((s) => s.id === solidId);

export const trimSchema = Type.Object({ kind: Type.Literal('trim'), solidId: Id }, { additionalProperties: false });

/** A lug or tab of engine or gearbox taken off. */
export const trim = defineAccepted<typeof trimSchema>({
  of: (c) => (c.trims ?? []).map((solidId) => ({ kind: 'trim' as const, solidId })),
  key: ({ solidId }) => `trim-${solidId}`,
  apply: (c, { solidId }) => withField(c, 'trims', put(c.trims, solidId, itself)),
  undo: (c, { solidId }, before) => withField(c, 'trims', take(c.trims, solidId, itself, before?.trims)),
  words: (subject, { solidId }) => `Trim the ${lugOf(subject, solidId)?.name ?? solidId}`,
  billLine(subject, { solidId }) {
    const lug = lugOf(subject, solidId)?.mayTrim;
    return (
      lug && {
        class: 'fit',
        why: 'to make it fit',
        price: about(lug.cost, 'price'),
        hours: about(lug.hours, 'hours'),
        evidence: 'estimated',
      }
    );
  },
});
