import { useQuery } from '@tanstack/react-query';
import { Suspense, type ComponentType } from 'react';
import { Navigate, useLocation, useRoutes, type RouteObject } from 'react-router';
import { LineupScreen } from '../screens/lineup/LineupScreen.tsx';
import { api } from '../hooks/api.ts';
import { KEYS } from '../hooks/queryKeys.ts';
import { late } from '../pieces/late.tsx';
import { WhenJudged } from '../pieces/WhenJudged.tsx';
import { BuildShell } from './Shell.tsx';
import { WhenBroken } from './WhenBroken.tsx';

const screen = (load: () => Promise<ComponentType>) => {
  const Screen = late(load);
  return (
    <Suspense fallback={<p className="main muted">Loading…</p>}>
      <Screen />
    </Suspense>
  );
};

const judged = (load: () => Promise<ComponentType>) => <WhenJudged>{screen(load)}</WhenJudged>;

/** The first build of the shop, or the shop where there is none. */
function Home() {
  const { data, error } = useQuery({ queryKey: KEYS.builds, queryFn: api.builds });
  if (error) return <p className="main">{error.message}</p>;
  if (!data) return null;
  const first = data.find((b) => b.shelf === 'open');
  return <Navigate to={first ? `/builds/${first.id}/line-up` : '/shop'} replace />;
}

/** The first tab of a screen; what the address says beside it stays. */
function ToTab({ tab }: { tab: string }) {
  const { search } = useLocation();
  return <Navigate to={{ pathname: tab, search }} replace />;
}

const ROUTES: RouteObject[] = [
  { path: '/', element: <Home /> },
  {
    path: '/shop',
    element: screen(() => import('../screens/shop/ShopScreen.tsx').then((m) => m.ShopScreen)),
  },
  {
    path: '/own-car',
    element: screen(() => import('../screens/shop/OwnCarScreen.tsx').then((m) => m.OwnCarScreen)),
  },
  { path: '/library', element: <Navigate to="/library/engines" replace /> },
  {
    path: '/library/:kind',
    element: screen(() => import('../screens/library/LibraryScreen.tsx').then((m) => m.LibraryScreen)),
  },
  {
    path: '/library/:kind/:id/edit',
    element: screen(() => import('../screens/library/EditScreen.tsx').then((m) => m.EditScreen)),
  },
  {
    path: '/library/:kind/:id',
    element: screen(() => import('../screens/library/LibraryDetail.tsx').then((m) => m.LibraryDetail)),
  },
  {
    path: '/builds/:buildId',
    element: <BuildShell />,
    children: [
      { index: true, element: <Navigate to="line-up" replace /> },
      { path: 'line-up', element: <LineupScreen /> },
      {
        path: 'brief',
        element: screen(() => import('../screens/brief/BriefScreen.tsx').then((m) => m.BriefScreen)),
      },
      {
        path: 'candidate',
        element: screen(() => import('../screens/candidate/CandidateScreen.tsx').then((m) => m.CandidateScreen)),
      },
      {
        path: 'survey',
        element: screen(() => import('../screens/survey/SurveyScreen.tsx').then((m) => m.SurveyScreen)),
      },
      {
        path: 'survey/tape-list',
        element: screen(() => import('../screens/survey/TapeListScreen.tsx').then((m) => m.TapeListScreen)),
      },
      { path: 'donors', element: <ToTab tab="offers" /> },
      {
        path: 'donors/:tab',
        element: screen(() => import('../screens/donors/DonorsScreen.tsx').then((m) => m.DonorsScreen)),
      },
      {
        path: 'fit',
        element: screen(() => import('../screens/fit/FitScreen.tsx').then((m) => m.FitScreen)),
      },
      {
        path: 'mounts',
        element: judged(() => import('../screens/mounts/MountsScreen.tsx').then((m) => m.MountsScreen)),
      },
      { path: 'gearing', element: <ToTab tab="ratios" /> },
      {
        path: 'gearing/:tab',
        element: screen(() => import('../screens/gearing/GearingScreen.tsx').then((m) => m.GearingScreen)),
      },
      {
        path: 'weight',
        element: judged(() => import('../screens/weight/WeightScreen.tsx').then((m) => m.WeightScreen)),
      },
      {
        path: 'joints',
        element: judged(() => import('../screens/joints/JointsScreen.tsx').then((m) => m.JointsScreen)),
      },
      {
        path: 'wiring',
        element: judged(() => import('../screens/wiring/WiringScreen.tsx').then((m) => m.WiringScreen)),
      },
      {
        path: 'parts',
        element: judged(() => import('../screens/parts/PartsScreen.tsx').then((m) => m.PartsScreen)),
      },
    ],
  },
  { path: '*', element: <Navigate to="/" replace /> },
];

/** The screen of the address; one that breaks says so, and the next address is tried anew. */
export function Screens() {
  const screens = useRoutes(ROUTES);
  const { pathname } = useLocation();
  return <WhenBroken at={pathname}>{screens}</WhenBroken>;
}
