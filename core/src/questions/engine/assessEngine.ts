import {
  Gaps,
  ofEngine,
  costOfPart,
  findingOf,
  makeCheck,
  makeFinding,
  unanswered,
  type Check,
  type DressingOption,
  type Part,
  type Remedy,
  type Finding,
  type CheckResult,
  type SavedCalculation,
  type Subject,
} from '../../model/index.ts';
import { petrolOf } from './fuels.ts';
import { attempt, type Figure, InputError, madeFrom, say, scatterOf } from '../../units/index.ts';
import { servesWords } from './boughtBySum.ts';
import { labelled, startingInputs, runCalculator, type Calculator, type WorkedOut } from './calculators/calculator.ts';
import { fuelOf, injectorsOf, octaneOf, peakPower } from './calculators/from.ts';
import { DUTY_LIMIT_PCT } from './calculators/fuel.ts';
import { landedCalculator } from './calculators/landed.ts';

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
    for (const judge of [injectors, bottomEnd, knock, fuelKind]) {
      const judged = gaps.find(() => judge(subject));
      checks.push(...(judged?.checks ?? []));
      findings.push(...(judged?.findings ?? []));
      if (!judged && judge === knock)
        checks.push(
          makeCheck({ ...KNOCK_ROW, figure: undefined, because: 'Needs its fuel, induction and compression.' }),
        );
    }
    findings.push(...gaps.findings('engine', 'donors', 'Engine', [engine.id]));
  }
  const landed = (candidate.workings ?? []).map((w) => {
    const sum = landedCalculator(w.sum);
    const id = `working-${w.id}`;
    const title = sum?.title ?? w.sum;
    const tried = attempt(() => {
      if (!sum) throw new InputError('/workings', `Unknown calculator “${w.sum}”.`);
      return { sum, result: runCalculator(sum, w.inputs, w.choices) };
    });
    findings.push(
      tried.ok
        ? landedFinding(tried.value.sum, tried.value.result, w, engine.id)
        : makeFinding({
            id,
            state: 'unknown',
            step: 'donors',
            title: `${title}: cannot be calculated`,
            because: tried.fault.message,
            missing: [tried.fault.pointer],
            about: [engine.id],
          }),
    );
    return { id: w.id, title, result: tried.ok ? tried.value.result : undefined };
  });
  return { checks, findings, figures: { landed } };
}

const BOTTOM_ROW = {
  id: 'bottom-end',
  step: 'donors',
  group: GROUP,
  title: 'Short-block load, % of rating',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100,
} as const;
const KNOCK_ROW = {
  id: 'knock',
  step: 'donors',
  group: GROUP,
  title: 'Knock limit: effective compression ratio',
  quantity: 'number',
  limitKind: 'at most',
} as const;

/** A target above what the engine makes asks it to be tuned: only then is what it brings from the works a question. */
const TUNED_FROM = 1.02;
function asksTuning(subject: Subject, powerKw: number): boolean {
  const peak = peakPower(subject);
  return peak === undefined || powerKw > TUNED_FROM * peak.value;
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
    because: [
      `${sum.title}, from the engine calculators${saved.note ? `: ${saved.note}` : ''}. ${sum.formula}.`,
      servesWords(saved, (name) => sum.inputs.find((i) => i.name === name)?.label ?? name) ?? [],
    ]
      .flat()
      .join(' '),
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
  if (engine.fuel === 'diesel') return { checks: [], findings: [] };
  const injectors = injectorsOf(subject);
  if (!injectors) return injectorsOpen(subject);
  const sum = landedCalculator('injectors')!;
  const { inputs } = startingInputs(sum, subject);
  const at = (powerKw: number) =>
    runCalculator(sum, {
      ...inputs,
      powerKw: { value: powerKw, plusMinus: 0, evidence: 'measured', source: 'brief' },
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
      title: `Injector duty cycle, ${when}`,
      quantity: 'percent',
      figure: duty,
      limitKind: 'at most',
      limit: DUTY_LIMIT_PCT,
      span: 40,
      state,
      digits: 0,
      because: `${injectors.count} of ${say(injectors.flowCcPerMin.value, 'flowCcPerMin')} at ${say(powerKw, 'powerKw')}; ${say(outputs['neededCcPerMin']!.value, 'flowCcPerMin')} each would run at ${DUTY_LIMIT_PCT} %.`,
    });
    checks.push(check);
    if (check.state !== 'clear')
      findings.push(
        findingOf(
          check,
          judged === 'blocked'
            ? `Injectors at ${say(duty.value, 'percent', { digits: 0 })} duty for the ${when === 'now' ? 'present' : 'later'} ${say(powerKw, 'powerKw')}`
            : `Injectors near their limit at ${say(powerKw, 'powerKw')}`,
          { about: [engine.id], remedies: largerInjectors(subject, powerKw) },
        ),
      );
  }
  return { checks, findings };
}

