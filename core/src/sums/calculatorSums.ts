import { Type } from 'typebox';
import { defineSum, StateSchema, type Sum } from '../model/index.ts';
import { CALCULATORS, runCalculator, type Calculator, type WorkedOut } from '../questions/engine/index.ts';
import { wordSentence, type Figure } from '../units/index.ts';
import { derivedSchema, EvidenceSchema } from './derivedSchema.ts';

const closed = { additionalProperties: false };

/** The output of every calculator: its figures with their doubt, the state against its limit, and a sentence. */
/** A description over HTTP has no reader’s units: figures in it are metric. */
const plain = (words: string): string => wordSentence(words, { system: 'metric' });

const outputOf = (calculator: Calculator) =>
  Type.Object(
    {
      outputs: Type.Object(
        Object.fromEntries(
          calculator.outputs.map((o) => [o.name, Type.Object(derivedSchema, { ...closed, title: plain(o.label) })]),
        ),
        closed,
      ),
      state: StateSchema,
      limit: Type.Optional(
        Type.Object(
          {
            kind: Type.Unsafe<'at most' | 'at least'>({ type: 'string', enum: ['at most', 'at least'] }),
            limit: Type.Number(),
          },
          closed,
        ),
      ),
      sentence: Type.String({ description: 'figures in it are written as {{value|quantity|digits|currency}}' }),
    },
    closed,
  );

/** A calculator of the engine’s workbench as a sum: its labels, limits, formula, source and cautions are its schema. */
function calculatorSum(calculator: Calculator): Sum {
  const { id, title, formula, source, caution, inputs, choices = [] } = calculator;
  return defineSum({
    name: `calculator.${id}`,
    title,
    description: [formula, source, ...(caution ? [caution] : [])].join(' '),
    input: Type.Object(
      {
        inputs: Type.Unsafe<Record<string, Figure>>(
          Type.Object(
            Object.fromEntries(
              inputs.map((i) => [
                i.name,
                Type.Object(
                  {
                    value: Type.Number({
                      ...(i.min === undefined ? {} : { minimum: i.min }),
                      ...(i.max === undefined ? {} : { maximum: i.max }),
                    }),
                    plusMinus: Type.Optional(Type.Number({ minimum: 0 })),
                    evidence: EvidenceSchema,
                    source: Type.Optional(Type.String()),
                  },
                  { ...closed, title: plain(i.label) },
                ),
              ]),
            ),
            closed,
          ),
        ),
        choices: Type.Optional(
          Type.Unsafe<Record<string, string>>(
            Type.Object(
              Object.fromEntries(
                choices.map((c) => [
                  c.name,
                  Type.Optional(Type.Unsafe<string>({ type: 'string', enum: [...c.options], title: plain(c.label) })),
                ]),
              ),
              closed,
            ),
          ),
        ),
      },
      closed,
    ),
    output: Type.Unsafe<WorkedOut>(outputOf(calculator)),
    run: ({ inputs: given, choices: chosen }) => runCalculator(calculator, given, chosen),
  });
}

export const calculatorSums: readonly Sum[] = CALCULATORS.map(calculatorSum);
