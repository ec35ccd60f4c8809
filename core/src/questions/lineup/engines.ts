import { bandFigures, curveInUse, peaksOf, scaled, type CurveInUse } from '../curve/index.ts';
import { hotDayOf } from '../gearing/index.ts';
import { convexOf } from '../../geometry/index.ts';
import { installedMass, type MassBuildUp } from '../mass/index.ts';
import { dressingOf, type Brief, type Build, type Engine } from '../../model/index.ts';
import { attempt, type Derived, pert, say, worstEvidence } from '../../units/index.ts';

/** One engine as it is compared: as delivered, like for like, in the owner's band and air. */
export interface ComparedEngine {
  readonly engine: Engine;
  readonly curve: CurveInUse | undefined;
  readonly peakPowerKw: Derived | undefined;
  readonly peakTorqueNm: Derived | undefined;
  readonly bandPowerKw: Derived | undefined;
  readonly hotBandPowerKw: Derived | undefined;
  readonly areaNmRpm: Derived | undefined;
  readonly lowEndNm: Derived | undefined;
  readonly installedKg: Derived | undefined;
  readonly bridge: MassBuildUp | undefined;
  readonly sizeMm: { readonly length: number; readonly width: number; readonly height: number } | undefined;
  readonly perKw: Derived | undefined;
  readonly perBandKw: Derived | undefined;
  readonly electronics: string;
  readonly noiseDb: Derived | undefined;
}

/** The engine alone, in stock dressing, with its own flywheel and clutch. */
export function compareEngine(engine: Engine, brief: Brief): ComparedEngine {
  const dressing = dressingOf(engine, { dressing: {} }).map((d) => d.option);
  const curve = curveInUse(engine, dressing);
  const of = (value: number): Derived | undefined =>
    curve && { value, plusMinus: value * curve.scatterShare, evidence: curve.evidence, from: [] };
  const peaks = curve && peaksOf(curve.torque);
  const band = curve && inBand(curve, brief);
  const hot = curve && inBand({ ...curve, torque: scaled(curve.torque, hotDayOf(engine, curve, brief).share) }, brief);
  const record = engine.massRecords.find((m) => m.inUse) ?? engine.massRecords[0];
  const bridge = record && installedMass(engine, record, dressing, undefined);
  const price = engine.price;
  const { mean, variance } = price ? pert(price) : { mean: NaN, variance: NaN };
  const sd = Math.sqrt(variance);
  const per = (kw: Derived | undefined): Derived | undefined =>
    price && kw && kw.value > 0
      ? {
          value: mean / kw.value,
          plusMinus: (mean / kw.value) * Math.hypot(sd / mean, kw.plusMinus / kw.value),
          evidence: worstEvidence([price.evidence, kw.evidence]),
          from: [],
        }
      : undefined;
  const peakPowerKw = peaks && of(peaks.peakPowerKw);
  const bandPowerKw = band && of(band.meanPowerKw);
  const { noise } = engine;
  const level = noise && brief.noise && noise.levelDb.value + 6 * Math.log2(noise.distanceM / brief.noise.distanceM);
  return {
    engine,
    curve,
    peakPowerKw,
    peakTorqueNm: peaks && of(peaks.peakTorqueNm),
    bandPowerKw,
    hotBandPowerKw: hot && of(hot.meanPowerKw),
    areaNmRpm: band && of(band.areaNmRpm),
    lowEndNm: band && of(band.lowEndTorqueNm),
    bridge,
    installedKg: bridge && {
      value: bridge.installedMassKg,
      plusMinus: bridge.plusMinusKg,
      evidence: bridge.evidence,
      from: [],
    },
    sizeMm: sizeOf(engine),
    perKw: per(peakPowerKw),
    perBandKw: per(bandPowerKw),
    electronics: electronicsWords(engine),
    noiseDb:
      level === undefined
        ? undefined
        : { value: level, plusMinus: noise!.levelDb.plusMinus ?? 3, evidence: noise!.levelDb.evidence, from: [] },
  };
}

/** Figures over as much of the band as the curve reaches; nothing where it does not reach into it. */
function inBand(curve: CurveInUse, brief: Brief): ReturnType<typeof bandFigures> | undefined {
  const tried = attempt(() => bandFigures(curve.torque, brief.band.lowRpm, brief.band.highRpm));
  return tried.ok ? tried.value : undefined;
}

/** Length, width and height of everything that is on it, stock dressing. */
function sizeOf(engine: Engine): ComparedEngine['sizeMm'] {
  const solids = [...engine.solids, ...dressingOf(engine, { dressing: {} }).flatMap((d) => d.option.solids)];
  if (solids.length === 0) return undefined;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const solid of solids) {
    const { bounds } = convexOf(solid.shape);
    for (const i of [0, 1, 2]) {
      low[i] = Math.min(low[i]!, bounds[i]!);
      high[i] = Math.max(high[i]!, bounds[i + 3]!);
    }
  }
  return { length: high[0]! - low[0]!, width: high[1]! - low[1]!, height: high[2]! - low[2]! };
}

const EASY = new Set(['crank', 'cam', 'air flow', 'throttle']);

/** What its computer asks of the car, in words: nothing, its own sensors only, or things of the car that it came from. */
function electronicsWords(engine: Engine): string {
  if (!engine.computer) {
    // Only of an engine whose trigger somebody has described is it known that nothing reads one.
    if (!engine.ports.some((p) => p.kind === 'crank-trigger')) return 'unknown';
    return engine.fuel === 'diesel' ? 'none: mechanical pump' : 'none: distributor';
  }
  const hard = engine.computer.wants.filter((w) => !EASY.has(w));
  return hard.length === 0
    ? `${engine.computer.name}: its own sensors`
    : `${engine.computer.name}: wants ${hard.join(', ')}`;
}

/** The comparison in one sentence: who gives most where it is driven, and whether that is who gives most at the peak. */
export function engineSentence(list: readonly ComparedEngine[], build: Pick<Build, 'currency'>): string {
  const known = list.filter((c) => c.bandPowerKw && c.peakPowerKw);
  if (known.length === 0) return 'No torque curve covers the rpm range';
  const best = (by: (c: ComparedEngine) => number) => known.reduce((a, b) => (by(b) > by(a) ? b : a));
  const inBandBest = best((c) => c.bandPowerKw!.value);
  const peakBest = best((c) => c.peakPowerKw!.value);
  const first = `${inBandBest.engine.shortName}: highest mean power in the rpm range, ${say(inBandBest.bandPowerKw!.value, 'powerKw')}`;
  const second =
    peakBest === inBandBest
      ? ', and most at the peak'
      : `; ${peakBest.engine.shortName} has the higher peak, ${say(peakBest.peakPowerKw!.value, 'powerKw')}, and has ${say(inBandBest.bandPowerKw!.value - peakBest.bandPowerKw!.value, 'powerKw')} less in the rpm range`;
  const cheap = known.filter((c) => c.perBandKw).reduce((a, b) => (b.perBandKw!.value < a.perBandKw!.value ? b : a));
  return `${first}${second}. Lowest cost per kW in the rpm range: ${cheap.engine.shortName}, ${say(cheap.perBandKw!.value, 'money', { currency: build.currency })}.`;
}
