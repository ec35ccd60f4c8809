import { CONDITIONS, OFFER_KINDS, type Listing } from '@sable/core';
import { compareWays, bestOfEachWay, costOfOffer } from '@sable/core/buying';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import { DataGrid, type GridColDef } from '@mui/x-data-grid';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useBuild } from '../../app/buildState.tsx';
import { useUnits } from '../../app/settings.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { reckonedFor } from './candidateFrom.ts';
import { OfferDetail } from './OfferDetail.tsx';
import { useOffers, useOffersOf, useWatched } from './useYard.ts';

const KIND_WORDS: Readonly<Record<Listing['kind'], string>> = {
  engine: 'engine',
  set: 'with gearbox',
  car: 'whole car',
};
const WAY_WORDS: Readonly<Record<Listing['kind'], string>> = {
  engine: 'as the engine alone',
  set: 'as engine and gearbox',
  car: 'in a whole car',
};
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
  const [text, setText] = useState('');
  const [kind, setKind] = useState('');
  const [engineId, setEngineId] = useState('');
  const [condition, setCondition] = useState('');
  const [most, setMost] = useState<{ price?: number | undefined; km?: number | undefined; away?: number | undefined }>(
    {},
  );
  const [sort, setSort] = useState('newest');
  const [page, setPage] = useState(0);
  const [watchedOnly, setWatchedOnly] = useState(false);
  const [openId, setOpenId] = useState<string>();
  const wanted = useDeferredValue(text.trim());
  const query = {
    text: wanted,
    kind,
    engineId,
    condition,
    mostPrice: most.price === undefined ? undefined : Math.round(most.price),
    mostKm: most.km === undefined ? undefined : Math.round(most.km),
    mostDistanceKm: most.away === undefined ? undefined : Math.round(most.away),
    sort,
    from: page * PAGE,
    count: PAGE,
  };
  const offers = useOffers(query);
  const { watched, problem } = useWatched();
  const ofCandidate = useOffersOf(candidate?.engineId);
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
  const set =
    <T,>(setter: (v: T) => void) =>
    (v: T) => {
      setPage(0);
      setter(v);
    };

  const ways = useMemo(() => {
    const engine = library.engines.find((e) => e.id === candidate?.engineId);
    const gearbox = library.gearboxes.find((g) => g.id === candidate?.gearboxId);
    if (!candidate || !engine || !gearbox || engine.id === build.chassis?.originalEngineId) return [];
    const parts = library.parts.filter((p) => candidate.partIds.includes(p.id));
    const sound = (ofCandidate.data?.listings ?? []).filter((l) => l.condition !== 'for parts');
    return bestOfEachWay(
      compareWays(
        sound,
        { engine, gearbox, parts, library },
        build.brief.ownLabour ? 0 : build.brief.hourlyRate,
        gearbox.id === build.chassis?.originalGearboxId,
      ),
    );
  }, [library, candidate, ofCandidate.data, build]);
  const cheapest = ways[0];
  const open = openId === undefined ? undefined : shown.find((l) => l.id === openId);
  const engineName = library.engines.find((e) => e.id === candidate?.engineId)?.shortName;
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {cheapest && candidate ? (
              <>
                {candidate.letter}’s {engineName} comes cheapest {WAY_WORDS[cheapest.listing.kind]}:{' '}
                {money(cheapest.total)} with {cheapest.cost.bringsGearbox ? 'its' : 'the'} gearbox
              </>
            ) : offers.data ? (
              `${offers.data.total} on offer`
            ) : (
              'Reading the yard…'
            )}
          </p>
          <p className="say muted">
            {cheapest && ways[1]
              ? `“${cheapest.listing.title}”, ${money(ways[1].total - cheapest.total)} below the next way, ${WAY_WORDS[ways[1].listing.kind]}; what is missing, fetching, the rebuild to be expected${ways.some((w) => w.listing.kind === 'car') ? ' and what is sold again' : ''} counted.`
              : 'All in: price, fetching, what is missing, the rebuild to be expected, less what is sold again.'}
          </p>
        </div>
        <div className="offer-filters" role="search" aria-label="Offers">
          <TextField
            label="Find"
            value={text}
            onChange={(e) => set(setText)(e.target.value)}
            slotProps={{ htmlInput: { type: 'search' }, inputLabel: { shrink: true } }}
          />
          <Pick label="What" value={kind} onPick={set(setKind)} choices={OFFER_KINDS.map((k) => [k, KIND_WORDS[k]])} />
          <Pick
            label="Engine"
            value={engineId}
            onPick={set(setEngineId)}
            choices={library.engines.filter((e) => !e.retired).map((e) => [e.id, e.shortName])}
          />
          <Pick
            label="Condition"
            value={condition}
            onPick={set(setCondition)}
            choices={CONDITIONS.map((c) => [c, c])}
          />
          <QuantityField
            label="Price to"
            quantity="money"
            currency={build.currency}
            optional
            min={0}
            value={most.price}
            onCommit={(price) => set(setMost)({ ...most, price })}
          />
          <QuantityField
            label="Run to"
            quantity="travelledKm"
            optional
            min={0}
            value={most.km}
            onCommit={(km) => set(setMost)({ ...most, km })}
          />
          <QuantityField
            label="Away to"
            quantity="travelledKm"
            optional
            min={0}
            value={most.away}
            onCommit={(away) => set(setMost)({ ...most, away })}
          />
        </div>
        <div className="row spread" style={{ marginBottom: 8 }}>
          <p className="muted" aria-live="polite">
            {watchedOnly
              ? `${watched.length} watched`
              : offers.data
                ? `${offers.data.total} ${offers.data.total === 1 ? 'offer' : 'offers'}`
                : ' '}
          </p>
          <span style={{ display: 'flex', gap: 8 }}>
            <Button aria-pressed={watchedOnly} onClick={() => setWatchedOnly(!watchedOnly)}>
              {watchedOnly ? 'All offers' : `Watched (${watched.length})`}
            </Button>
            <TextField
              select
              label="Sorted by"
              value={sort}
              onChange={(e) => set(setSort)(e.target.value)}
              sx={{ width: 132 }}
              slotProps={{ inputLabel: { shrink: true } }}
            >
              {[
                ['newest', 'newest'],
                ['price', 'price'],
                ['mileage', 'distance run'],
                ['distance', 'how far away'],
              ].map(([v, label]) => (
                <MenuItem key={v} value={v}>
                  {label}
                </MenuItem>
              ))}
            </TextField>
          </span>
        </div>
        {(offers.error ?? problem) && (
          <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
            {(offers.error ?? problem)!.message}
          </Alert>
        )}
        <DataGrid
          rows={rows}
          columns={columns}
          density="compact"
          rowHeight={34}
          columnHeaderHeight={38}
          disableColumnMenu
          disableColumnSorting
          loading={offers.isPending}
          {...(watchedOnly
            ? { hideFooter: watched.length <= PAGE }
            : {
                paginationMode: 'server' as const,
                rowCount: offers.data?.total ?? 0,
                paginationModel: { page, pageSize: PAGE },
                pageSizeOptions: [PAGE],
                onPaginationModelChange: (m: { page: number }) => setPage(m.page),
              })}
          rowSelectionModel={{ type: 'include', ids: new Set(openId === undefined ? [] : [openId]) }}
          onRowClick={({ id }) => setOpenId(String(id))}
          onCellKeyDown={({ id }, event) => {
            if (event.key === 'Enter') setOpenId(String(id));
          }}
          localeText={{
            noRowsLabel: watchedOnly
              ? 'Nothing is watched. Open an offer and watch it.'
              : 'Nothing like that is on offer. Take a filter away.',
          }}
          aria-label="Offers"
          sx={{
            bgcolor: 'background.paper',
            minHeight: 180,
            '& .MuiDataGrid-row': { cursor: 'pointer' },
            '& .MuiDataGrid-columnHeaderTitle': { fontWeight: 600 },
          }}
        />
      </div>
      {open ? (
        <OfferDetail key={open.id} listing={open} ways={candidate?.engineId === open.engineId ? ways : []} />
      ) : (
        <aside className="side" aria-label="The offer">
          <h2>No offer opened</h2>
          <p className="muted">
            Click one to see what it comes to, line by line, what is missing, and to put it into the line-up.
          </p>
        </aside>
      )}
    </div>
  );
}

