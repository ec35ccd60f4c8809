import {
  indexOf,
  keepsEngine,
  makeFinding,
  type Finding,
  type CheckResult,
  type Subject,
  hourPrice,
} from '../../model/index.ts';
import { momentsOf, quadrature, say } from '../../units/index.ts';
import { identify } from './identify.ts';
import { costOfOffer, type OfferCost } from './listingCost.ts';
import { fullRebuild, TYPICAL_PRICE } from './prices.ts';
import { GAUGE_BAR, judgeCompression, judgeLeakDown, LEAK_BLOCKED_PCT, LEAK_TIGHT_PCT } from './inspection.ts';
import { rebuildShare } from './rebuild.ts';
import { sealedOrRefresh, whileItIsOut, type RefreshChoice } from './refurbishment.ts';
import { strokerChoices, type StrokerChoice } from './stroker.ts';
import { compareWays, type Way } from './purchaseOptions.ts';
import { weakPartFindings } from './weakParts.ts';

export interface DonorFigures {
  readonly offer: OfferCost | undefined;
  readonly ways: readonly Way[];
  readonly refresh: RefreshChoice | undefined;
  readonly strokers: readonly StrokerChoice[];
}

/** A usable engine of usual distance, to which an offer is compared. */
const USUAL = { travelledKm: { value: 120_000, evidence: 'estimated' as const }, condition: 'said to run' as const };
const OUT_AND_IN_HOURS = 28;
/** The year in which the demo's prices stand; ages are told against the listing's own date where there is one. */
const yearOf = (date: string) => Number(date.slice(0, 4));

/** What buying the donor of a candidate brings: missing pieces, the rebuild to be expected, other ways, its inspection. */
export function assessDonor(subject: Subject): CheckResult & { figures: DonorFigures } {
  const { candidate, engine, gearbox, parts, library, brief, chassis, currency } = subject;
  const findings: Finding[] = [];
  const { bought, inspection } = candidate;
  const rate = hourPrice(brief);
  const strokers = strokerChoices(engine, library, rate);
  findings.push(...weakPartFindings(subject));
  // Nothing is bought; what was measured of it counts all the same.
  if (keepsEngine(subject)) {
    if (inspection) findings.push(...inspectionFindings(subject));
    return { checks: [], findings, figures: { offer: undefined, ways: [], refresh: undefined, strokers } };
  }
  findings.push(...strokers.map((s) => strokerFinding(subject, s)));
  const wanted = { engine, gearbox, parts, library, inspection, refreshed: candidate.refresh === 'refresh' };
  const money = (x: number) => say(x, 'money', { currency });
  let offer: OfferCost | undefined;
  let ways: Way[] = [];
  if (bought) {
    offer = costOfOffer(bought.listing, wanted);
    ways = compareWays([bought.listing, ...bought.besides], wanted, rate, gearbox.id === chassis?.originalGearboxId);
    findings.push(...offerFindings(subject, offer, ways, money));
  }
  if (inspection) findings.push(...inspectionFindings(subject));
  const refresh = refreshOf(subject);
  if (refresh) {
    const saves = refresh.sealedRisk - refresh.refreshedRisk;
    const worth = saves > refresh.refreshCost + refresh.refreshHours * rate;
    const chosen = candidate.refresh;
    findings.push(
      makeFinding({
        id: 'sealed-or-refresh',
        state: chosen === 'leave sealed' && worth ? 'tight' : 'clear',
        step: 'donors',
        title: worth
          ? `Refurbish now: saves more than its ${money(refresh.refreshCost)}`
          : `No refurbishment needed: ${money(refresh.refreshCost)} spent would remove only ${money(saves)} of risk`,
        because: `As is: expected failure cost ${money(refresh.sealedRisk)}; refurbished: ${money(refresh.refreshedRisk)}. Time saved compared with doing it in the car: ${say(refresh.hoursSaved, 'hours', { digits: 0 })}.${chosen ? ` You chose to ${chosen}${chosen === 'refresh' ? ' it' : ''}.` : ''}`,
        about: [engine.id],
      }),
    );
  }
  return { checks: [], findings, figures: { offer, ways, refresh, strokers } };
}

