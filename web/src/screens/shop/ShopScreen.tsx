import type { ImportReport } from '@sable/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { ApiProblem } from '../../hooks/problem.ts';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import layout from '../../pieces/layout.module.css';

/** All builds of the shop; a new one, and bringing one in from a file. */
export function ShopScreen() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const builds = useQuery({ queryKey: KEYS.builds, queryFn: api.builds });
  const [name, setName] = useState('');
  const [report, setReport] = useState<ImportReport>();
  const file = useRef<HTMLInputElement>(null);
  const create = useMutation({
    mutationFn: api.newBuild,
    onSuccess: async (answer) => {
      await client.invalidateQueries({ queryKey: KEYS.builds });
      void navigate(`/builds/${answer.build.id}/brief`);
    },
  });
  const bring = useMutation({
    mutationFn: async (f: File) => api.importBundle(await f.text()),
    onSuccess: async (r) => {
      setReport(r);
      await client.invalidateQueries();
    },
  });
  const problem = [create.error, bring.error, builds.error].find((e) => e instanceof ApiProblem);
  return (
    <PlainShell title="Shop" tools={<UnitSwitch />}>
      <div className="main" style={{ maxWidth: 1000 }}>
        <p className="say big" style={{ marginBottom: 12 }}>
          {builds.data
            ? builds.data.length === 0
              ? 'No builds yet'
              : builds.data.length === 1
                ? 'One build'
                : `${builds.data.length} builds`
            : 'Reading the shop…'}
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
          <Alert severity="info" variant="outlined" sx={{ mb: 2 }} onClose={() => setReport(undefined)}>
            <Link to={`/builds/${report.buildId}/line-up`}>The build</Link> is{' '}
            {report.build === 'already here' ? 'already here, the same' : report.build}. Library rows:{' '}
            {report.rows.filter((r) => r.outcome === 'added').length} added,{' '}
            {report.rows.filter((r) => r.outcome === 'already here').length} already here
            {report.rows
              .filter((r) => r.outcome === 'added under a new id')
              .map((r) => `; ${r.id} came in as ${r.newId}, because another one has that id`)
              .join('')}
            .
          </Alert>
        )}
        {builds.data && builds.data.length > 0 && (
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Build</th>
                <th scope="col">Car</th>
                <th scope="col" className="r">
                  Candidates
                </th>
                <th scope="col">Chosen</th>
                <th scope="col">Last change</th>
                <th scope="col">
                  <span className="visually-hidden">File</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {builds.data.map((b) => (
                <tr key={b.id}>
                  <th scope="row">
                    <Link to={`/builds/${b.id}/line-up`} style={{ fontWeight: 600 }}>
                      {b.name}
                    </Link>
                  </th>
                  <td>{b.car ?? <span className="muted">not measured yet</span>}</td>
                  <td className="r">{b.candidates}</td>
                  <td>{b.chosen ?? <span className="muted">none</span>}</td>
                  <td className="muted">
                    {new Date(b.updatedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}
                  </td>
                  <td className="r" style={{ paddingRight: 0 }}>
                    <Button component="a" href={api.bundleUrl(b.id)} download aria-label={`${b.name} as a file`}>
                      As a file
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <section className="block" style={{ maxWidth: 520 }}>
          <h2>Begin another</h2>
          <form
            style={{ display: 'flex', gap: 8, marginTop: 12, alignItems: 'flex-start' }}
            onSubmit={(e) => {
              e.preventDefault();
              if (name.trim() !== '') create.mutate(name.trim());
            }}
          >
            <TextField
              label="Name of the build"
              value={name}
              onChange={(e) => setName(e.target.value)}
              slotProps={{ htmlInput: { maxLength: 120 } }}
            />
            <Button
              type="submit"
              variant="contained"
              color="primary"
              disabled={name.trim() === '' || create.isPending}
              sx={{ height: 38, whiteSpace: 'nowrap' }}
            >
              Begin it
            </Button>
          </form>
          <p style={{ margin: '14px 0 8px' }}>
            Or bring one in that was saved as a file. Nothing that is here is overwritten.
          </p>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="Build file"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = '';
              if (chosen) bring.mutate(chosen);
            }}
          />
          <Button onClick={() => file.current?.click()} disabled={bring.isPending}>
            {bring.isPending ? 'Reading the file…' : 'Bring in a file'}
          </Button>
        </section>
      </div>
    </PlainShell>
  );
}
