import { ownCarSteps, type OwnCarStep } from '@sable/core/questions/lineup';
import { useQuery } from '@tanstack/react-query';
import Button from '@mui/material/Button';
import { useNavigate, useSearchParams } from 'react-router';
import { api } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';
import { ChoiceField } from '../../pieces/fields.tsx';
import { PlainShell } from '../../pieces/PlainShell.tsx';
import { UnitSwitch } from '../../pieces/UnitSwitch.tsx';
import css from './ownCar.module.css';

const NEW = '-';

/** From an empty shop to an own car that is judged: each step with what is missing of it, and the way there. */
export function OwnCarScreen() {
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const builds = useQuery({ queryKey: KEYS.builds, queryFn: api.builds });
  const library = useQuery({ queryKey: KEYS.library, queryFn: api.library });
  const id = search.get('build') ?? undefined;
  const build = useQuery({ queryKey: KEYS.build(id ?? ''), queryFn: () => api.build(id!), enabled: id !== undefined });
  const open = (builds.data ?? []).filter((b) => b.shelf === 'open');
  const waiting = !library.data || (id !== undefined && !build.data && !build.error);
  const steps = waiting ? [] : ownCarSteps(library.data, build.data?.build);
  const left = steps.filter((s) => !s.done);
  const [next] = left;
  const minutes = left.reduce((sum, s) => sum + s.minutes, 0);
  const pathOf = (s: OwnCarStep) => (s.path.startsWith('/') ? s.path : `/builds/${id}/${s.path}`);
  return (
    <PlainShell
      title="Your own car"
      tools={
        <>
          <Button onClick={() => void navigate('/shop')}>All builds</Button>
          <UnitSwitch />
        </>
      }
    >
      <div className={`main ${css['own']}`}>
        <p className="say big">
          {waiting
            ? 'Loading builds…'
            : next
              ? `Next: ${next.title.toLowerCase()}. ${left.length === 1 ? 'One step' : `${left.length} steps`} and about ${minutes} minutes to go`
              : 'All steps are done: read the line-up, and enter what it still calls unknown'}
        </p>
        <p className="say muted">
          Your own car in 40 minutes, with its papers and a tape at hand. What you leave out stays unknown, and says so.
        </p>
        {build.error && (
          <p role="alert" className="fault">
            {build.error.message}
          </p>
        )}
        {open.length > 0 && (
          <div className={css['which']}>
            <ChoiceField
              label="For"
              value={id ?? NEW}
              choices={[
                { value: NEW, label: 'a car that has no build yet' },
                ...open.map((b) => ({ value: b.id, label: b.name })),
              ]}
              onCommit={(v) => setSearch(v === NEW ? {} : { build: v }, { replace: true })}
            />
          </div>
        )}
        <ol className={css['steps']} aria-label="Steps">
          {steps.map((s, i) => (
            <li key={s.id} data-done={s.done} aria-current={s === next ? 'step' : undefined}>
              <b>{i + 1}</b>
              <div>
                <h2>{s.title}</h2>
                <p className="small">{s.words}</p>
                {!s.done && <p className="small muted">Missing: {s.missing.join(', ')}</p>}
              </div>
              <span className="small muted num">{s.done ? 'done' : `${s.minutes} min`}</span>
              <Button
                variant={s === next ? 'contained' : 'outlined'}
                color={s === next ? 'primary' : 'inherit'}
                disabled={!s.path.startsWith('/') && id === undefined}
                onClick={() => void navigate(pathOf(s))}
                aria-label={`Go to: ${s.title}`}
              >
                Go there
              </Button>
            </li>
          ))}
        </ol>
      </div>
    </PlainShell>
  );
}