/** The choice between sealed and refreshed for what was bought or inspected; undefined while neither is known. */
export function refreshOf(subject: Subject): RefreshChoice | undefined {
  const { candidate, engine, library, brief } = subject;
  const { bought, inspection } = candidate;
  if ((!bought && !inspection) || keepsEngine(subject)) return undefined;
  if (engine.cylinders === undefined || !engine.fuel) return undefined;
  const share = rebuildShare(bought?.listing ?? USUAL, inspection);
  const listed = bought?.listing;
  const age = listed?.builtYear === undefined ? 12 : yearOf(listed.listedOn) - listed.builtYear;
  const pieces = whileItIsOut(share.km, age, engine.cylinders, engine.fuel);
  const full = fullRebuild(engine, indexOf(library).families.get(engine.family ?? ''));
  return sealedOrRefresh(share, full, pieces, OUT_AND_IN_HOURS, hourPrice(brief));
}

function offerFindings(
  subject: Subject,
  offer: OfferCost,
  ways: readonly Way[],
  money: (x: number) => string,
): Finding[] {
  const { candidate, engine, gearbox, parts, library } = subject;
  const { listing } = candidate.bought!;
  const findings: Finding[] = [];
  if (offer.missing.length > 0) {
    const likely = offer.missing.reduce((s, item) => s + TYPICAL_PRICE[item].likely, 0);
    findings.push(
      makeFinding({
        id: 'offer-missing',
        state: 'tight',
        step: 'donors',
        title: `Missing ${list(offer.missing)}: about ${money(likely)}`,
        because: `Added to the bill at typical used prices. Check with ${listing.seller} before paying.`,
        about: [listing.id],
      }),
    );
  }
  const seller = subject.brief.suppliers?.find((s) => s.name === listing.seller);
  if (seller && seller.trust !== 'untried')
    findings.push(
      makeFinding({
        id: 'offer-seller',
        state: seller.trust === 'good' ? 'clear' : 'tight',
        step: 'donors',
        title:
          seller.trust === 'good'
            ? `${seller.name}: good experience as a supplier`
            : `${seller.name} has delivered late before: inspect the engine running, pay on loading`,
        because: seller.note ?? 'Your own rating, entered under Suppliers.',
        about: [listing.id],
      }),
    );
  if (!engine.price) return findings;
  const usual = costOfOffer(
    {
      ...listing,
      price: engine.price.likely,
      distanceKm: 0,
      missing: [],
      broken: [],
      ...USUAL,
      kind: 'engine',
      resale: [],
    },
    { engine, gearbox, parts, library },
  );
  const bare = (c: OfferCost) => {
    const lines = c.lines.filter((l) => l.kind === 'rebuild');
    return lines.reduce((s, l) => s + momentsOf(l, l.event).mean, 0);
  };
  const rebuild = bare(offer);
  const saved = engine.price.likely - listing.price;
  const more = rebuild - bare(usual);
  if (listing.kind === 'engine' && saved > 0 && more > 0) {
    const eaten = more > saved;
    findings.push(
      makeFinding({
        id: 'offer-rebuild',
        state: eaten ? 'tight' : 'clear',
        step: 'donors',
        title: eaten
          ? `${money(saved)} lower price, but ${money(rebuild)} expected rebuild cost`
          : `${money(saved)} below typical price, ${money(more)} higher expected rebuild cost`,
        because: `${say(offer.rebuild.km, 'travelledKm')}: ${(offer.rebuild.share * 100).toFixed(0)} % ± ${(offer.rebuild.plusMinus * 100).toFixed(0)} of a whole rebuild (${offer.rebuild.why}). At ${say(USUAL.travelledKm.value, 'travelledKm')} it would be ${money(bare(usual))}. A leak-down test reduces this uncertainty most.`,
        figure: more - saved,
        limit: 0,
        quantity: 'money',
        evidence: 'estimated',
        about: [listing.id, engine.id],
      }),
    );
  }
  const mine = ways.find((w) => w.listing.id === listing.id);
  const best = ways[0];
  if (mine && best && ways.length > 1) {
    const apart = mine.total - best.total;
    const doubt = quadrature([mine.sd, best.sd]);
    const names = {
      engine: 'Engine only',
      set: 'Engine and gearbox',
      car: 'Complete car',
      swap: 'The abandoned swap',
    } as const;
    findings.push(
      makeFinding({
        id: 'buying-ways',
        state: best !== mine && apart > doubt ? 'tight' : 'clear',
        step: 'donors',
        title:
          best === mine
            ? `${names[mine.listing.kind]} is the cheapest purchase option, by ${money((ways[1]?.total ?? 0) - mine.total)}`
            : `${names[best.listing.kind]} “${best.listing.title}” would be ${money(apart)} cheaper${best.listing.kind === 'car' ? ', including resale of remaining parts' : ''}`,
        because: `Same scope: ${ways.map((w) => `${names[w.listing.kind].toLowerCase()} ${money(w.total)}`).join(', ')}; combined uncertainty ${money(doubt)}. ${best.listing.kind === 'car' || mine.listing.kind === 'car' ? `Dismantling the donor car: ${say(ways.find((w) => w.listing.kind === 'car')!.cost.hours, 'hours', { digits: 0 })}.` : ''}`,
        figure: apart,
        plusMinus: doubt,
        quantity: 'money',
        evidence: 'estimated',
        about: ways.map((w) => w.listing.id),
      }),
    );
  }
  return findings;
}

