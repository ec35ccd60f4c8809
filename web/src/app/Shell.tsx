import { Suspense, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLocation, Outlet, useNavigate } from 'react-router';
import { Band } from './Band.tsx';
import { BuildProvider, useBuild, useBuildActions, useJudgement, useSaving } from '../hooks/buildState.tsx';
import { Button } from '../pieces/Button.tsx';
import { late } from '../pieces/late.tsx';
import { Rule, SkipLink } from '../pieces/Rule.tsx';
import { SCREENS } from '../pieces/steps.ts';
import { useSettings } from '../hooks/settings.tsx';
import { Trouble } from './Trouble.tsx';
import layout from '../pieces/layout.module.css';

const ConflictDialog = late(() => import('./ConflictDialog.tsx').then((m) => m.ConflictDialog));
const SearchDialog = late(() => import('./SearchDialog.tsx').then((m) => m.SearchDialog));
const ShortcutsDialog = late(() => import('./ShortcutsDialog.tsx').then((m) => m.ShortcutsDialog));

/** Everything about one build: rule, band, the screen, and what went wrong. */
export function BuildShell() {
  return (
    <BuildProvider
      fallback={(problem) => (
        <>
          <SkipLink />
          <Rule steps={undefined} />
          <main id="main" className="main" tabIndex={-1}>
            {problem ? <Lost sentence={problem.message} /> : <p className="muted">Loading build…</p>}
          </main>
        </>
      )}
    >
      <Inside />
    </BuildProvider>
  );
}

function Lost({ sentence }: { sentence: string }) {
  const navigate = useNavigate();
  return (
    <div className={layout['empty']}>
      <h2>{sentence}</h2>
      <Button onClick={() => void navigate('/shop')}>Back to all builds</Button>
    </div>
  );
}

/** What went wrong with saving, and a build that can't be judged. */
function Troubles() {
  const { problem, waiting } = useSaving();
  const { fault } = useJudgement();
  const { dismiss } = useBuildActions();
  return (
    <>
      {problem && (
        <Trouble onClose={dismiss}>
          {problem.message}{' '}
          {problem.errors.length > 1 &&
            `${problem.errors.length - 1} more errors: ${problem.errors
              .slice(1, 4)
              .map((e) => e.message)
              .join(' ')}`}{' '}
          {waiting === 0
            ? 'Nothing was saved.'
            : 'What you changed is kept in this browser and sent as soon as it answers.'}
        </Trouble>
      )}
      {fault && <Trouble>Not checked: this build cannot be calculated with its present data. {fault}</Trouble>}
    </>
  );
}

/** Presses nearer to one another than this go on from where the keys came to, not from what is drawn. */
const QUICK_MS = 800;

/** Screens that say themselves what leads; on all others whoever hears the page is told when it is another. */
const SHOWS_VERDICT = /\/(line-up|brief)$/;

function Inside() {
  const { pathname } = useLocation();
  const { build, candidate } = useBuild();
  const { assessment, judgement, fault, verdict } = useJudgement();
  const { select, undo, redo } = useBuildActions();
  const { conflict } = useSaving();
  const { units, setSystem, singleKeys: enabled } = useSettings();
  const navigate = useNavigate();
  const [searching, setSearching] = useState(false);
  const [helping, setHelping] = useState(false);
  const go = (path: string) => void navigate(`/builds/${build.id}/${path}${candidate ? `?c=${candidate.id}` : ''}`);
  // Where the keys have come to: two quick presses must count as two, though the first is not drawn yet.
  const reached = useRef({ id: candidate?.id, at: 0 });
  const move = (by: number) => {
    const now = performance.now();
    const from = now - reached.current.at < QUICK_MS ? reached.current.id : candidate?.id;
    const at = build.candidates.findIndex((c) => c.id === from);
    const next = build.candidates[(at + by + build.candidates.length) % build.candidates.length];
    if (!next) return;
    reached.current = { id: next.id, at: now };
    select(next.id);
  };
  useHotkeys(
    SCREENS.map((s) => s.key),
    (_, hotkey) => {
      const screen = SCREENS.find((s) => hotkey.keys?.includes(s.key));
      if (screen) go(screen.path);
    },
    { enabled },
  );
  useHotkeys('c', () => go('candidate'), { enabled });
  useHotkeys('k', () => move(1), { enabled });
  useHotkeys('j', () => move(-1), { enabled });
  useHotkeys('z', undo, { enabled });
  useHotkeys('mod+z', undo, { preventDefault: true });
  useHotkeys('x', redo, { enabled });
  useHotkeys('mod+shift+z', redo, { preventDefault: true });
  useHotkeys('u', () => setSystem(units.system === 'metric' ? 'us' : 'metric'), { enabled });
  useHotkeys('/', () => setSearching(true), { useKey: true, preventDefault: true, enabled });
  useHotkeys('?', () => setHelping(true), { useKey: true, enabled });
  return (
    <>
      <SkipLink />
      <Rule steps={assessment?.steps} name={build.name} />
      <Band onSearch={() => setSearching(true)} />
      <Troubles />
      {!SHOWS_VERDICT.test(pathname) && (
        <p className="visually-hidden" role="status">
          {verdict?.headline}
        </p>
      )}
      <main id="main" tabIndex={-1} aria-busy={!judgement && fault === undefined} style={{ outline: 'none' }}>
        <Suspense fallback={<p className="main muted">Loading…</p>}>
          <Outlet />
        </Suspense>
      </main>
      <Suspense fallback={null}>
        {conflict && <ConflictDialog conflict={conflict} />}
        {searching && <SearchDialog open onClose={() => setSearching(false)} />}
        {helping && <ShortcutsDialog open onClose={() => setHelping(false)} />}
      </Suspense>
    </>
  );
}
