import { Suspense, lazy } from 'react';
import { NavLink, Navigate, useLocation, useParams } from 'react-router';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

const TABS = [
  ['offers', 'Listings', lazy(() => import('./Offers.tsx').then((m) => ({ default: m.Offers })))],
  ['compare', 'Engine comparison', lazy(() => import('./Compare.tsx').then((m) => ({ default: m.Compare })))],
  [
    'inspect',
    'Identification and inspection',
    lazy(() => import('./Inspect.tsx').then((m) => ({ default: m.Inspect }))),
  ],
  ['bench', 'Engine calculators', lazy(() => import('./Bench.tsx').then((m) => ({ default: m.Bench })))],
] as const;

/** Where an engine or gearbox comes from: what is on offer, what it is, what it makes, what it would take. */
export function DonorsScreen() {
  const { buildId, tab } = useParams();
  const { search } = useLocation();
  const shown = TABS.find(([path]) => path === tab);
  if (!shown) return <Navigate to={`/builds/${buildId}/donors/offers${search}`} replace />;
  const Panel = shown[2];
  return (
    <div className={css['donors']}>
      <nav aria-label="Donors" className={`${layout['tabs']} ${css['donor-tabs']}`}>
        {TABS.map(([path, title]) => (
          <NavLink key={path} to={{ pathname: `/builds/${buildId}/donors/${path}`, search }}>
            {title}
          </NavLink>
        ))}
      </nav>
      <Suspense fallback={<p className="main muted">Loading…</p>}>
        <Panel />
      </Suspense>
    </div>
  );
}
