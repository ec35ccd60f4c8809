import { choiceWords } from '@sable/core/model';
import { isOwnListing, listingOf, type Listing } from '@sable/core';
import { costOfOffer } from '@sable/core/questions/donor';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useCallback, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useWays } from '../../hooks/useWays.ts';
import { useOffers, useWatched } from '../../hooks/useYard.ts';
import { FigureGrid, type GridColumn } from '../../pieces/FigureGrid.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { KIND_WORDS } from '../../pieces/wayNames.ts';
import { reckonedFor } from './candidateFrom.ts';
import { OfferDetail } from './OfferDetail.tsx';
import { OfferFilters, Pick, type Filters } from './OfferFilters.tsx';

const WAY_WORDS: Readonly<Record<Listing['kind'], string>> = {
  engine: 'engine only',
  set: 'engine and gearbox',
  car: 'complete car',
  swap: 'abandoned swap',
};
const SORTS = [
  ['newest', 'newest'],
  ['price', 'price'],
  ['mileage', 'mileage'],
  ['distance', 'distance to seller'],
] as const;
const PAGE = 50;

interface Row {
  readonly id: string;
  readonly listing: Listing;
  readonly allIn: number | undefined;
  readonly doubt: number;
  readonly missing: number;
}

/** Donors on offer, each with what it comes to all in; one opened beside the list. */
export function Offers() {
  const { build, library, candidate } = useBuild();
  const units = useUnits();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [filters, setFilters] = useState<Omit<Filters, 'text'>>({ kind: '', engineId: '', condition: '' });
  const [sort, setSort] = useState('newest');
  const [page, setPage] = useState(0);
  const [watchedOnly, setWatchedOnly] = useState(false);
  const [openId, setOpenId] = useState<string>();
  const change = useCallback(({ text: word, ...part }: Partial<Filters>) => {
    setPage(0);
    // The bar rests on the filters, not on the word: typing does not draw it anew.
    if (word !== undefined) setText(word);
    else setFilters((old) => ({ ...old, ...part }));
  }, []);
  const query = { text, ...filters, sort, from: page * PAGE, count: PAGE };
  const offers = useOffers(query);
  const { watched, problem } = useWatched();
  const shown = useMemo(
    () => (watchedOnly ? watched.map((w) => w.listing) : (offers.data?.listings ?? [])),
    [watchedOnly, watched, offers.data],
  );
  const rows = useMemo<Row[]>(() => {
    const gearboxes = new Map(library.gearboxes.map((g) => [g.id, g]));
    return shown.map((listing) => {
      const engine = library.engines.find((e) => e.id === listing.engineId);
      const like = reckonedFor(build, listing, candidate);
      const gearbox = gearboxes.get(like?.gearboxId ?? listing.gearboxId ?? '') ?? library.gearboxes[0];
      if (!engine || !gearbox) return { id: listing.id, listing, allIn: undefined, doubt: 0, missing: 0 };
      const parts = library.parts.filter((p) => like?.partIds.includes(p.id));
      const cost = costOfOffer(listing, { engine, gearbox, parts, library });
      return { id: listing.id, listing, allIn: cost.mean, doubt: cost.sd, missing: cost.missing.length };
    });
  }, [shown, library, build, candidate]);
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const columns = useMemo(() => columnsFor(units, build.currency), [units, build.currency]);
  const total = watchedOnly ? watched.length : (offers.data?.total ?? 0);
  const paged = useMemo(
    () => ({ total, page: watchedOnly ? 0 : page, size: watchedOnly ? 100 : PAGE, onPage: setPage }),
    [total, page, watchedOnly],
  );
  const ways = useWays(candidate);
  const sortBy = useCallback((by: string) => {
    setPage(0);
    setSort(by);
  }, []);
  const cheapest = ways[0];
  const unpriced = (library.offers ?? []).filter((o) => !o.retired && !listingOf(o)).length;
  const open = openId === undefined ? undefined : shown.find((l) => l.id === openId);
  const engineName = library.engines.find((e) => e.id === candidate?.engineId)?.shortName;
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {cheapest && candidate ? (
              <>
                Cheapest option for {candidate.letter}’s {engineName}: {WAY_WORDS[cheapest.listing.kind]},{' '}
                {money(cheapest.total)} with {cheapest.cost.bringsGearbox ? 'its' : 'the'} gearbox
              </>
            ) : offers.data ? (
              `${offers.data.total} listings`
            ) : (
              'Loading listings…'
            )}
          </p>
          <p className="say muted">
            {cheapest && ways[1]
              ? `“${cheapest.listing.title}”, ${money(ways[1].total - cheapest.total)} below the next option, ${WAY_WORDS[ways[1].listing.kind]}. Includes missing parts, collection and expected rebuild${ways.some((w) => w.listing.kind === 'car') ? ', less resale' : ''}.`
              : 'Total cost = price + collection + missing parts + expected rebuild − resale.'}
          </p>
        </div>
        <OfferFilters filters={filters} onChange={change} engines={library.engines} currency={build.currency} />
        <div className="row spread" style={{ marginBottom: 8 }}>
          <p className="muted" aria-live="polite">
            {watchedOnly
              ? `${watched.length} watched`
              : offers.data
                ? `${offers.data.total} ${offers.data.total === 1 ? 'listing' : 'listings'}`
                : ' '}
          </p>
          <span style={{ display: 'flex', gap: 8 }}>
            {unpriced > 0 && (
              <Button onClick={() => void navigate('/library/offers')}>{unpriced} own listings without a price</Button>
            )}
            <Button onClick={() => void navigate('/library/offers/new/edit')}>Enter a listing</Button>
            <Button aria-pressed={watchedOnly} onClick={() => setWatchedOnly(!watchedOnly)}>
              {watchedOnly ? 'All listings' : `Watched (${watched.length})`}
            </Button>
            <span style={{ width: 132 }}>
              <Pick label="Sort by" value={sort} onPick={sortBy} choices={SORTS} none={null} />
            </span>
          </span>
        </div>
        {(offers.error ?? problem) && (
          <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
            {(offers.error ?? problem)!.message}
          </Alert>
        )}
        <FigureGrid
          label="Offers"
          rows={rows}
          columns={columns}
          openId={openId}
          onOpen={setOpenId}
          above={360}
          paged={paged}
          nothing={
            watchedOnly ? 'Watch list is empty. Open a listing and add it.' : 'No matching listings. Remove a filter.'
          }
        />
      </div>
      {open ? (
        <OfferDetail key={open.id} listing={open} ways={candidate?.engineId === open.engineId ? ways : []} />
      ) : (
        <aside className="side" aria-label="The offer">
          <h2>No listing selected</h2>
          <p className="muted">Select a listing to see its total cost, missing parts, and to add it to the line-up.</p>
        </aside>
      )}
    </div>
  );
}

