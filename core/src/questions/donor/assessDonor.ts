import { indexOf, makeFinding, type Finding, type CheckResult, type Subject } from '../../model/index.ts';
import { pert, quadrature, say } from '../../units/index.ts';
import { identify } from './identify.ts';
import { costOfOffer, type OfferCost } from './listingCost.ts';
import { fullRebuild, TYPICAL_PRICE } from './prices.ts';
import { compressionSpreadPct, COMPRESSION_SPREAD_LIMIT_PCT, LEAK_DOWN_LIMIT_PCT, rebuildShare } from './rebuild.ts';
import { sealedOrRefresh, whileItIsOut, type RefreshChoice } from './refurbishment.ts';
import { strokerChoices, type StrokerChoice } from './stroker.ts';
import { compareWays, type Way } from './purchaseOptions.ts';

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
  const rate = brief.ownLabour ? 0 : brief.hourlyRate;
  const strokers = strokerChoices(engine, library, rate);
  const keeps = engine.id === chassis?.originalEngineId;
  if (keeps) return { checks: [], findings: [], figures: { offer: undefined, ways: [], refresh: undefined, strokers } };
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
          ? `Refreshing it while it is out is worth its ${money(refresh.refreshCost)}`
          : `It may stay sealed: a refresh of ${money(refresh.refreshCost)} takes away ${money(saves)} of risk`,
        because: `Left sealed, ${money(refresh.sealedRisk)} stand behind what may fail; refreshed, ${money(refresh.refreshedRisk)}. The kit saves ${say(refresh.hoursSaved, 'hours', { digits: 0 })} against doing the same in the car.${chosen ? ` You chose to ${chosen}${chosen === 'refresh' ? ' it' : ''}.` : ''}`,
        about: [engine.id],
      }),
    );
  }
  return { checks: [], findings, figures: { offer, ways, refresh, strokers } };
}

