import {
  Gaps,
  ofEngine,
  findingOf,
  makeCheck,
  makeFinding,
  type Check,
  type Finding,
  type CheckResult,
  type SavedCalculation,
  type Subject,
} from '../../model/index.ts';
import { attempt, type Figure, InputError, say } from '../../units/index.ts';
import {
  calculatorNamed,
  DUTY_LIMIT_PCT,
  labelled,
  startingInputs,
  runCalculator,
  type Calculator,
  type WorkedOut,
} from './calculators/index.ts';

export interface EngineFigures {
  /** Sums landed in this candidate, worked out anew. */
  readonly landed: readonly { readonly id: string; readonly title: string; readonly result: WorkedOut | undefined }[];
}

const GROUP = 'Engine';

/** What the engine's own record says by itself: injectors at the targets, the bottom end, the knock guardrail; and the sums that were landed. */
export function assessEngine(subject: Subject): CheckResult & { figures: EngineFigures } {
  const checks: Check[] = [];
  const findings: Finding[] = [];
  const { engine, candidate, chassis } = subject;
  if (engine.id !== chassis?.originalEngineId) {
    const gaps = new Gaps();
    for (const judge of [injectors, bottomEnd, knock]) {
      const judged = gaps.find(() => judge(subject));
      checks.push(...(judged?.checks ?? []));
      findings.push(...(judged?.findings ?? []));
    }
    findings.push(...gaps.findings('engine', 'donors', 'Engine', [engine.id]));
  }
  const landed = (candidate.workings ?? []).map((w) => {
    const sum = calculatorNamed(w.sum);
    const id = `working-${w.id}`;
    const title = sum?.title ?? w.sum;
    const tried = attempt(() => {
      if (!sum) throw new InputError('/workings', `There is no sum “${w.sum}” at the bench.`);
      return { sum, result: runCalculator(sum, w.inputs, w.choices) };
    });
    findings.push(
      tried.ok
        ? landedFinding(tried.value.sum, tried.value.result, w, engine.id)
        : makeFinding({
            id,
            state: 'unknown',
            step: 'donors',
            title: `${title} can’t be worked out`,
            because: tried.fault.message,
            missing: [tried.fault.pointer],
            about: [engine.id],
          }),
    );
    return { id: w.id, title, result: tried.ok ? tried.value.result : undefined };
  });
  return { checks, findings, figures: { landed } };
}

/** What a saved calculation says, worked out anew. */
function landedFinding(sum: Calculator, result: WorkedOut, saved: SavedCalculation, engineId: string): Finding {
  const [first] = sum.outputs;
  const main = result.outputs[first!.name]!;
  return makeFinding({
    id: `working-${saved.id}`,
    state: result.state,
    step: 'donors',
    title: result.sentence,
    because: `${sum.title}, landed from the bench${saved.note ? `: ${saved.note}` : ''}. ${sum.formula}.`,
    figure: main.value,
    plusMinus: main.plusMinus,
    quantity: first!.quantity,
    evidence: main.evidence,
    ...(result.limit ? { limit: result.limit.limit } : {}),
    about: [engineId],
  });
}

/** Duty at the present target, which must hold, and at the later one, which a later stage can put right. */
function injectors(subject: Subject): CheckResult {
  const { engine, brief } = subject;
  if (!engine.injectors || engine.fuel === 'diesel') return { checks: [], findings: [] };
  const sum = calculatorNamed('injectors')!;
  const { inputs } = startingInputs(sum, subject);
  const at = (powerKw: number) =>
    runCalculator(sum, {
      ...inputs,
      powerKw: { value: powerKw, plusMinus: 0, evidence: 'measured', source: 'the brief' },
    });
  const checks: Check[] = [];
  const findings: Finding[] = [];
  for (const [when, powerKw] of [
    ['now', brief.now.powerKw],
    ['later', brief.later.powerKw],
  ] as const) {
    if (powerKw === undefined) continue;
    const { outputs, state: judged } = at(powerKw);
    const duty = labelled(sum, outputs['dutyPct']!);
    const state = when === 'later' && judged === 'blocked' ? 'tight' : judged;
    const check = makeCheck({
      id: `injector-duty-${when}`,
      step: 'donors',
      group: GROUP,
      title: `Injector duty, ${when === 'now' ? 'present' : 'later'} target`,
      quantity: 'percent',
      figure: duty,
      limitKind: 'at most',
      limit: DUTY_LIMIT_PCT,
      span: 40,
      state,
      digits: 0,
      because: `${engine.injectors.count} of ${say(engine.injectors.flowCcPerMin.value, 'flowCcPerMin')} at ${say(powerKw, 'powerKw')}; ${say(outputs['neededCcPerMin']!.value, 'flowCcPerMin')} each would stand at ${DUTY_LIMIT_PCT} %.`,
    });
    checks.push(check);
    if (check.state !== 'clear')
      findings.push(
        findingOf(
          check,
          judged === 'blocked'
            ? `Injectors at ${say(duty.value, 'percent', { digits: 0 })} duty for the ${when === 'now' ? 'present' : 'later'} ${say(powerKw, 'powerKw')}`
            : `Injectors near their limit at ${say(powerKw, 'powerKw')}`,
          { about: [engine.id] },
        ),
      );
  }
  return { checks, findings };
}

