import { Type } from 'typebox';
import { about, NOTHING, say } from '../../units/index.ts';
import { defineAccepted } from './kind.ts';
import { put, take, withField } from './fields.ts';

const keyOf = ({ gear }: { gear: number }) => String(gear);
/** Writing it into the map and proving it on the road. h */
const HOURS = 1;

export const torqueLimitSchema = Type.Object(
  {
    kind: Type.Literal('torqueLimit'),
    gear: Type.Integer({ minimum: 1, maximum: 12 }),
    torqueNm: Type.Number({ exclusiveMinimum: 0, maximum: 5000 }),
  },
  { additionalProperties: false },
);

/** Torque that the map allows in a gear, at the crank. */
export const torqueLimit = defineAccepted<typeof torqueLimitSchema>({
  of: (c) => (c.torqueLimits ?? []).map((limit) => ({ kind: 'torqueLimit' as const, ...limit })),
  key: ({ gear }) => `torque-limit-${gear}`,
  apply: (c, { gear, torqueNm }) => withField(c, 'torqueLimits', put(c.torqueLimits, { gear, torqueNm }, keyOf)),
  undo: (c, { gear }, before) =>
    withField(c, 'torqueLimits', take(c.torqueLimits, String(gear), keyOf, before?.torqueLimits)),
  words: (_, { gear, torqueNm }) => `Torque limit in the ECU map, gear ${gear}: ${say(torqueNm, 'torqueNm')}`,
  billLine: () => ({
    class: 'fit',
    why: 'to spare the gearbox',
    price: NOTHING,
    hours: about(HOURS, 'hours'),
    evidence: 'estimated',
  }),
});