/** The choice between sealed and refreshed for what was bought or inspected; undefined while neither is known. */
export function refreshOf(subject: Subject): RefreshChoice | undefined {
  const { candidate, engine, library, brief, chassis } = subject;
  const { bought, inspection } = candidate;
  if ((!bought && !inspection) || engine.id === chassis?.originalEngineId) return undefined;
  if (engine.cylinders === undefined || !engine.fuel) return undefined;
  const share = rebuildShare(bought?.listing ?? USUAL, inspection);
  const listed = bought?.listing;
  const age = listed?.builtYear === undefined ? 12 : yearOf(listed.listedOn) - listed.builtYear;
  const pieces = whileItIsOut(share.km, age, engine.cylinders, engine.fuel);
  const full = fullRebuild(engine, indexOf(library).families.get(engine.family ?? ''));
  return sealedOrRefresh(share, full, pieces, OUT_AND_IN_HOURS, brief.ownLabour ? 0 : brief.hourlyRate);
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
        title: `It comes without ${list(offer.missing)}: ${money(likely)} likely`,
        because: `Each stands on the bill at the usual used price of its kind. Ask ${listing.seller} before paying.`,
        about: [listing.id],
      }),
    );
  }
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
    return lines.reduce((s, l) => s + pert(l).mean, 0);
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
          ? `The ${money(saved)} saved on the price are eaten by a rebuild to be expected of ${money(rebuild)}`
          : `${money(saved)} below the usual price, ${money(more)} more rebuild to be expected`,
        because: `${say(offer.rebuild.km, 'travelledKm')}: ${(offer.rebuild.share * 100).toFixed(0)} % ± ${(offer.rebuild.plusMinus * 100).toFixed(0)} of a whole rebuild (${offer.rebuild.why}). At ${say(USUAL.travelledKm.value, 'travelledKm')} it would be ${money(bare(usual))}. A leak-down test would settle most of it.`,
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
    const names = { engine: 'Engine only', set: 'Engine and gearbox', car: 'The whole car' } as const;
    findings.push(
      makeFinding({
        id: 'buying-ways',
        state: best !== mine && apart > doubt ? 'tight' : 'clear',
        step: 'donors',
        title:
          best === mine
            ? `${names[mine.listing.kind]} is the cheapest way on offer, by ${money((ways[1]?.total ?? 0) - mine.total)}`
            : `${names[best.listing.kind]} “${best.listing.title}” would come ${money(apart)} cheaper${best.listing.kind === 'car' ? ', what is left of it sold' : ''}`,
        because: `On the same pieces: ${ways.map((w) => `${names[w.listing.kind].toLowerCase()} ${money(w.total)}`).join(', ')}; their doubt together ${money(doubt)}. ${best.listing.kind === 'car' || mine.listing.kind === 'car' ? `Stripping the car takes ${say(ways.find((w) => w.listing.kind === 'car')!.cost.hours, 'hours', { digits: 0 })}.` : ''}`,
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

function inspectionFindings(subject: Subject): Finding[] {
  const { candidate, engine, library } = subject;
  const seen = candidate.inspection!;
  const findings: Finding[] = [];
  const base = { step: 'donors' as const, about: [engine.id] };
  if (seen.leakDownPct.length > 0) {
    const worst = Math.max(...seen.leakDownPct);
    const bad = worst > LEAK_DOWN_LIMIT_PCT;
    findings.push(
      makeFinding({
        ...base,
        id: 'leak-down',
        state: bad ? 'tight' : 'clear',
        title: bad
          ? `Cylinder ${seen.leakDownPct.indexOf(worst) + 1} leaks ${say(worst, 'percent', { digits: 0 })}: a rebuild is near certain`
          : `Leak-down ${say(worst, 'percent', { digits: 0 })} at the worst cylinder`,
        because:
          'Listen where it goes: inlet, exhaust, oil filler or coolant. The limit here is 20 %; good engines stay below 10.',
        figure: worst,
        limit: LEAK_DOWN_LIMIT_PCT,
        quantity: 'percent',
        evidence: 'measured',
      }),
    );
  }
  const spread = compressionSpreadPct(seen.compressionBar);
  if (spread !== undefined) {
    const bad = spread > COMPRESSION_SPREAD_LIMIT_PCT;
    findings.push(
      makeFinding({
        ...base,
        id: 'compression-spread',
        state: bad ? 'tight' : 'clear',
        title: bad
          ? `One cylinder stands ${say(spread, 'percent', { digits: 0 })} below the best`
          : `Compression within ${say(spread, 'percent', { digits: 0 })} across the cylinders`,
        because: `${seen.compressionBar.map((b) => say(b, 'pressureBar', { digits: 1 })).join(', ')}. A leak-down test says why.`,
        figure: spread,
        limit: COMPRESSION_SPREAD_LIMIT_PCT,
        quantity: 'percent',
        evidence: 'measured',
      }),
    );
  }
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
            ? `${what} end play ${say(play, 'lengthMm', { digits: 2 })}: against which limit?`
            : state === 'blocked'
              ? `${what} end play ${say(play - limit!, 'lengthMm', { digits: 2 })} over its limit`
              : `${what} end play ${say(play, 'lengthMm', { digits: 2 })}, inside its limit`,
        because:
          state === 'blocked'
            ? 'The thrust face is gone: it is not run before that is put right.'
            : 'Measured with a dial gauge, pushed both ways.',
        missing: state === 'unknown' ? ['/inspection/endPlayLimitMm'] : [],
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
          title: 'Its marks do not belong together',
          because: words,
          missing: ['/inspection/marksRead'],
        }),
      ),
    );
    if (identity.contradictions.length === 0 && !identity.engineIds.includes(engine.id))
      findings.push(
        makeFinding({
          ...base,
          id: 'marks-engine',
          state: 'blocked',
          title: `The marks read are not those of the ${engine.shortName}`,
          because: `They are found on: ${identity.engineIds.map((id) => indexOf(library).engines.get(id)?.name ?? id).join(', ') || 'no engine of the family'}.`,
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
        ? `Stroked to ${say(s.litres, 'displacementL')} by parts it comes ${money(s.whole.mean - s.byParts.mean)} below the ${s.from.shortName} bought whole`
        : `Stroked to ${say(s.litres, 'displacementL')} by parts it costs ${money(s.byParts.mean - s.whole.mean)} more than the ${s.from.shortName} bought whole`,
    because: `${money(s.byParts.mean)} ± ${money(s.byParts.sd)} and ${say(s.byParts.hours, 'hours', { digits: 0 })} against ${money(s.whole.mean)} ± ${money(s.whole.sd)}.${s.piece.also.length > 0 ? ` With the crank must change: ${s.piece.also.join(', ')}.` : ''}${s.tie || cheaper === 'whole' ? ' Buying it whole also brings a bottom end that has run together.' : ''}`,
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
