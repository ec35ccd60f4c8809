import { JointCheck } from '../candidate.ts';
import { defineAccepted, withKind } from './kind.ts';
import { put, take, withField } from './fields.ts';

export const jointCheckSchema = withKind('jointCheck', JointCheck);
const keyOf = ({ joint }: JointCheck) => joint;

/** A joint that somebody looked at and found to mate. */
export const jointCheck = defineAccepted<typeof jointCheckSchema>({
  of: (c) => (c.jointChecks ?? []).map((x) => ({ kind: 'jointCheck' as const, ...x })),
  key: ({ joint }) => `looked-${joint}`,
  apply: (c, { kind: _kind, ...check }) => withField(c, 'jointChecks', put(c.jointChecks, check, keyOf)),
  undo: (c, { joint }, before) => withField(c, 'jointChecks', take(c.jointChecks, joint, keyOf, before?.jointChecks)),
  words: (_, { joint }) => `Inspected, direct fit: ${joint.replace(':', ', ').replaceAll('-', ' ')}`,
  billLine: () => undefined,
});