/** Injectors of the library that would feed a power, cheapest first. */
function largerInjectors(subject: Subject, powerKw: number): Remedy[] {
  const { engine, library, parts } = subject;
  const sum = landedCalculator('injectors')!;
  const suits = (p: Part) => p.injectors !== undefined && (p.injectors.count === engine.cylinders || !engine.cylinders);
  return library.parts
    .filter((p) => suits(p) && !p.retired && !p.discontinued && !parts.includes(p))
    .flatMap((p) => {
      const { inputs } = startingInputs(sum, { ...subject, parts: [p, ...parts] });
      const asked = { value: powerKw, plusMinus: 0, evidence: 'measured' as const };
      return runCalculator(sum, { ...inputs, powerKw: asked }).state === 'clear'
        ? [{ ...costOfPart(p, `Fit ${p.name}`), accept: { kind: 'part' as const, partId: p.id } }]
        : [];
    })
    .sort((a, b) => a.cost - b.cost);
}

/** Nobody has entered the injectors: a question wherever a target asks for more than the engine makes as it is. */
function injectorsOpen(subject: Subject): CheckResult {
  const { engine, brief } = subject;
  const asked = (['now', 'later'] as const).flatMap((when) => {
    const powerKw = brief[when].powerKw;
    if (powerKw === undefined || !asksTuning(subject, powerKw)) return [];
    return [
      unanswered(
        {
          id: `injector-duty-${when}`,
          step: 'donors',
          group: GROUP,
          title: `Injector duty cycle, ${when}`,
          quantity: 'percent',
          limitKind: 'at most',
          limit: DUTY_LIMIT_PCT,
          because: `${say(powerKw, 'powerKw')} exceeds its present power, and its injectors are not entered. With a carburettor: enter its jets.`,
        },
        `Whether its fuel system feeds ${say(powerKw, 'powerKw')} is not known`,
        [`/engines/${engine.id}/injectors`],
        [engine.id],
      ),
    ];
  });
  return { checks: asked.map((a) => a.check), findings: asked.map((a) => a.finding) };
}

