import type { Candidate, Placement } from '@sable/core';
import { placedAt } from '@sable/core/model';
import { FRONT, PLAN, SIDE, VIEWS, type View } from '@sable/core/formats/drawing';
import type { V3 } from '@sable/core/geometry';
import { unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useSettings, useUnits } from '../../hooks/settings.tsx';
import { FindingRow } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { BeltPanel } from './BeltPanel.tsx';
import { CutSlider } from './CutSlider.tsx';
import { DrawingOut } from './DrawingOut.tsx';
import { GearboxPlace } from '../../pieces/GearboxPlace.tsx';
import { Dressing } from './Dressing.tsx';
import { FitAnswer } from './FitAnswer.tsx';
import { worthSeeing } from './frame.ts';
import { GapList } from './GapList.tsx';
import type { LiveFit } from './live.ts';
import { Measure } from './Measure.tsx';
import { Readout } from './Readout.tsx';
import { RoutesPanel } from './RoutesPanel.tsx';
import { ScansPanel } from './ScansPanel.tsx';
import { SearchFields, type SearchChoices } from './SearchFields.tsx';
import { FIRST_SHIM, nextShim, ShimChoice } from './ShimChoice.tsx';
import { useFitKeys } from './useFitKeys.ts';
import { useFitWork } from './useFitWork.ts';
import { useGhosts } from './useGhosts.ts';
import { useLivePlacement } from './useLivePlacement.ts';
import { usePicking } from './usePicking.ts';
import { ViewPane } from './ViewPane.tsx';
import { WorkPanel } from './WorkPanel.tsx';
import css from './fit.module.css';

const Bay3D = lazy(() => import('./Bay3D.tsx').then((m) => ({ default: m.Bay3D })));

const LOOKS = ['views', 'section', '3d'] as const;
type Look = (typeof LOOKS)[number];
const NO_POINTS: readonly V3[] = [];
const EMPTY_BOX = [0, 0, 0, 1, 1, 1] as const;

const wheelRadiusOf = (live: LiveFit): number | undefined => {
  const round = live.subject.tyre?.measuredCircumferenceMm;
  return round ? round.value / (2 * Math.PI) : undefined;
};

