import { Suspense, lazy } from 'react';
import { NavLink, Navigate, useLocation, useParams } from 'react-router';
import { useBuild } from '../../hooks/buildState.tsx';
import { WhenJudged } from '../../pieces/WhenJudged.tsx';
import layout from '../../pieces/layout.module.css';
import css from './gearing.module.css';

const TABS = [
  ['ratios', 'Ratios and tractive force', lazy(() => import('./Ratios.tsx').then((m) => ({ default: m.Ratios })))],
  ['run', 'Acceleration', lazy(() => import('./Run.tsx').then((m) => ({ default: m.Run })))],
  ['choose', 'Ratio selection', lazy(() => import('./Choose.tsx').then((m) => ({ default: m.Choose })))],
  ['stress', 'Drivetrain strength', lazy(() => import('./Stress.tsx').then((m) => ({ default: m.Stress })))],
  ['boxes', 'Gearbox comparison', lazy(() => import('./Boxes.tsx').then((m) => ({ default: m.Boxes })))],
] as const;

/** What it is like to drive, which ratios to buy, and what it does to box, axle and tyres. */
export function GearingScreen() {
  const { candidate } = useBuild();
  const { buildId, tab } = useParams();
  const { search } = useLocation();
  const shown = TABS.find(([path]) => path === tab);
  if (!shown) return <Navigate to={`/builds/${buildId}/gearing/ratios${search}`} replace />;
  if (!candidate)
    return (
      <div className="main">
        <div className={layout['empty']}>
          <h2>There is no candidate yet</h2>
          <p>Add a candidate with engine and gearbox to calculate its gearing.</p>
        </div>
      </div>
    );
  const Panel = shown[2];
  return (
    <div className={css['gearing']}>
      <nav aria-label="Gearing" className={`${layout['tabs']} ${css['gearing-tabs']}`}>
        {TABS.map(([path, title]) => (
          <NavLink key={path} to={{ pathname: `/builds/${buildId}/gearing/${path}`, search }}>
            {title}
          </NavLink>
        ))}
      </nav>
      <Suspense fallback={<p className="main muted">Loading…</p>}>
        <WhenJudged>
          <Panel />
        </WhenJudged>
      </Suspense>
    </div>
  );
}