/** The torque of the curve in use against the weakest known limit of the bottom end. */
function bottomEnd(subject: Subject): CheckResult {
  const { engine } = subject;
  const limit = engine.limits?.filter((l) => l.kind === 'torqueNm').sort((a, b) => a.figure.value - b.figure.value)[0];
  const later = Math.max(subject.brief.now.powerKw ?? 0, subject.brief.later.powerKw ?? 0);
  if (!limit && (engine.limits ?? []).length === 0 && later > 0 && asksTuning(subject, later)) {
    const { check, finding } = unanswered(
      {
        ...BOTTOM_ROW,
        because: `${say(later, 'powerKw')} exceeds its original power, and the short block has no torque rating.`,
      },
      `Short block rating for ${say(later, 'powerKw')}: unknown`,
      [`/engines/${engine.id}/limits`],
      [engine.id],
    );
    return { checks: [check], findings: [finding] };
  }
  if (!limit) return { checks: [], findings: [] };
  const sum = landedCalculator('stock-limit')!;
  const { inputs } = startingInputs(sum, subject);
  if (engine.curves.length === 0) {
    const { check, finding } = unanswered(
      { ...BOTTOM_ROW, because: 'Needs a torque curve.' },
      'Short block: torque rating missing',
      [`/engines/${engine.id}/curves`],
      [engine.id],
    );
    return { checks: [check], findings: [finding] };
  }
  const { outputs, state } = runCalculator(sum, { ...inputs, limitNm: limit.figure });
  const share = labelled(sum, outputs['sharePct']!);
  const check = makeCheck({
    ...BOTTOM_ROW,
    figure: share,
    span: 50,
    state,
    digits: 0,
    because: `${say(inputs['torqueNm']!.value, 'torqueNm')} of ${say(limit.figure.value, 'torqueNm')} rated. First failure: ${limit.goesFirst}.`,
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
                ? `${say(share.value - 100, 'percent', { digits: 0 })} above the torque rating of the short block`
                : 'Short-block rating met, but margin is less than the uncertainty',
              { about: [engine.id] },
            ),
          ],
  };
}

/** The guardrail warns: it is never worse than tight. */
function knock(subject: Subject): CheckResult {
  const { engine } = subject;
  if (ofEngine(engine, 'fuel') === 'diesel') return { checks: [], findings: [] };
  const sum = landedCalculator('knock')!;
  const octane = octaneOf(subject);
  const blower = otherBlower(subject);
  // Its maker's own word on fuel beats a rule of thumb, for the engine as it was built; the guardrail is for all others.
  if (engine.octaneRon && !blower) return makersFuel(subject, engine.octaneRon);
  const boosted = ofEngine(engine, 'induction') !== 'naturally aspirated';
  const staticRatio = ofEngine(engine, 'compressionRatio').value;
  if (boosted && !engine.boost) {
    const { check, finding } = unanswered(
      { ...KNOCK_ROW, because: 'Boosted engine: boost pressure and required octane number missing.' },
      `Whether ${octane} RON is enough for its boost is not known`,
      [`/engines/${engine.id}/boost`, `/engines/${engine.id}/octaneRon`],
      [engine.id],
    );
    return { checks: [check], findings: [finding] };
  }
  if (blower && !blower.powerFactor) {
    const { check, finding } = unanswered(
      { ...KNOCK_ROW, because: `${blower.name}: effect on power and boost missing.` },
      `Whether ${octane} RON is enough with the ${blower.name} is not known`,
      [`/engines/${engine.id}/slots`],
      [engine.id],
    );
    return { checks: [check], findings: [finding] };
  }
  const started = startingInputs(sum, subject);
  const { choices } = started;
  const inputs = blower ? withBlower(started.inputs, blower) : started.inputs;
  const { outputs, state, limit } = runCalculator(sum, inputs, choices);
  const check = makeCheck({
    ...KNOCK_ROW,
    figure: outputs['effective'] && labelled(sum, outputs['effective']),
    limit: limit!.limit,
    span: 3,
    state,
    digits: 1,
    because: `${say(staticRatio, 'number', { digits: 1 })} static${boosted ? ` at a pressure ratio of ${say(inputs['pressureRatio']!.value, 'number', { digits: 2 })}${blower ? ` with the ${blower.name}` : ''}` : ''} on ${octane} RON. Rule of thumb; not a guarantee.`,
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
                ? `Effective compression ratio ${say(-outputs['margin']!.value, 'number', { digits: 1 })} above the knock limit for ${octane} RON`
                : `Effective compression ratio at the knock limit for ${octane} RON`,
              { about: [engine.id] },
            ),
          ],
  };
}

/** A blower or turbocharger that is not the one it was built with. */
const otherBlower = ({ engine, dressing }: Subject): DressingOption | undefined =>
  dressing.find(
    (option) => !option.stock && engine.slots.some((s) => s.slot === 'blower or turbo' && s.options.includes(option)),
  );

