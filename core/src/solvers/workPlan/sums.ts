import { Type } from 'typebox';
import { defineSum } from '../../model/index.ts';
import { criticalPath, isTopological } from './path.ts';

const closed = { additionalProperties: false };
const N = Type.Number();
const S = Type.String();
const Task = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 80 }),
    hours: Type.Number({ minimum: 0, maximum: 100_000 }),
    after: Type.Array(S, { maxItems: 400, description: 'what has to be done before it' }),
  },
  closed,
);

/** Order and time of work, and the gate before the first start. */
export const workSums = [
  defineSum({
    name: 'work.path',
    title: 'Task order, slack and critical path',
    input: Type.Object(
      {
        tasks: Type.Array(Task, { minItems: 1, maxItems: 400 }),
        helpers: Type.Optional(
          Type.Unsafe<'unlimited'>({
            type: 'string',
            enum: ['unlimited'],
            description: 'hands for all that could be done at once',
          }),
        ),
      },
      closed,
    ),
    output: Type.Object(
      {
        order: Type.Array(S),
        earliestStartHours: Type.Record(S, N),
        slackHours: Type.Record(S, N),
        criticalTasks: Type.Array(S),
        criticalPathHours: N,
        totalHours: N,
        orderIsTopological: Type.Boolean(),
      },
      closed,
    ),
    run: ({ tasks }) => {
      const { order, earliestStartHours, slackHours, criticalTasks, criticalPathHours, totalHours } =
        criticalPath(tasks);
      return {
        order: [...order],
        earliestStartHours: { ...earliestStartHours },
        slackHours: { ...slackHours },
        criticalTasks: [...criticalTasks],
        criticalPathHours,
        totalHours,
        orderIsTopological: isTopological(order, tasks),
      };
    },
  }),
  defineSum({
    name: 'work.gate',
    title: 'Whether a gate may be passed, and what is missing',
    input: Type.Object(
      {
        gate: Type.Unsafe<'first-start'>({ type: 'string', enum: ['first-start'] }),
        conditions: Type.Record(Type.String({ maxLength: 80 }), Type.Boolean(), {
          minProperties: 1,
          maxProperties: 60,
        }),
      },
      closed,
    ),
    output: Type.Object({ passable: Type.Boolean(), missing: Type.Array(S), met: N, asked: N }, closed),
    run: ({ conditions }) => {
      const all = Object.keys(conditions);
      const missing = all.filter((c) => !conditions[c]);
      return { passable: missing.length === 0, missing, met: all.length - missing.length, asked: all.length };
    },
  }),
] as const;