const at = ({ candidate }: Subject) => `/candidates/${candidate.id}/inspection`;
const REBUILD = 'Rebuild or replace the engine; the likely rebuild cost is shown in the listing.';

/** Cylinders of which a list says nothing, counted from 1. */
const unmeasured = (list: readonly number[], cylinders: number): readonly number[] =>
  Array.from({ length: Math.max(0, cylinders - list.length) }, (_, i) => list.length + i + 1);

/** Every cylinder, or it is not known: one good cylinder of six says nothing of the others. */
function compressionFindings(subject: Subject): Finding[] {
  const { candidate, engine } = subject;
  const seen = candidate.inspection!;
  const bar = seen.compressionBar;
  const looked =
    bar.length > 0 || seen.leakDownPct.length > 0 || seen.oilPressureBar !== undefined || seen.by !== undefined;
  if (!looked) return [];
  const base = { id: 'compression', step: 'donors' as const, about: [engine.id] };
  const missing = unmeasured(bar, engine.cylinders ?? bar.length + (bar.length === 0 ? 1 : 0));
  const judged =
    bar.length === 0
      ? undefined
      : judgeCompression({
          fuel: engine.fuel ?? 'petrol',
          compressionBar: bar,
          compressionPlusMinusBar: seen.compressionPlusMinusBar,
          makersLeastBar: seen.makersLeastBar,
        });
  const low = judged && judged.state === 'blocked';
  const state = low ? 'blocked' : missing.length > 0 || !judged ? 'unknown' : judged.state;
  const limit = judged && say(judged.leastAllowedBar, 'pressureBar', { digits: 1 });
  return [
    makeFinding({
      ...base,
      state,
      title: low
        ? `Compression: cylinder ${judged.lowCylinders.join(', ')} too low, ${say(judged.leastCompressionBar, 'pressureBar', { digits: 1 })}`
        : state === 'unknown'
          ? `Compression of cylinder ${missing.join(', ')} was not measured`
          : state === 'tight'
            ? 'Compression pressure met, but margin less than uncertainty'
            : `Compression within ${say(100 - judged!.shareOfHighestPct, 'percent', { digits: 0 })} across the cylinders`,
      because: `${bar.length > 0 ? `${bar.map((b) => say(b, 'pressureBar', { digits: 1 })).join(', ')}. ` : ''}${limit ? `Each has to reach three quarters of the best and ${limit}${seen.makersLeastBar === undefined ? ', manufacturer’s figure missing' : ', manufacturer’s figure'}; the gauge is good to ${say(seen.compressionPlusMinusBar ?? GAUGE_BAR, 'pressureBar', { digits: 1 })}. ` : ''}${low ? REBUILD : 'A leak-down test says why a cylinder is low.'}`,
      ...(judged
        ? {
            figure: judged.leastCompressionBar,
            limit: judged.leastAllowedBar,
            quantity: 'pressureBar' as const,
            evidence: 'measured' as const,
          }
        : {}),
      missing: state === 'unknown' ? [at(subject)] : [],
    }),
  ];
}

