import type { Listing, Offer } from '@sable/core';
import type { ReactNode } from 'react';
import { EvidenceMark } from './marks.tsx';
import { Plain } from './figures.tsx';
import { api } from '../hooks/api.ts';
import css from './OfferFacts.module.css';

type Facts = Omit<Listing, 'id' | 'title' | 'price' | 'currency' | 'gone'> | Omit<Offer, 'id' | 'name'>;
const NOT_TOLD = 'not stated';

function Run({ of, what }: { of: Listing['travelledKm']; what?: string }) {
  if (!of) return null;
  return (
    <>
      {what && ', '}
      <Plain value={of.value} quantity="travelledKm" />
      <EvidenceMark evidence={of.evidence} /> {what}
    </>
  );
}

/** What is known of a donor on offer: what it has run, what comes with it, what was seen and tested. */
export function OfferFacts({ offer }: { offer: Facts }) {
  const rows: readonly (readonly [string, ReactNode])[] = [
    ['Condition', offer.condition ?? NOT_TOLD],
    [
      'Mileage',
      <>
        {offer.travelledKm ? <Run of={offer.travelledKm} /> : NOT_TOLD}
        <Run of={offer.sinceRebuildKm} what="since its rebuild" />
        <Run of={offer.trackKm} what="on a track" />
        {offer.builtYear !== undefined && `, built ${offer.builtYear}`}
      </>,
    ],
    ['Included', offer.included.join(', ') || 'none stated'],
    ['Missing', [...offer.missing, ...(offer.otherMissing ?? []).map((o) => o.what)].join(', ') || 'none stated'],
    ...(offer.broken.length > 0 ? [['Damaged', offer.broken.join(', ')] as const] : []),
    ...(offer.seen ? [['Seen', offer.seen] as const] : []),
    ...(offer.testsSeen && offer.testsSeen.length > 0 ? [['Tested', offer.testsSeen.join(', ')] as const] : []),
    ...(offer.warrantyDays
      ? [['Warranty', <Plain key="w" value={offer.warrantyDays} quantity="days" />] as const]
      : []),
    ...(offer.link
      ? [
          [
            'Advert',
            <a key="l" href={offer.link} target="_blank" rel="noreferrer">
              {/^https?:\/\/([^/\s]+)/.exec(offer.link)?.[1] ?? offer.link}
            </a>,
          ] as const,
        ]
      : []),
  ];
  return (
    <>
      {offer.photo && <img className={css['photo']} src={api.pictureUrl(offer.photo)} alt="The one on offer" />}
      <dl className={css['facts']}>
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