/** The torque of the curve in use against the weakest known limit of the bottom end. */
function bottomEnd(subject: Subject): CheckResult {
  const { engine } = subject;
  const limit = engine.limits?.filter((l) => l.kind === 'torqueNm').sort((a, b) => a.figure.value - b.figure.value)[0];
  if (!limit) return { checks: [], findings: [] };
  const sum = calculatorNamed('stock-limit')!;
  const { inputs } = startingInputs(sum, subject);
  if (engine.curves.length === 0) return { checks: [], findings: [] };
  const { outputs, state } = runCalculator(sum, { ...inputs, limitNm: limit.figure });
  const share = labelled(sum, outputs['sharePct']!);
  const check = makeCheck({
    id: 'bottom-end',
    step: 'donors',
    group: GROUP,
    title: 'Bottom end, of what it stands',
    quantity: 'percent',
    figure: share,
    limitKind: 'at most',
    limit: 100,
    span: 50,
    state,
    digits: 0,
    because: `${say(inputs['torqueNm']!.value, 'torqueNm')} against ${say(limit.figure.value, 'torqueNm')} that it is known to stand. What goes first: ${limit.goesFirst}.`,
  });
  return {
    checks: [check],
    findings:
      state === 'clear'
        ? []
        : [
            findingOf(
              check,
              state === 'blocked'
                ? `${say(share.value - 100, 'percent', { digits: 0 })} more torque than its bottom end is known to stand`
                : 'The bottom end holds by less than its doubt',
              { about: [engine.id] },
            ),
          ],
  };
}

/** The guardrail warns: it is never worse than tight. */
function knock(subject: Subject): CheckResult {
  const { engine, brief } = subject;
  if (ofEngine(engine, 'fuel') === 'diesel') return { checks: [], findings: [] };
  const sum = calculatorNamed('knock')!;
  // Its maker's own word on fuel beats a rule of thumb; the guardrail is for engines that nobody vouches for.
  if (engine.octaneRon) return makersFuel(subject, engine.octaneRon);
  const boosted = ofEngine(engine, 'induction') !== 'naturally aspirated';
  const staticRatio = ofEngine(engine, 'compressionRatio').value;
  if (boosted && !engine.boost) return { checks: [], findings: [] };
  const { inputs, choices } = startingInputs(sum, subject);
  const { outputs, state, limit } = runCalculator(sum, inputs, choices);
  const check = makeCheck({
    id: 'knock',
    step: 'donors',
    group: GROUP,
    title: 'Effective compression, guardrail',
    quantity: 'number',
    figure: outputs['effective'] && labelled(sum, outputs['effective']),
    limitKind: 'at most',
    limit: limit!.limit,
    span: 3,
    state,
    digits: 1,
    because: `${say(staticRatio, 'number', { digits: 1 })} static${boosted ? ` at a pressure ratio of ${say(engine.boost!.pressureRatio.value, 'number', { digits: 2 })}` : ''} on ${brief.fuelOctaneRon} RON. It warns, it promises nothing.`,
  });
  return {
    checks: [check],
    findings:
      state === 'clear'
        ? []
        : [
            findingOf(
              check,
              outputs['margin']!.value < 0
                ? `Compression ${say(-outputs['margin']!.value, 'number', { digits: 1 })} above the guardrail for ${brief.fuelOctaneRon} RON`
                : `Compression at the guardrail for ${brief.fuelOctaneRon} RON`,
              { about: [engine.id] },
            ),
          ],
  };
}

function makersFuel(subject: Subject, asks: Figure): CheckResult {
  const { engine, brief } = subject;
  const check = makeCheck({
    id: 'knock',
    step: 'donors',
    group: GROUP,
    title: 'Fuel, as its maker asks',
    quantity: 'count',
    figure: { value: brief.fuelOctaneRon, plusMinus: 0, evidence: asks.evidence, from: [] },
    limitKind: 'at least',
    limit: asks.value,
    span: 8,
    because: `Its maker asks for ${asks.value} RON; you fill ${brief.fuelOctaneRon}. That holds for the engine as it was built.`,
  });
  return {
    checks: [check],
    findings:
      check.state === 'clear'
        ? []
        : [findingOf(check, `It wants ${asks.value} RON and you fill ${brief.fuelOctaneRon}`, { about: [engine.id] })],
  };
}
