import type { State, Step } from '@sable/core';
import { Suspense, useEffect, useRef, useState } from 'react';
import { Link, NavLink, useLocation, useParams } from 'react-router';
import { late } from './late.tsx';
import { StateMark } from './marks.tsx';
import { pageTitle, SCREENS } from './steps.ts';
import css from './Rule.module.css';

// Menus and what floats come when they are opened: the first page needs none of them.
const ShopMenu = late(() => import('./ShopMenu.tsx').then((m) => m.ShopMenu));

/** The steel rule: the way through a build in working order, each step with the current candidate's worst state in it. */
export function Rule({ steps, name }: { steps: Readonly<Partial<Record<Step, State>>> | undefined; name?: string }) {
  const { buildId } = useParams();
  const { search, pathname } = useLocation();
  const title = pageTitle(pathname, name);
  useEffect(() => {
    document.title = title;
  }, [title]);
  const nav = useRef<HTMLElement>(null);
  useEffect(() => {
    nav.current?.querySelector('[aria-current="page"]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
  return (
    <header className={css['rule']}>
      <Wordmark />
      <nav aria-label="Build steps" ref={nav}>
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
  return (
    <>
      <button
        className={css['wordmark']}
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
      {anchor && (
        <Suspense fallback={null}>
          <ShopMenu anchor={anchor} onClose={() => setAnchor(null)} />
        </Suspense>
      )}
    </>
  );
}

export function SkipLink() {
  return (
    <Link className={css['skip']} to="#main" onClick={() => document.getElementById('main')?.focus()}>
      Skip to main content
    </Link>
  );
}