function leakDownFindings(subject: Subject): Finding[] {
  const { candidate, engine } = subject;
  const pct = candidate.inspection!.leakDownPct;
  if (pct.length === 0) return [];
  const judged = judgeLeakDown(pct);
  const missing = unmeasured(pct, engine.cylinders ?? pct.length);
  const state = judged === 'clear' && missing.length > 0 ? 'unknown' : judged;
  const worst = Math.max(...pct);
  const leaks = `Cylinder ${pct.indexOf(worst) + 1} leaks ${say(worst, 'percent', { digits: 0 })}`;
  return [
    makeFinding({
      id: 'leak-down',
      step: 'donors',
      about: [engine.id],
      state,
      title:
        state === 'blocked'
          ? `${leaks}: rebuild before running`
          : state === 'tight'
            ? `${leaks}: a rebuild is likely`
            : state === 'unknown'
              ? `Leak-down of cylinder ${missing.join(', ')} was not measured`
              : `Leak-down ${say(worst, 'percent', { digits: 0 })} at the worst cylinder`,
      because: `Listen for the leak: inlet, exhaust, oil filler or coolant. Above ${LEAK_TIGHT_PCT} % is doubtful, above ${LEAK_BLOCKED_PCT} % worn out; good engines are below 10.`,
      figure: worst,
      limit: LEAK_BLOCKED_PCT,
      quantity: 'percent',
      evidence: 'measured',
      missing: state === 'unknown' ? [at(subject)] : [],
    }),
  ];
}

/** What a rebuild of the engine puts right. */
const CURED: ReadonlySet<string> = new Set(['compression', 'leak-down', 'oil-pressure', 'scored-bores', 'end-play']);

/** What was found at the inspection; with a rebuild of the engine accepted, what that puts right blocks nothing. */
function inspectionFindings(subject: Subject): Finding[] {
  const { parts, engine } = subject;
  const found = measuredFindings(subject);
  const kit = parts.find(
    (p) => p.rebuilds?.of === engine.id || (engine.madeFrom && p.rebuilds?.of === engine.madeFrom),
  );
  if (!kit) return found;
  return found.map((f) =>
    CURED.has(f.id) && (f.state === 'blocked' || f.state === 'tight')
      ? {
          ...f,
          state: 'clear' as const,
          title: `${f.title}; it is rebuilt`,
          because: `The ${kit.name} is the repair; measure again before running it. ${f.because}`,
        }
      : f,
  );
}