/** More power through the same engine is as much more air: the pressure ratio goes with it. */
function withBlower<T extends Readonly<Record<string, Figure>>>(inputs: T, { powerFactor }: DressingOption): T {
  const ratio = inputs['pressureRatio'];
  if (!ratio || !powerFactor) return inputs;
  const value = ratio.value * powerFactor.value;
  const plusMinus = value * Math.hypot(scatterOf(ratio) / ratio.value, scatterOf(powerFactor) / powerFactor.value);
  return { ...inputs, pressureRatio: madeFrom({ ...ratio, value, plusMinus, evidence: 'estimated' }, powerFactor) };
}

/** Petrol in a diesel and the other way round, and what ethanol asks of lines, pump and seals. */
function fuelKind(subject: Subject): CheckResult {
  const { engine, brief, candidate, parts, library } = subject;
  const wanted = candidate.fuel ?? brief.fuel;
  const burns = engine.fuel;
  if (!burns || wanted === undefined) return { checks: [], findings: [] };
  const findings: Finding[] = [];
  if ((wanted === 'diesel') !== (burns === 'diesel'))
    findings.push(
      makeFinding({
        id: 'fuel-kind',
        state: candidate.fuel === undefined ? 'clear' : 'blocked',
        step: 'donors',
        title:
          candidate.fuel === undefined
            ? `It burns ${fuelOf(subject)}, not the ${wanted} of the brief`
            : `It burns ${burns}: ${wanted} is no fuel for it`,
        because: 'All fuel calculations use its own fuel.',
        about: [engine.id],
      }),
    );
  else if (candidate.fuel !== undefined && candidate.fuel !== (brief.fuel ?? petrolOf(brief.fuelOctaneRon)))
    findings.push(
      makeFinding({
        id: 'fuel-own',
        state: 'clear',
        step: 'donors',
        title: `Fuel of this candidate: ${candidate.fuel}`,
        because: `Fuel of the brief: ${brief.fuel ?? petrolOf(brief.fuelOctaneRon)}. Octane, mixture, consumption and heat follow from its own fuel.`,
        about: [engine.id],
      }),
    );
  if (wanted === 'E85' && burns === 'petrol' && !parts.some((p) => p.class === 'pump'))
    findings.push(
      makeFinding({
        id: 'fuel-ethanol',
        state: 'tight',
        step: 'donors',
        title: 'E85 requires compatible pump, lines and seals',
        because:
          'E85 needs about a third more fuel flow for the same power, and ethanol attacks lines, seals and pumps not rated for it: check before filling. Fuel vapour burns; lines under pressure are opened with care.',
        about: [engine.id],
        remedies: library.parts
          .filter((p) => p.class === 'pump' && !p.retired && !p.discontinued)
          .map((p) => ({ ...costOfPart(p, `Fit ${p.name}`), accept: { kind: 'part' as const, partId: p.id } })),
      }),
    );
  return { checks: [], findings };
}

function makersFuel(subject: Subject, asks: Figure): CheckResult {
  const { engine } = subject;
  const octane = octaneOf(subject);
  const check = makeCheck({
    id: 'knock',
    step: 'donors',
    group: GROUP,
    title: 'Fuel octane, manufacturer minimum',
    quantity: 'count',
    figure: { value: octane, plusMinus: 0, evidence: asks.evidence, from: [] },
    limitKind: 'at least',
    limit: asks.value,
    span: 8,
    because: `Manufacturer requires ${asks.value} RON; planned fuel ${octane} RON. Valid for the unmodified engine.`,
  });
  return {
    checks: [check],
    findings:
      check.state === 'clear'
        ? []
        : [
            findingOf(check, `Octane too low: ${asks.value} RON required, ${octane} RON planned`, {
              about: [engine.id],
            }),
          ],
  };
}
