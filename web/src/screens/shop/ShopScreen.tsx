import type { BuildSummary, ShopReport } from '@sable/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { useKept } from '../../hooks/kept.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { ApiProblem } from '../../hooks/problem.ts';
import { useIncoming } from '../../hooks/useIncoming.ts';
import { BringFile } from '../../pieces/BringFile.tsx';
import { CurrencyField } from '../../pieces/CurrencyField.tsx';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import { BuildTable, type BuildAct } from './BuildTable.tsx';
import { DemoSection } from './DemoSection.tsx';

async function carryOut(build: BuildSummary, act: BuildAct): Promise<void> {
  switch (act.do) {
    case 'rename':
      await api.put(build.id, 'name', { name: act.name }, build.version);
      return;
    case 'copy':
      await api.copyBuild(build.id);
      return;
    case 'put':
      await api.shelve(build.id, act.on);
      return;
    case 'erase':
      await api.erase(build.id);
  }
}

const SHELF_WORDS = { open: 'is back among the builds', archived: 'is archived', deleted: 'is deleted' } as const;
function doneWords({ name }: BuildSummary, act: BuildAct): string {
  switch (act.do) {
    case 'rename':
      return `“${name}” is called “${act.name}” now.`;
    case 'copy':
      return `“${name}” is copied, with its survey and candidates.`;
    case 'put':
      return `“${name}” ${SHELF_WORDS[act.on]}.`;
    case 'erase':
      return `“${name}” is erased.`;
  }
}

/** What a whole shop brought. */
function addedWords({ builds, rows }: ShopReport): string {
  const words = (outcomes: readonly string[]) => {
    const of = (outcome: string) => outcomes.filter((o) => o === outcome).length;
    const renamed = of('added under a new id');
    return `${of('added') + renamed} added${renamed > 0 ? ` (${renamed} under a new id)` : ''}, ${of('already here')} already here`;
  };
  return `Builds: ${words(builds.map((b) => b.build))}. Library rows: ${words(rows.map((r) => r.outcome))}.`;
}