/** The bay with one candidate in it: moved by hand or searched, its gaps beside it. */
export function Bench({ candidate }: { candidate: Candidate }) {
  const { build } = useBuild();
  const { saveCandidate } = useBuildActions();
  const { singleKeys } = useSettings();
  const { live, write, writeSoon } = useLivePlacement(candidate);
  const picking = usePicking(live);
  const { tool, measured, draft } = picking;
  const work = useFitWork();
  const [look, setLook] = useState<Look>('views');
  const [shim, setShim] = useState<number>(FIRST_SHIM);
  const [hot, setHot] = useState<string>();
  const [activeView, setActiveView] = useState<View>(SIDE);
  const [cuts, setCuts] = useState<Readonly<Record<View['key'], number>>>({ side: 0, front: 150, plan: 400 });
  const [chosen, setChosen] = useState<SearchChoices>({ ghost: 'none', cantDeg: 0, wantMm: 0, from: 'above' });
  const sides = build.chassis?.installFrom ?? ['above'];
  const choices = { ...chosen, from: sides.find((s) => s === chosen.from) ?? sides[0] ?? 'above' };
  // While the way in is shown, what stands in the views is not where the candidate stands: it can't be moved or searched from.
  const onPath = work.install.answer !== undefined;
  const move = (by: V3, pitchDeg = 0, cantDeg = 0) => {
    if (onPath) return;
    live?.by(by, pitchDeg, cantDeg);
    writeSoon();
  };
  const asked = () => ({
    build,
    candidate: { ...candidate, placement: live && !onPath ? live.target : candidate.placement },
  });
  const does = {
    nudge: (right: number, down: number) => move(activeView.move(right * shim, down * shim)),
    tilt: (pitchDeg: number, cantDeg: number) => move([0, 0, 0], pitchDeg, cantDeg),
    shimBy: (steps: number) => setShim((s) => nextShim(s, steps)),
    find: () => work.find({ ...asked(), cantDeg: choices.cantDeg }),
    change: () => work.change({ ...asked(), cantDeg: choices.cantDeg, wantMm: choices.wantMm }),
    bringIn: () => work.bringIn({ ...asked(), from: choices.from }),
    toggleMeasure: picking.toggleMeasure,
    nextLook: () => setLook((l) => LOOKS[(LOOKS.indexOf(l) + 1) % LOOKS.length]!),
  };
  useFitKeys(does, singleKeys, look !== '3d');
  const ghosts = useGhosts(choices.ghost, candidate.id);
  const colour = candidateColour(candidate.letter);
  const box = useMemo(
    () => (live ? worthSeeing(live.solids, live.bay, live.subject.candidate.placement) : EMPTY_BOX),
    [live],
  );
  if (!live)
    return (
      <p className="main" role="alert">
        The engine or gearbox of this candidate is not in the library; choose another under Candidate.
      </p>
    );
  const put = (placement: Placement) => {
    live.put(placement);
    saveCandidate(candidate, placedAt(candidate, placement));
    work.clear();
  };
  const pane = (view: View) => (
    <ViewPane
      live={live}
      view={view}
      colour={colour}
      box={box}
      ghost={ghosts}
      cutMm={look === 'section' ? cuts[view.key] : undefined}
      shimMm={shim}
      tool={draft ? 'route' : onPath && tool === 'move' ? 'hold' : tool}
      hot={hot}
      active={activeView === view}
      wheelRadiusMm={wheelRadiusOf(live)}
      routePoints={draft?.points ?? NO_POINTS}
      measured={measured}
      onHot={setHot}
      onActive={setActiveView}
      onDone={write}
      onPoint={picking.onPoint}
    />
  );
  const busy = work.running !== undefined;
  const saveNext = (next: Candidate) => saveCandidate(candidate, next);
  return (
    <div className="screen fit">
      <div className={css['fit-main']}>
        <div className={css['bar']}>
          <Button variant="contained" color="primary" onClick={does.find} disabled={busy}>
            Find position
          </Button>
          <Button onClick={does.change} disabled={busy}>
            Recipe
          </Button>
          <Button onClick={does.bringIn} disabled={busy}>
            Installation path
          </Button>
          <LookChoice look={look} onLook={setLook} />
          <ShimChoice shim={shim} onShim={setShim} />
          <ToggleButton value="measure" size="small" selected={tool === 'measure'} onChange={picking.toggleMeasure}>
            Measure
          </ToggleButton>
          <Readout live={live} />
        </div>
        {look === 'section' && (
          <div className={`${css['bar']} ${css['cuts']}`}>
            {VIEWS.map((view) => (
              <CutSlider
                key={view.key}
                view={view}
                box={box}
                at={cuts[view.key]}
                onCut={(v) => setCuts({ ...cuts, [view.key]: v })}
              />
            ))}
          </div>
        )}
        {look === '3d' ? (
          <Suspense fallback={<p className="main muted">Loading 3D view…</p>}>
            <Bay3D live={live} colour={colour} ghost={ghosts} box={box} />
          </Suspense>
        ) : (
          <div className={css['panes']}>
            {pane(SIDE)}
            {pane(PLAN)}
            {pane(FRONT)}
          </div>
        )}
      </div>
      <aside className="side" aria-label="Fit">
        <FitAnswer live={live} />
        <WorkPanel
          work={work}
          live={live}
          onPlace={put}
          onCandidate={(next) => {
            saveNext(next);
            work.clear();
          }}
        />
        {tool === 'measure' && <Measure measured={measured} />}
        <TightestGaps live={live} hot={hot} onHot={setHot} />
        <GearboxPlace candidate={candidate} onSave={saveNext} />
        <Dressing live={live} candidate={candidate} onSave={saveNext} />
        <RoutesPanel live={live} candidate={candidate} draft={draft} onDraft={picking.setDraft} onSave={saveNext} />
        <BeltPanel live={live} candidate={candidate} onSave={saveNext} />
        <SearchFields candidate={candidate} choices={choices} sides={sides} onChange={setChosen} />
        <ScansPanel candidate={candidate} />
        <DrawingOut live={live} />
        <FitFindings />
      </aside>
    </div>
  );
}

function LookChoice({ look, onLook }: { look: Look; onLook: (look: Look) => void }) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={look}
      aria-label="View"
      onChange={(_, v: Look | null) => v && onLook(v)}
    >
      <ToggleButton value="views">Views</ToggleButton>
      <ToggleButton value="section">Section</ToggleButton>
      <ToggleButton value="3d">3D</ToggleButton>
    </ToggleButtonGroup>
  );
}

function TightestGaps(props: { live: LiveFit; hot: string | undefined; onHot: (id: string | undefined) => void }) {
  const units = useUnits();
  return (
    <>
      <h3>Smallest gaps, {unitOf('lengthMm', units)}</h3>
      <GapList {...props} />
    </>
  );
}

/** What the judgement says of the fit, folded away: the bench shows it as it moves. */
function FitFindings() {
  const { assessment } = useJudgement();
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'fit');
  return (
    <details>
      <summary>{findings.length === 1 ? '1 finding' : `${findings.length} findings`}</summary>
      <ul>
        {findings.map((f) => (
          <FindingRow key={f.id} finding={f} />
        ))}
      </ul>
    </details>
  );
}
