import type { State, Step } from '@sable/core';
import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useEffect, useRef, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate, useParams } from 'react-router';
import { StateMark } from './marks.tsx';
import { useSettings } from '../hooks/settings.tsx';
import { SCREENS } from './steps.ts';

/** The steel rule: the way through a build in working order, each step with the current candidate's worst state in it. */
export function Rule({ steps }: { steps: Readonly<Partial<Record<Step, State>>> | undefined }) {
  const { buildId } = useParams();
  const { search, pathname } = useLocation();
  const nav = useRef<HTMLElement>(null);
  useEffect(() => {
    nav.current?.querySelector('[aria-current="page"]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
  return (
    <header className="rule">
      <Wordmark />
      <nav aria-label="Steps of the build" ref={nav}>
        <ol>
          {buildId !== undefined &&
            SCREENS.map((s) => {
              const states = s.steps.flatMap((step) => steps?.[step] ?? []);
              const state = states.length > 0 ? worst(states) : undefined;
              return (
                <li key={s.path}>
                  <NavLink to={{ pathname: `/builds/${buildId}/${s.path}`, search }}>
                    {({ isActive }) => (
                      <>
                        {s.title}
                        {state && <StateMark state={state} {...(isActive ? { colour: 'var(--on-dye)' } : {})} />}
                      </>
                    )}
                  </NavLink>
                </li>
              );
            })}
        </ol>
      </nav>
    </header>
  );
}

const RANK: readonly State[] = ['clear', 'tight', 'unknown', 'blocked'];
const worst = (states: readonly State[]): State => states.reduce((w, s) => (RANK.indexOf(s) > RANK.indexOf(w) ? s : w));

/** A bolt circle with one hole out of place: opens what lies beside a build. */
function Wordmark() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { mode, setMode, units, setMetricHp, singleKeys, setSingleKeys } = useSettings();
  const navigate = useNavigate();
  const close = () => setAnchor(null);
  const go = (path: string) => {
    close();
    void navigate(path);
  };
  return (
    <>
      <button
        className="wordmark"
        type="button"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        <svg width="20" height="20" viewBox="0 0 22 22" aria-hidden>
          <circle cx="11" cy="11" r="4" fill="none" stroke="var(--dye)" strokeWidth="2" />
          {[0, 1, 2, 3, 4, 5].map((i) => {
            const a = (i * Math.PI) / 3 + 0.26;
            const r = i === 1 ? 9.6 : 8.6;
            return (
              <circle
                key={i}
                cx={11 + r * Math.cos(a)}
                cy={11 + r * Math.sin(a)}
                r="1.6"
                fill={i === 1 ? 'var(--blocked)' : 'var(--ink)'}
              />
            );
          })}
        </svg>
        Sable
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <MenuItem onClick={() => go('/shop')}>Shop: all builds</MenuItem>
        <MenuItem onClick={() => go('/library/engines')}>Library</MenuItem>
        <MenuItem component="a" href="/api/docs/" onClick={close}>
          The same over HTTP
        </MenuItem>
        <Divider />
        <MenuItem onClick={() => setMode(mode === 'day' ? 'night' : 'day')}>
          {mode === 'day' ? 'Night colours' : 'Day colours'}
        </MenuItem>
        <MenuItem onClick={() => setMetricHp(!units.metricHp)}>
          {units.metricHp ? 'Metric power in kW' : 'Metric power in PS'}
        </MenuItem>
        <MenuItem onClick={() => setSingleKeys(!singleKeys)}>
          {singleKeys ? 'Single keys off' : 'Single keys on'}
        </MenuItem>
      </Menu>
    </>
  );
}

export function SkipLink() {
  return (
    <Link className="skip" to="#main" onClick={() => document.getElementById('main')?.focus()}>
      To the main thing
    </Link>
  );
}