/** All builds of the shop; a new one, and bringing one in from a file. */
export function ShopScreen() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const builds = useQuery({ queryKey: KEYS.builds, queryFn: api.builds });
  const [name, setName] = useState('');
  const [currency, setCurrency] = useKept('sable-currency', 'EUR');
  const create = useMutation({
    mutationFn: api.newBuild,
    onSuccess: async (answer) => {
      await client.invalidateQueries({ queryKey: KEYS.builds });
      void navigate(`/builds/${answer.build.id}/brief`);
    },
  });
  const bring = useIncoming(async (f: File, stopped) => api.importBundle(await f.text(), stopped));
  const { report } = bring;
  const whole = useIncoming((f: File, stopped) => api.addShop(new Blob([f], { type: 'application/gzip' }), stopped));
  const [done, setDone] = useState<{ build: BuildSummary; words: string; from?: BuildSummary['shelf'] }>();
  const act = useMutation({
    mutationFn: ({ build, act }: { build: BuildSummary; act: BuildAct }) => carryOut(build, act),
    onSuccess: async (_, { build, act }) => {
      setDone({
        build: act.do === 'put' ? { ...build, shelf: act.on } : build,
        words: doneWords(build, act),
        ...(act.do === 'put' && build.shelf !== act.on ? { from: build.shelf } : {}),
      });
      await client.invalidateQueries({ queryKey: KEYS.builds });
    },
  });
  const on = (shelf: BuildSummary['shelf']) => (builds.data ?? []).filter((b) => b.shelf === shelf);
  const problem = [act.error, create.error, bring.error, whole.error, builds.error].find(
    (e) => e instanceof ApiProblem,
  );
  return (
    <PlainShell title="Builds" tools={<UnitSwitch />}>
      <div className="main" style={{ maxWidth: 1000 }}>
        <p className="say big" style={{ marginBottom: 12 }}>
          {builds.data
            ? on('open').length === 0
              ? 'No builds yet'
              : on('open').length === 1
                ? 'One build'
                : `${on('open').length} builds`
            : 'Loading builds…'}
        </p>
        {problem && (
          <Alert severity="error" variant="outlined" sx={{ mb: 2 }}>
            {problem.message}
            {problem.errors.length > 1 && (
              <ul>
                {problem.errors.slice(0, 5).map((e) => (
                  <li key={`${e.pointer} ${e.message}`}>
                    {e.pointer}: {e.message}
                  </li>
                ))}
              </ul>
            )}{' '}
            Nothing was saved.
          </Alert>
        )}
        {report && (
          <Alert severity="info" variant="outlined" sx={{ mb: 2 }} onClose={bring.clear}>
            <Link to={`/builds/${report.buildId}/line-up`}>The build</Link> is{' '}
            {report.build === 'already here' ? 'already in the library, identical' : report.build}. Library rows:{' '}
            {report.rows.filter((r) => r.outcome === 'added').length} added,{' '}
            {report.rows.filter((r) => r.outcome === 'already here').length} already here
            {report.rows
              .filter((r) => r.outcome === 'added under a new id')
              .map((r) => `; ${r.id} was imported as ${r.newId} because the id is in use`)
              .join('')}
            .
          </Alert>
        )}
        {whole.report && (
          <Alert severity="info" variant="outlined" sx={{ mb: 2 }} onClose={whole.clear}>
            {addedWords(whole.report)}
          </Alert>
        )}
        {done && (
          <Alert
            severity="info"
            variant="outlined"
            sx={{ mb: 2 }}
            onClose={() => setDone(undefined)}
            action={
              done.from && (
                <Button onClick={() => act.mutate({ build: done.build, act: { do: 'put', on: done.from! } })}>
                  Undo
                </Button>
              )
            }
          >
            {done.words}
          </Alert>
        )}
        {on('open').length > 0 && (
          <BuildTable builds={on('open')} onAct={(build, a) => act.mutate({ build, act: a })} />
        )}
        {(['archived', 'deleted'] as const).map(
          (shelf) =>
            on(shelf).length > 0 && (
              <details key={shelf} style={{ marginTop: 14 }}>
                <summary>
                  {shelf === 'archived' ? 'Archived' : 'Deleted'}, {on(shelf).length}
                </summary>
                {shelf === 'deleted' && (
                  <p className="small muted" style={{ margin: '6px 0' }}>
                    Can be restored until erased.
                  </p>
                )}
                <BuildTable builds={on(shelf)} onAct={(build, a) => act.mutate({ build, act: a })} />
              </details>
            ),
        )}
        <section className="block" style={{ maxWidth: 520 }}>
          <h2>New build</h2>
          <form
            style={{ display: 'flex', flexWrap: 'wrap', gap: 8, marginTop: 12, alignItems: 'flex-start' }}
            onSubmit={(e) => {
              e.preventDefault();
              if (name.trim() !== '') create.mutate({ name: name.trim(), currency });
            }}
          >
            <TextField
              label="Build name"
              value={name}
              onChange={(e) => setName(e.target.value)}
              slotProps={{ htmlInput: { maxLength: 120 } }}
              sx={{ flex: '1 1 200px', width: 'auto' }}
            />
            <div style={{ flex: '1 1 150px' }}>
              <CurrencyField value={currency} onCommit={setCurrency} />
            </div>
            <Button
              type="submit"
              variant="contained"
              color="primary"
              disabled={name.trim() === '' || create.isPending}
              sx={{ height: 38, whiteSpace: 'nowrap', flex: 'none' }}
            >
              Create
            </Button>
          </form>
          <p style={{ margin: '14px 0 0' }}>
            <Link to="/own-car">Your own car in 40 minutes</Link>: step by step, with what is missing next.
          </p>
          <p style={{ margin: '14px 0 8px' }}>Or import a build file. Existing data is not overwritten.</p>
          <BringFile incoming={bring} accept=".json,application/json" label="Build file">
            Import file
          </BringFile>
        </section>
        <section className="block" style={{ maxWidth: 520 }}>
          <h2>The whole shop</h2>
          <p style={{ margin: '0 0 8px' }}>
            Builds with their history, library, pictures and watched listings, as one file with a checksum. A daily
            backup is also made next to the data folder.
          </p>
          <Button component="a" href={api.shopFileUrl} download>
            Save the shop as a file
          </Button>{' '}
          <BringFile incoming={whole} accept=".gz,application/gzip" label="Shop file">
            Add the shop of a file
          </BringFile>
          <p className="small muted" style={{ margin: '8px 0 0' }}>
            Existing data is kept: identical rows are skipped, different rows are imported under a new id.
          </p>
        </section>
        <DemoSection />
      </div>
    </PlainShell>
  );
}
