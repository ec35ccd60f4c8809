import { Type, type Static } from 'typebox';
import { assess } from '../assess/index.ts';
import { brakeSums } from '../questions/brakes/index.ts';
import { coolingSums } from '../questions/cooling/index.ts';
import { buyingSums } from '../questions/donor/index.ts';
import { curveSums } from '../questions/curve/index.ts';
import { engineSums } from '../questions/engine/index.ts';
import { fitSums } from '../questions/fit/index.ts';
import { gearingSums } from '../questions/gearing/index.ts';
import { massSums } from '../questions/mass/index.ts';
import { mountSums } from '../questions/mounts/index.ts';
import { plateSums } from '../questions/plates/index.ts';
import { wiringSums } from '../questions/wiring/index.ts';
import { Build, Check, defineSum, Finding, Id, Library, StateSchema, type Sum } from '../model/index.ts';
import { moneySums } from '../solvers/moneyDraws/index.ts';
import { workSums } from '../solvers/workPlan/index.ts';
import { placementSums } from '../solvers/placement/index.ts';
import { resolverSums } from '../solvers/jointResolver/index.ts';
import { recipeSums } from '../solvers/recipe/index.ts';
import { runSums } from '../questions/acceleration/index.ts';
import { stressSums } from '../questions/strength/index.ts';
import { InputError } from '../units/index.ts';
import { calculatorSums } from './calculatorSums.ts';
import { candidateSums } from './candidateSums.ts';
import { candidateJointSums } from './jointSums.ts';
import { candidateMoneySums } from './candidateMoneySums.ts';
import { candidateMountSums } from './mountLayoutSums.ts';

const closed = { additionalProperties: false };

const assessSum = defineSum({
  name: 'assess',
  title: 'All checks for one candidate',
  input: Type.Object({ build: Build, candidateId: Id, library: Library }, closed),
  output: Type.Object(
    {
      candidateId: Type.String(),
      state: StateSchema,
      steps: Type.Record(Type.String(), StateSchema),
      checks: Type.Array(Check),
      findings: Type.Array(Finding, {
        description: 'figures in sentences are written as {{value|quantity|digits|currency}}',
      }),
    },
    closed,
  ),
  run: ({ build, candidateId, library }) => {
    const candidate = build.candidates.find((c) => c.id === candidateId);
    if (!candidate) throw new InputError('/candidateId', `The build has no candidate “${candidateId}”.`);
    const { state, steps, checks, findings } = assess(build, candidate, library);
    return { candidateId, state, steps: { ...steps }, checks: [...checks], findings: [...findings] };
  },
});

/** The registry of sums: one table, from which come the endpoints, the worker's calls and the reference runner. */
export const SUMS: readonly Sum[] = [
  ...curveSums,
  ...massSums,
  ...brakeSums,
  ...coolingSums,
  ...engineSums,
  ...buyingSums,
  ...moneySums,
  ...workSums,
  ...gearingSums,
  ...runSums,
  ...stressSums,
  ...mountSums,
  ...plateSums,
  ...wiringSums,
  ...fitSums,
  ...placementSums,
  ...recipeSums,
  ...resolverSums,
  assessSum,
  ...candidateSums,
  ...candidateMoneySums,
  ...candidateMountSums,
  ...candidateJointSums,
  ...calculatorSums,
];

/** Sums that are asked of one candidate, with their types: what a screen calls by name. */
type CandidateSum =
  | (typeof candidateSums)[number]
  | (typeof candidateMoneySums)[number]
  | (typeof candidateMountSums)[number]
  | (typeof candidateJointSums)[number];
export type CandidateSumName = CandidateSum['name'];
type Named<N extends CandidateSumName> = Extract<CandidateSum, { readonly name: N }>;
export type CandidateSumInput<N extends CandidateSumName> = Static<Named<N>['input']>;
export type CandidateSumOutput<N extends CandidateSumName> = Static<Named<N>['output']>;

export function sumNamed(name: string): Sum | undefined {
  return SUMS.find((s) => s.name === name);
}