function measuredFindings(subject: Subject): Finding[] {
  const { candidate, engine, library } = subject;
  const seen = candidate.inspection!;
  const findings: Finding[] = [];
  const base = { step: 'donors' as const, about: [engine.id] };
  findings.push(...compressionFindings(subject), ...leakDownFindings(subject));
  if (seen.oilPressureBar !== undefined) {
    const least = seen.oilPressureLeastBar;
    const state = least === undefined ? 'unknown' : seen.oilPressureBar < least ? 'blocked' : 'clear';
    const has = say(seen.oilPressureBar, 'pressureBar', { digits: 1 });
    findings.push(
      makeFinding({
        ...base,
        id: 'oil-pressure',
        state,
        title:
          state === 'unknown'
            ? `Oil pressure ${has}: against which least?`
            : state === 'blocked'
              ? `Oil pressure ${has}, below the ${say(least!, 'pressureBar', { digits: 1 })} it needs`
              : `Oil pressure ${has}, enough`,
        because:
          'Hot, at the speed that its manual names. Low pressure means worn bearings or pump: open the engine before running it.',
        missing: state === 'unknown' ? [at(subject)] : [],
        evidence: 'measured',
      }),
    );
  }
  if (seen.scoredBores && seen.scoredBores.length > 0)
    findings.push(
      makeFinding({
        ...base,
        id: 'scored-bores',
        state: 'blocked',
        title: `Scored bores: cylinder ${seen.scoredBores.join(', ')}`,
        because: `Rebore or sleeve before running. ${REBUILD}`,
        evidence: 'measured',
      }),
    );
  if (seen.gearboxMetal)
    findings.push(
      makeFinding({
        ...base,
        id: 'gearbox-metal',
        state: 'blocked',
        title: `Metal in the oil of the ${subject.gearbox.shortName}`,
        because: 'Bearing, synchro or gear damage: open the gearbox before use.',
        about: [subject.gearbox.id],
        evidence: 'measured',
      }),
    );
  for (const [id, what, play, limit] of [
    ['end-play', 'Crank', seen.endPlayMm, seen.endPlayLimitMm],
    ['gearbox-end-play', 'Gearbox shaft', seen.gearboxEndPlayMm, seen.gearboxEndPlayLimitMm],
  ] as const) {
    if (play === undefined) continue;
    const state = limit === undefined ? 'unknown' : play > limit ? 'blocked' : 'clear';
    findings.push(
      makeFinding({
        ...base,
        id,
        state,
        title:
          state === 'unknown'
            ? `${what} end play ${say(play, 'lengthMm', { digits: 2 })}: enter the limit`
            : state === 'blocked'
              ? `${what} end play ${say(play - limit!, 'lengthMm', { digits: 2 })} over its limit`
              : `${what} end play ${say(play, 'lengthMm', { digits: 2 })}, inside its limit`,
        because:
          state === 'blocked'
            ? 'Thrust bearing worn. Do not run the engine until repaired.'
            : 'Measured with a dial indicator, shaft pushed to both ends.',
        missing: state === 'unknown' ? [at(subject)] : [],
        evidence: 'measured',
      }),
    );
  }
  for (const [i, fault] of seen.faultsFound.entries())
    findings.push(
      makeFinding({
        ...base,
        id: `fault-${i}`,
        state: 'tight',
        title: fault,
        because: 'Found at the incoming inspection.',
      }),
    );
  const family = indexOf(library).families.get(engine.family ?? '');
  if (family && seen.marksRead.length > 0) {
    const identity = identify(family, library.engines, seen.marksRead);
    identity.contradictions.forEach((words, i) =>
      findings.push(
        makeFinding({
          ...base,
          id: `marks-${i}`,
          state: 'unknown',
          title: 'Casting marks are inconsistent',
          because: words,
          missing: [at(subject)],
        }),
      ),
    );
    if (identity.contradictions.length === 0 && !identity.engineIds.includes(engine.id))
      findings.push(
        makeFinding({
          ...base,
          id: 'marks-engine',
          state: 'blocked',
          title: `Casting marks do not match ${engine.shortName}`,
          because: `Found on: ${identity.engineIds.map((id) => indexOf(library).engines.get(id)?.name ?? id).join(', ') || 'no engine of the family'}.`,
        }),
      );
  }
  return findings;
}

function strokerFinding(subject: Subject, s: StrokerChoice): Finding {
  const money = (x: number) => say(x, 'money', { currency: subject.currency });
  const cheaper = s.byParts.mean < s.whole.mean ? 'parts' : 'whole';
  return makeFinding({
    id: `stroker-${s.piece.id}`,
    state: 'clear',
    step: 'donors',
    title: s.tie
      ? `Stroked to ${say(s.litres, 'displacementL')} by parts it costs the same as the ${s.from.shortName} bought whole`
      : cheaper === 'parts'
        ? `Stroker conversion to ${say(s.litres, 'displacementL')}: ${money(s.whole.mean - s.byParts.mean)} cheaper than a complete ${s.from.shortName}`
        : `Stroked to ${say(s.litres, 'displacementL')} by parts it costs ${money(s.byParts.mean - s.whole.mean)} more than the ${s.from.shortName} bought whole`,
    because: `${money(s.byParts.mean)} ± ${money(s.byParts.sd)} and ${say(s.byParts.hours, 'hours', { digits: 0 })} against ${money(s.whole.mean)} ± ${money(s.whole.sd)}.${s.piece.also.length > 0 ? ` Change with the crankshaft: ${s.piece.also.join(', ')}.` : ''}${s.tie || cheaper === 'whole' ? ' A complete engine also has a matched, run-in short block.' : ''}`,
    figure: s.byParts.mean - s.whole.mean,
    plusMinus: Math.hypot(s.byParts.sd, s.whole.sd),
    quantity: 'money',
    evidence: s.piece.evidence,
    about: [subject.engine.id, s.from.id],
  });
}

function list(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
