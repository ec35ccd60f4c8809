import type { Engine } from '@sable/core';
import { knownDisplacement } from '@sable/core/questions/engine';
import { readAdvert, type AdvertProposal } from '@sable/core/questions/adverts';

/** What an advert seems to say, put into an offer: what a person says yes to, and nothing else. */
export type OfferDraft = Readonly<Record<string, unknown>>;

/** Those of the proposals that are no field of an offer: they tell which engine is meant. */
const OF_THE_ENGINE = new Set<AdvertProposal['field']>(['litres', 'induction']);
export const isField = (p: AdvertProposal): boolean => !OF_THE_ENGINE.has(p.field);

/** Proposals for an advert, with the engines and gearboxes that are here. */
export const proposalsOf = (text: string, engines: readonly Engine[]): AdvertProposal[] =>
  readAdvert(
    text,
    engines.filter((e) => !e.retired).map((e) => ({ ...e, litres: litresOf(e) })),
  );

function litresOf(engine: Engine): number | undefined {
  const cc = knownDisplacement(engine);
  return cc === undefined ? undefined : cc / 1000;
}

/** As it is kept: a distance that a seller tells is claimed. */
function kept(p: AdvertProposal): unknown {
  switch (p.field) {
    case 'travelledKm':
    case 'sinceRebuildKm':
    case 'trackKm':
      return { value: p.value, evidence: 'claimed' };
    case 'otherMissing':
      return p.value.map((what) => ({ what }));
    default:
      return p.value;
  }
}

export const taken = (draft: OfferDraft, p: AdvertProposal): OfferDraft => ({ ...draft, [p.field]: kept(p) });

/** Whether the offer says so already. */
export const isTaken = (draft: OfferDraft, p: AdvertProposal): boolean =>
  JSON.stringify(draft[p.field]) === JSON.stringify(kept(p));

/** The text in stretches, each with the proposals that were read in it. */
export function marked(
  text: string,
  proposals: readonly AdvertProposal[],
): { text: string; of: AdvertProposal['field'][] }[] {
  const places = proposals.flatMap((p) =>
    p.at.filter(([a, b]) => b > a).map(([from, to]) => ({ from, to, of: p.field })),
  );
  const ends = [...new Set([0, text.length, ...places.flatMap((p) => [p.from, p.to])])].sort((a, b) => a - b);
  return ends.slice(0, -1).map((from, i) => ({
    text: text.slice(from, ends[i + 1]),
    of: places.filter((p) => p.from <= from && p.to >= ends[i + 1]! && p.of !== 'name').map((p) => p.of),
  }));
}
