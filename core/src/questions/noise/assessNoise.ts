import { findingOf, makeCheck, type CheckResult, type Subject } from '../../model/index.ts';
import { madeFrom, propagate, say, type Derived, type Evidence, type Figure } from '../../units/index.ts';

/** Default ± of a sound level by its evidence, dB(A): a share of the value would mean nothing on a logarithmic scale. */
const LEVEL_SCATTER_DB: Readonly<Record<Evidence, number>> = { measured: 1, published: 2, claimed: 4, estimated: 4 };

const level = (f: Figure): Figure => madeFrom({ ...f, plusMinus: f.plusMinus ?? LEVEL_SCATTER_DB[f.evidence] }, f);

export interface NoiseFigures {
  readonly levelDb: Derived | undefined;
}

const UNTOLD: Figure = { value: 0, plusMinus: 3, evidence: 'estimated', source: 'nobody has told' };

/**
 * A level brought to the rule's distance (−6 dB per doubling outdoors) and power (+10·log10 of the ratio), with the
 * deltas of intake dressing and silencers. A gate with its doubt, never an approval.
 */
export function assessNoise(
  subject: Subject,
  peakPowerKw: number | undefined,
): CheckResult & { figures: NoiseFigures } {
  const { brief, engine, dressing, parts } = subject;
  const rule = brief.noise;
  if (!rule) return { checks: [], findings: [], figures: { levelDb: undefined } };
  const source = engine.noise;
  const deltas: Record<string, Figure> = {};
  for (const d of dressing) if (d.noiseDeltaDb) deltas[d.name] = level(d.noiseDeltaDb);
  for (const p of parts)
    if (p.noiseDeltaDb) deltas[p.name] = level(p.noiseDeltaDb);
    // A silencer of which nobody has told what it does: either way, so that it makes nothing quieter.
    else if (p.class === 'silencer' && source) deltas[p.name] = madeFrom(UNTOLD, source.levelDb);
  const powerDelta = source && peakPowerKw ? 10 * Math.log10(peakPowerKw / source.powerKw) : 0;
  const distanceDelta = source ? 6 * Math.log2(source.distanceM / rule.distanceM) : 0;
  const figure =
    source &&
    propagate({ 'level as recorded': level(source.levelDb), ...deltas }, (v) =>
      Object.values(v).reduce((sum, x) => sum + x, distanceDelta + powerDelta),
    );
  const named = Object.entries(deltas).map(([name, d]) => `${name} ${say(d.value, 'soundDb', { signed: true })}`);
  const check = makeCheck({
    id: 'gate-noise',
    step: 'brief',
    group: 'Gates',
    title: 'Noise',
    quantity: 'soundDb',
    figure,
    limitKind: 'at most',
    limit: rule.limitDb,
    span: 15,
    because: source
      ? `${say(source.levelDb.value, 'soundDb')} ${source.levelDb.evidence} at ${say(source.distanceM, 'distanceM')}, brought to ${say(rule.distanceM, 'distanceM')}${named.length ? `; ${named.join(', ')}` : ''}. The club’s own meter decides.`
      : 'Nobody has a noise level for this engine.',
  });
  const finding = findingOf(
    check,
    check.state === 'unknown'
      ? 'Its noise is not known'
      : check.state === 'blocked'
        ? `${say((figure?.value ?? 0) - rule.limitDb, 'soundDb')} louder than the limit`
        : check.state === 'tight'
          ? `Under the noise limit by less than its doubt`
          : `${say(figure?.value ?? 0, 'soundDb')}, under the limit of ${say(rule.limitDb, 'soundDb')}`,
    { about: [engine.id], missing: check.state === 'unknown' ? [`/engines/${engine.id}/noise`] : [] },
  );
  return { checks: [check], findings: [finding], figures: { levelDb: figure } };
}
