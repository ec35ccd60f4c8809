import { isOwnListing, ownOfferId, type Listing } from '@sable/core';
import { OFFER_KINDS } from '@sable/core/model';
import { costOfOffer, type Way } from '@sable/core/questions/donor';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useOffersOf, useWatched } from '../../hooks/useYard.ts';
import { ChoiceField, WordsField } from '../../pieces/fields.tsx';
import { offered } from '../../pieces/offered.ts';
import { Plain } from '../../pieces/figures.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { OfferFacts } from '../../pieces/OfferFacts.tsx';
import { TrustField } from '../../pieces/TrustField.tsx';
import { OfferAgainst } from './OfferAgainst.tsx';
import { candidateFrom, gearboxesFor, reckonedFor } from './candidateFrom.ts';

import { WAY_NAMES } from '../../pieces/wayNames.ts';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

/** One offer: what it comes to line by line, what it lacks, watching it, and the way into the line-up. */
export function OfferDetail({ listing, ways }: { listing: Listing; ways: readonly Way[] }) {
  const { build, library, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const navigate = useNavigate();
  const { watched, watch, drop } = useWatched();
  const [choosing, setChoosing] = useState(false);
  const engine = library.engines.find((e) => e.id === listing.engineId);
  const like = reckonedFor(build, listing, candidate);
  const gearbox =
    library.gearboxes.find((g) => g.id === (like?.gearboxId ?? listing.gearboxId)) ?? library.gearboxes[0];
  const parts = library.parts.filter((p) => like?.partIds.includes(p.id));
  const cost = engine && gearbox && costOfOffer(listing, { engine, gearbox, parts, library });
  const n = (v: number) => formatNumber(v, 'money', units);
  const kept = watched.find((w) => w.listing.id === listing.id);
  const offers = useOffersOf(listing.engineId);
  const besides = () => {
    const others = ways.length > 0 ? ways.map((w) => w.listing) : (offers.data?.listings ?? []);
    const best = OFFER_KINDS.flatMap((kind) => others.find((l) => l.kind === kind) ?? []);
    return best.filter((l) => l.id !== listing.id && l.kind !== listing.kind).slice(0, 2);
  };
  const foreign = listing.currency !== build.currency;
  const mine = candidate?.bought?.listing.id === listing.id;
  return (
    <aside className="side" aria-label="The offer">
      <h2>{listing.title}</h2>
      <p className="muted small">
        {listing.seller},{' '}
        {listing.distanceKm === undefined ? (
          'location not stated'
        ) : (
          <>
            <Plain value={listing.distanceKm} quantity="travelledKm" /> away
          </>
        )}
        . Listed {listing.listedOn}.
      </p>
      <div style={{ margin: '14px 0 10px' }}>
        <TrustField of={listing.seller} />
      </div>
      <p className={css['offer-words']}>{listing.words}</p>
      <OfferFacts offer={listing} />
      <div className={css['offer-acts']}>
        <Button variant="contained" color="primary" disabled={!engine || foreign} onClick={() => setChoosing(true)}>
          Create candidate
        </Button>
        {candidate && candidate.engineId === listing.engineId && (
          <Button
            disabled={mine || foreign}
            onClick={() => saveCandidate(candidate, { ...candidate, bought: { listing, besides: besides() } })}
          >
            {mine ? `Assigned to candidate ${candidate.letter}` : `Use for candidate ${candidate.letter}`}
          </Button>
        )}
        <Button onClick={() => (kept ? drop(listing.id) : watch(listing, ''))}>
          {kept ? 'Remove from watch list' : 'Add to watch list'}
        </Button>
        {isOwnListing(listing) && (
          <Button onClick={() => void navigate(`/library/offers/${ownOfferId(listing)}`)}>Edit</Button>
        )}
      </div>
      {kept && (
        <WordsField
          label="Note"
          value={kept.note}
          rows={2}
          maxLength={2000}
          onCommit={(note) => watch(listing, note)}
        />
      )}
      {kept && !kept.stillThere && <p style={{ color: 'var(--tight)' }}>Listing no longer available.</p>}
      {foreign && (
        <p className="small">
          Asking price in {listing.currency}, build currency {build.currency}: enter its price in {build.currency}, at
          the rate that you would pay, before it is bought or compared.
        </p>
      )}
      {cost && !foreign ? (
        <>
          <h3>
            Total cost {formatQuantity(cost.mean, 'money', units, { currency: build.currency })}{' '}
            <small className="muted">± {n(cost.sd)}</small>
          </h3>
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Item</th>
                <th scope="col" className="r">
                  Likely, {unitOf('money', units, build.currency)}
                </th>
              </tr>
            </thead>
            <tbody>
              {cost.lines.map((l) => (
                <tr key={l.id}>
                  <th scope="row">
                    {l.name}
                    <EvidenceMark evidence={l.evidence} />
                    <br />
                    <small className="muted">{l.why}</small>
                  </th>
                  <td className="r">
                    {n(l.likely)}
                    <br />
                    <small className="muted">
                      {n(l.low)} to {n(l.high)}
                    </small>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="muted small" style={{ marginTop: 8 }}>
            {like
              ? `Calculated for candidate ${like.letter}: parts it already has are not counted as missing.`
              : 'Calculated for the engine alone.'}{' '}
            {cost.bringsGearbox && 'Gearbox included.'} <Plain value={cost.hours} quantity="hours" /> for dismantling.
          </p>
        </>
      ) : (
        !engine && <p className="muted">Engine not in the library: no cost calculation. Add the engine first.</p>
      )}
      {ways.length > 1 && (
        <>
          <h3>Purchase options, {candidate?.letter} complete</h3>
          <table className={layout['figures']}>
            <tbody>
              {ways.map((w) => (
                <tr key={w.listing.id} className={w.listing.id === listing.id ? 'is-current' : ''}>
                  <th scope="row">
                    {WAY_NAMES[w.listing.kind]}
                    <br />
                    <small className="muted">{w.listing.title}</small>
                  </th>
                  <td className="r">
                    {n(w.total)} <small className="muted">± {n(w.sd)}</small>
                    <br />
                    <small className="muted">{formatQuantity(w.cost.hours, 'hours', units)}</small>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <OfferAgainst listing={listing} />
      {choosing && <IntoLineup listing={listing} besides={besides()} onClose={() => setChoosing(false)} />}
    </aside>
  );
}

/** Which gearbox stands behind it, and into the line-up it goes. */
function IntoLineup({
  listing,
  besides,
  onClose,
}: {
  listing: Listing;
  besides: readonly Listing[];
  onClose: () => void;
}) {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const navigate = useNavigate();
  const first = gearboxesFor(build, library, listing);
  const [gearboxId, setGearboxId] = useState(first[0] ?? '');
  const next = candidateFrom(build, library, listing, gearboxId, besides);
  const like = build.candidates.find((c) => c.engineId === listing.engineId);
  const choices = [...first, ...offered(library.gearboxes).map((g) => g.id)];
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="into-title">
      <DialogTitle id="into-title">{listing.title} Add to line-up</DialogTitle>
      <DialogContent>
        <p style={{ marginBottom: 14 }}>
          {next === undefined
            ? 'Maximum number of candidates reached, or engine not in the library.'
            : like
              ? `Copies dressing, position and ${next.partIds.length} parts from candidate ${like.letter}. Missing parts are added to the bill.`
              : 'Standard dressing, position of the first candidate. Missing parts are added to the bill.'}
        </p>
        <ChoiceField
          label="Gearbox"
          value={gearboxId}
          choices={[...new Set(choices)].map((id) => ({
            value: id,
            label: `${library.gearboxes.find((g) => g.id === id)?.name ?? id}${id === listing.gearboxId && listing.kind !== 'engine' ? ', included' : ''}`,
          }))}
          onCommit={setGearboxId}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          color="primary"
          disabled={!next}
          onClick={() => {
            if (!next) return;
            saveCandidate(undefined, next);
            void navigate(`/builds/${build.id}/line-up?c=${next.id}`);
          }}
        >
          Add to line-up
        </Button>
      </DialogActions>
    </Dialog>
  );
}
