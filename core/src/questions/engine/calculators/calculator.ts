import { checkState, type State, type Subject } from '../../../model/index.ts';
import { attempt, InputError, propagateAll, type Derived, type Figure, type Quantity } from '../../../units/index.ts';

export interface CalculatorInput {
  readonly name: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly digits?: number;
  readonly min?: number;
  readonly max?: number;
  /** What stands in the field when nothing better is known. */
  readonly usual: Figure;
  /** The candidate's own figure. */
  readonly from?: (s: Subject) => Figure | undefined;
}

interface CalculatorChoice {
  readonly name: string;
  readonly label: string;
  readonly options: readonly string[];
  readonly from?: (s: Subject) => string | undefined;
}

interface CalculatorOutput {
  readonly name: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly digits?: number;
  readonly signed?: boolean;
}

type Values = Readonly<Record<string, number>>;
export type Choices = Readonly<Record<string, string>>;

/** One sum of the workbench: what it asks, how it reckons, what it says. The first output is its answer. */
export interface Calculator {
  readonly id: string;
  readonly group: 'Short block' | 'Cam and head' | 'Fuel' | 'Air and boost' | 'Exhaust' | 'Cooling';
  readonly title: string;
  readonly formula: string;
  readonly source: string;
  readonly caution?: string;
  readonly inputs: readonly CalculatorInput[];
  readonly choices?: readonly CalculatorChoice[];
  readonly outputs: readonly CalculatorOutput[];
  readonly run: (v: Values, c: Choices) => Record<string, number>;
  /** The limit that the answer is held against; `warns` never blocks. */
  readonly limit?: (
    v: Values,
    c: Choices,
  ) => { readonly kind: 'at most' | 'at least'; readonly limit: number; readonly warns?: boolean } | undefined;
  /** The result as a sentence, with figures as tokens. */
  readonly says: (r: Readonly<Record<string, Derived>>, state: State, v: Values, c: Choices) => string;
}

export interface WorkedOut {
  readonly outputs: Readonly<Record<string, Derived>>;
  readonly state: State;
  readonly limit: { readonly kind: 'at most' | 'at least'; readonly limit: number } | undefined;
  readonly sentence: string;
}

/**
 * Works a sum out with the scatter of its inputs.
 * @throws InputError naming the input that can't be used.
 */
export function runCalculator(
  sum: Calculator,
  inputs: Readonly<Record<string, Figure>>,
  choices: Choices = {},
): WorkedOut {
  const figures: Record<string, Figure> = {};
  for (const input of sum.inputs) {
    const figure = inputs[input.name];
    if (!figure || !Number.isFinite(figure.value))
      throw new InputError(`/inputs/${input.name}`, `${input.label} is required.`);
    if (input.min !== undefined && figure.value < input.min)
      throw new InputError(
        `/inputs/${input.name}`,
        `${input.label} must be ${input.min} or more; it is ${figure.value}.`,
      );
    if (input.max !== undefined && figure.value > input.max)
      throw new InputError(
        `/inputs/${input.name}`,
        `${input.label} must be ${input.max} or less; it is ${figure.value}.`,
      );
    figures[input.name] = figure;
  }
  const chosen: Record<string, string> = {};
  for (const choice of sum.choices ?? []) {
    const c = choices[choice.name] ?? choice.options[0]!;
    if (!choice.options.includes(c))
      throw new InputError(`/choices/${choice.name}`, `${choice.label}: use one of ${choice.options.join(', ')}.`);
    chosen[choice.name] = c;
  }
  const values = Object.fromEntries(Object.entries(figures).map(([k, f]) => [k, f.value]));
  // Scatter may push an input past where the sum has an answer: there the middle stands in for it.
  const middle = sum.run(values, chosen);
  const [lost] = sum.outputs.filter((o) => !Number.isFinite(middle[o.name]));
  if (lost)
    throw new InputError(
      `/inputs/${sum.inputs[0]!.name}`,
      `${lost.label} has no value with these figures together: check those that are far from usual.`,
    );
  const outputs = propagateAll(figures, (v) => {
    const tried = attempt(() => sum.run(v, chosen));
    return tried.ok ? tried.value : middle;
  });
  const main = outputs[sum.outputs[0]!.name]!;
  const limit = sum.limit?.(values, chosen);
  const judged = limit ? checkState(main.value, main.plusMinus, limit.kind, limit.limit) : 'clear';
  const state = limit?.warns && judged === 'blocked' ? 'tight' : judged;
  return {
    outputs,
    state,
    limit: limit && { kind: limit.kind, limit: limit.limit },
    sentence: sum.says(outputs, state, values, chosen),
  };
}

/** A result whose contributions go by the labels of the inputs. */
export function labelled(sum: Calculator, d: Derived): Derived {
  const label = (name: string) => {
    const words = sum.inputs.find((i) => i.name === name)?.label ?? name;
    return /^[A-Z][a-z ]/.test(words) ? words.charAt(0).toLowerCase() + words.slice(1) : words;
  };
  return { ...d, from: d.from.map((c) => ({ ...c, name: label(c.name) })) };
}

/** The inputs to begin with: the candidate's own figures where it has them, else the usual ones. */
export function startingInputs(
  sum: Calculator,
  subject: Subject | undefined,
): { inputs: Record<string, Figure>; choices: Record<string, string> } {
  return {
    inputs: Object.fromEntries(sum.inputs.map((i) => [i.name, (subject && i.from?.(subject)) ?? i.usual])),
    choices: Object.fromEntries(
      (sum.choices ?? []).map((c) => [c.name, (subject && c.from?.(subject)) ?? c.options[0]!]),
    ),
  };
}
