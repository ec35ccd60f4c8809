import { findingOf, makeCheck, type Brief, type Check, type CheckResult, type Subject } from '../../model/index.ts';
import { madeFrom, propagate, say, type Derived, type Evidence, type Figure } from '../../units/index.ts';

/** Default ± of a sound level by its evidence, dB(A): a share of the value would mean nothing on a logarithmic scale. */
const LEVEL_SCATTER_DB: Readonly<Record<Evidence, number>> = { measured: 1, published: 2, claimed: 4, estimated: 4 };

const level = (f: Figure): Figure => madeFrom({ ...f, plusMinus: f.plusMinus ?? LEVEL_SCATTER_DB[f.evidence] }, f);

export interface NoiseFigures {
  readonly levelDb: Derived | undefined;
}

const UNTOLD: Figure = { value: 0, plusMinus: 3, evidence: 'estimated', source: 'not stated' };

type Rule = NonNullable<Brief['noise']>;

/** Where a rule stands, its checks, and what they are called. */
const RULES = [
  { key: 'noise', ids: ['gate-noise', 'gate-noise-later'], title: 'Noise' },
  { key: 'circuitNoise', ids: ['gate-circuit-noise', 'gate-circuit-noise-later'], title: 'Noise on the circuit' },
] as const;

/** How the noise of combustion grows with engine speed, dB for ten times as fast (Priede, SAE 710061), and what it is good for. */
const BY_SPEED = { petrol: 50, diesel: 30, plusMinusDb: 3, untoldDb: 5 } as const;

/**
 * A level brought to a rule's distance (−6 dB per doubling outdoors), power (+10·log10 of the ratio) and engine speed, with the
 * deltas of intake dressing and silencers. A gate with its doubt, never an approval; one for the road and one for the circuit, each with
 * the limit that is to come.
 */
export function assessNoise(
  subject: Subject,
  peakPowerKw: number | undefined,
): CheckResult & { figures: NoiseFigures } {
  const judged = RULES.flatMap(({ key, ids, title }) => {
    const rule = subject.brief[key];
    if (!rule) return [];
    const level = levelUnder(subject, rule, peakPowerKw);
    const now = limitOf(subject, level, { id: ids[0], title, limit: rule.limitDb, when: '' });
    return rule.laterLimitDb === undefined
      ? [{ ...now, level }]
      : [
          { ...now, level },
          {
            ...limitOf(subject, level, {
              id: ids[1],
              title: `${title}, later`,
              limit: rule.laterLimitDb,
              when: ' that is to come',
            }),
            level,
          },
        ];
  });
  return {
    checks: judged.map((j) => j.check),
    findings: judged.map((j) => j.finding),
    figures: { levelDb: judged.find((j) => j.check.id === 'gate-noise')?.level.figure },
  };
}

interface Level {
  readonly figure: Derived | undefined;
  readonly words: string;
}

function levelUnder({ engine, dressing, parts }: Subject, rule: Rule, peakPowerKw: number | undefined): Level {
  const source = engine.noise;
  if (!source) return { figure: undefined, words: 'No noise data for this engine.' };
  const deltas: Record<string, Figure> = {};
  for (const d of dressing) if (d.noiseDeltaDb) deltas[d.name] = level(d.noiseDeltaDb);
  for (const p of parts)
    if (p.noiseDeltaDb) deltas[p.name] = level(p.noiseDeltaDb);
    // A silencer of which nobody has told what it does: either way, so that it makes nothing quieter.
    else if (p.class === 'silencer') deltas[p.name] = madeFrom(UNTOLD, source.levelDb);
  const bySpeed = speedDelta(engine, rule.rpm);
  if (bySpeed) deltas['engine speed'] = bySpeed;
  const powerDelta = peakPowerKw ? 10 * Math.log10(peakPowerKw / source.powerKw) : 0;
  const distanceDelta = 6 * Math.log2(source.distanceM / rule.distanceM);
  const figure = propagate({ 'level as recorded': level(source.levelDb), ...deltas }, (v) =>
    Object.values(v).reduce((sum, x) => sum + x, distanceDelta + powerDelta),
  );
  const named = Object.entries(deltas).map(([name, d]) => `${name} ${say(d.value, 'soundDb', { signed: true })}`);
  return {
    figure,
    words: `${say(source.levelDb.value, 'soundDb')} ${source.levelDb.evidence} at ${say(source.distanceM, 'distanceM')}, converted to ${say(rule.distanceM, 'distanceM')}${rule.rpm === undefined ? '' : ` and ${say(rule.rpm, 'rpm')}`}${named.length ? `; ${named.join(', ')}` : ''}.`,
  };
}

/** What a rule's engine speed makes of a level that was taken at another one; one that doesn't say at which is in more doubt. */
function speedDelta({ noise, fuel }: Subject['engine'], rpm: number | undefined): Figure | undefined {
  if (rpm === undefined || !noise) return undefined;
  const { atRpm, levelDb } = noise;
  const slope = fuel === 'diesel' ? BY_SPEED.diesel : BY_SPEED.petrol;
  return madeFrom(
    atRpm === undefined
      ? { value: 0, plusMinus: BY_SPEED.untoldDb, evidence: 'estimated' }
      : {
          value: slope * Math.log10(rpm / atRpm),
          plusMinus: rpm === atRpm ? 0 : BY_SPEED.plusMinusDb,
          evidence: 'estimated',
        },
    levelDb,
  );
}

interface Limit {
  readonly id: Check['id'];
  readonly title: string;
  readonly limit: number;
  /** Of a limit that is not in force yet. */
  readonly when: string;
}

function limitOf({ engine }: Subject, { figure, words }: Level, { id, title, limit, when }: Limit) {
  const check = makeCheck({
    id,
    step: 'brief',
    group: 'Hard limits',
    title,
    quantity: 'soundDb',
    figure,
    limitKind: 'at most',
    limit,
    span: 15,
    because: figure ? `${words} The official measurement decides.` : words,
  });
  const finding = findingOf(
    check,
    check.state === 'unknown'
      ? 'Noise level unknown'
      : check.state === 'blocked'
        ? `${say((figure?.value ?? 0) - limit, 'soundDb')} louder than the limit${when}`
        : check.state === 'tight'
          ? `Noise limit met${when}, but margin less than uncertainty`
          : `${say(figure?.value ?? 0, 'soundDb')}, under the limit${when} of ${say(limit, 'soundDb')}`,
    { about: [engine.id], missing: check.state === 'unknown' ? [`/engines/${engine.id}/noise`] : [] },
  );
  return { check, finding };
}