/** Its title, and whether somebody of this shop wrote it down. */
function OfferTitle({ listing }: { listing: Listing }) {
  return (
    <>
      {listing.title}
      {isOwnListing(listing) && <small className="muted"> yours{listing.gone ? ', gone' : ''}</small>}
    </>
  );
}

function columnsFor(units: ReturnType<typeof useUnits>, currency: string): GridColumn<Row>[] {
  const money = unitOf('money', units, currency);
  const km = unitOf('travelledKm', units);
  return [
    { field: 'title', title: 'Listing', width: 150, flex: true, cell: (r) => <OfferTitle listing={r.listing} /> },
    { field: 'kind', title: 'Type', width: 110, cell: (r) => KIND_WORDS[r.listing.kind] },
    {
      field: 'price',
      title: `Price, ${money}`,
      width: 78,
      right: true,
      cell: (r) => formatNumber(r.listing.price, 'money', units),
    },
    {
      field: 'allIn',
      title: `Total cost, ${money}`,
      width: 112,
      right: true,
      cell: (r) =>
        r.allIn === undefined ? (
          <span className="muted">unknown engine</span>
        ) : (
          <>
            <b style={{ fontWeight: 600 }}>{formatNumber(r.allIn, 'money', units)}</b>{' '}
            <small className="muted">± {formatNumber(r.doubt, 'money', units)}</small>
          </>
        ),
    },
    {
      field: 'missing',
      title: 'Missing',
      width: 66,
      right: true,
      cell: (r) => (r.missing > 0 ? r.missing : <span className="muted">–</span>),
    },
    {
      field: 'km',
      title: `Mileage, ${km}`,
      width: 90,
      right: true,
      cell: (r) =>
        r.listing.travelledKm ? (
          <>
            {formatNumber(r.listing.travelledKm.value, 'travelledKm', units)}
            <EvidenceMark evidence={r.listing.travelledKm.evidence} />
          </>
        ) : (
          <span className="muted">not stated</span>
        ),
    },
    {
      field: 'away',
      title: `Distance, ${km}`,
      width: 82,
      right: true,
      cell: (r) =>
        r.listing.distanceKm === undefined ? (
          <span className="muted">not stated</span>
        ) : (
          formatNumber(r.listing.distanceKm, 'travelledKm', units)
        ),
    },
    { field: 'condition', title: 'Condition', width: 172, cell: (r) => choiceWords(r.listing.condition) },
  ];
}