function Pick({
  label,
  value,
  choices,
  onPick,
}: {
  label: string;
  value: string;
  choices: readonly (readonly [string, string])[];
  onPick: (v: string) => void;
}) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => onPick(e.target.value)}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
    >
      <MenuItem value="">any</MenuItem>
      {choices.map(([v, name]) => (
        <MenuItem key={v} value={v}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

function columnsFor(units: ReturnType<typeof useUnits>, currency: string): GridColDef<Row>[] {
  const right = { align: 'right', headerAlign: 'right' } as const;
  return [
    { field: 'title', headerName: 'Offer', flex: 1, minWidth: 190, valueGetter: (_, row) => row.listing.title },
    { field: 'kind', headerName: 'What', width: 104, valueGetter: (_, row) => KIND_WORDS[row.listing.kind] },
    {
      field: 'price',
      headerName: `Asked, ${unitOf('money', units, currency)}`,
      width: 84,
      ...right,
      renderCell: ({ row }) => <span className="num">{formatNumber(row.listing.price, 'money', units)}</span>,
    },
    {
      field: 'allIn',
      headerName: `All in, ${unitOf('money', units, currency)}`,
      width: 116,
      ...right,
      renderCell: ({ row }) =>
        row.allIn === undefined ? (
          <span className="muted">unknown engine</span>
        ) : (
          <span className="num">
            <b style={{ fontWeight: 600 }}>{formatNumber(row.allIn, 'money', units)}</b>{' '}
            <small className="muted">± {formatNumber(row.doubt, 'money', units)}</small>
          </span>
        ),
    },
    {
      field: 'missing',
      headerName: 'Lacks',
      width: 62,
      ...right,
      renderCell: ({ row }) => (row.missing > 0 ? row.missing : <span className="muted">–</span>),
    },
    {
      field: 'km',
      headerName: `Run, ${unitOf('travelledKm', units)}`,
      width: 104,
      ...right,
      renderCell: ({ row }) =>
        row.listing.travelledKm ? (
          <span className="num">
            {formatNumber(row.listing.travelledKm.value, 'travelledKm', units)}
            <EvidenceMark evidence={row.listing.travelledKm.evidence} />
          </span>
        ) : (
          <span className="muted">not told</span>
        ),
    },
    {
      field: 'away',
      headerName: `Away, ${unitOf('travelledKm', units)}`,
      width: 86,
      ...right,
      renderCell: ({ row }) => (
        <span className="num">{formatNumber(row.listing.distanceKm, 'travelledKm', units)}</span>
      ),
    },
    { field: 'condition', headerName: 'Condition', width: 128, valueGetter: (_, row) => row.listing.condition },
  ];
}
