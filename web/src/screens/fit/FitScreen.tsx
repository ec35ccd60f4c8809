import { resolveSubject, settingOf, type Candidate, type Placement } from '@sable/core';
import { fitState, pairSentence, placedSolids } from '@sable/core/questions/fit';
import { type V3 } from '@sable/core/geometry';
import type { Side } from '@sable/core/solvers/placement';
import { baselineCandidate } from '@sable/core/questions/lineup';
import { formatNumber, parseQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { Suspense, lazy, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useSettings, useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingRow } from '../../pieces/Findings.tsx';
import { StateMark, candidateColour } from '../../pieces/marks.tsx';
import { FRONT, PLAN, SIDE, VIEWS, type Flat, type View } from '@sable/core/formats/drawing';
import { BeltPanel } from './BeltPanel.tsx';
import { DrawingOut } from './DrawingOut.tsx';
import { Dressing } from './Dressing.tsx';
import { worthSeeing } from './frame.ts';
import { GapList } from './GapList.tsx';
import { LiveFit } from './live.ts';
import { Measure, nearestCorner, type Measured } from './Measure.tsx';
import { Readout, samePlace } from './Readout.tsx';
import { InstallResult, PlaceResult, RecipeResult } from './Results.tsx';
import { pointInSpace, RoutesPanel, type RouteDraft } from './RoutesPanel.tsx';
import { useFitWork } from './useFitWork.ts';
import { ViewPane, useStanding, type Ghost } from './ViewPane.tsx';

const ScanDialog = lazy(() => import('./ScanDialog.tsx').then((m) => ({ default: m.ScanDialog })));
const Bay3D = lazy(() => import('./Bay3D.tsx').then((m) => ({ default: m.Bay3D })));

const SHIMS = [0.5, 2, 10] as const;
type Look = 'views' | 'section' | '3d';
/** After the last nudge it waits so long before it is written down, ms: a walk of nudges is one step to undo. */
const NUDGE_REST_MS = 600;

/** Will it go in, where exactly, and what is the cheapest change when it won't. */
export function FitScreen() {
  const { build, candidate } = useBuild();
  const navigate = useNavigate();
  if (!candidate)
    return (
      <div className="main">
        <div className="empty">
          <h2>There is nothing to place yet</h2>
          <p>Put an engine and a gearbox on the line-up first; then they stand here in the bay.</p>
          <Button variant="contained" color="primary" onClick={() => void navigate(`/builds/${build.id}/line-up`)}>
            To the line-up
          </Button>
        </div>
      </div>
    );
  if (!build.chassis || build.chassis.obstacles.length === 0)
    return (
      <div className="main">
        <div className="empty">
          <h2>Nobody has measured the bay yet</h2>
          <p>A handful of tape readings will do to begin with: bonnet, firewall, crossmember, steering.</p>
          <Button
            variant="contained"
            color="primary"
            onClick={() => void navigate(`/builds/${build.id}/survey?c=${candidate.id}`)}
          >
            Measure the bay
          </Button>
        </div>
      </div>
    );
  return <Bench key={candidate.id} candidate={candidate} />;
}

function Bench({ candidate }: { candidate: Candidate }) {
  const { build, library } = useBuild();
  const { assessment } = useJudgement();
  const { save, saveCandidate } = useBuildActions();
  const [scanning, setScanning] = useState(false);
  const units = useUnits();
  const { singleKeys: enabled } = useSettings();
  // A new bench only when something but the place changed: a move that was saved is the move that is shown.
  const key = JSON.stringify({ ...candidate, placement: undefined, whyNot: undefined });
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for build and candidate
  const live = useMemo(() => LiveFit.of(build, candidate, library), [key, build.chassis, library]);
  const [look, setLook] = useState<Look>('views');
  const [shim, setShim] = useState<number>(2);
  const [tool, setTool] = useState<'move' | 'measure'>('move');
  const [measured, setMeasured] = useState<Measured>();
  const [draft, setDraft] = useState<RouteDraft>();
  const draftNow = useRef(draft);
  useEffect(() => {
    draftNow.current = draft;
  }, [draft]);
  const [hot, setHot] = useState<string>();
  const [activeView, setActiveView] = useState<View>(SIDE);
  const [cuts, setCuts] = useState<Readonly<Record<View['key'], number>>>({ side: 0, front: 150, plan: 400 });
  const [ghostOf, setGhostOf] = useState('none');
  const [cant, setCant] = useState(0);
  const [want, setWant] = useState(0);
  const [wayIn, setWayIn] = useState<Side>('above');
  const work = useFitWork(library);
  const colour = candidateColour(candidate.letter);

  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  const saved = useRef(candidate);
  useEffect(() => {
    saved.current = candidate;
    if (live && !samePlace(live.target, candidate.placement) && rest.current === undefined)
      live.put(candidate.placement);
  }, [candidate, live]);
  const write = useCallback(() => {
    clearTimeout(rest.current);
    rest.current = undefined;
    if (!live) return;
    const placement = live.target;
    if (!samePlace(placement, saved.current.placement)) saveCandidate(saved.current, { ...saved.current, placement });
  }, [live, saveCandidate]);
  const writeSoon = useCallback(() => {
    clearTimeout(rest.current);
    rest.current = setTimeout(write, NUDGE_REST_MS);
  }, [write]);
  const latestWrite = useRef(write);
  useEffect(() => {
    latestWrite.current = write;
  }, [write]);
  // Leaving with a nudge not yet written down writes it down.
  useEffect(() => () => void (rest.current !== undefined && latestWrite.current()), []);

  // While the way in is shown, what stands in the views is not where the candidate stands: it can't be moved or searched from.
  const onPath = work.result?.do === 'install';
  const nudge = (right: number, down: number) => {
    if (onPath) return;
    live?.by(activeView.move(right * shim, down * shim));
    writeSoon();
  };
  const tilt = (pitchDeg: number, cantDeg: number) => {
    if (onPath) return;
    live?.by([0, 0, 0], pitchDeg, cantDeg);
    writeSoon();
  };
  const viewsOn = enabled && look !== '3d';
  useHotkeys('left', () => nudge(-1, 0), { preventDefault: true, enabled: viewsOn }, [nudge]);
  useHotkeys('right', () => nudge(1, 0), { preventDefault: true, enabled: viewsOn }, [nudge]);
  useHotkeys('up', () => nudge(0, -1), { preventDefault: true, enabled: viewsOn }, [nudge]);
  useHotkeys('down', () => nudge(0, 1), { preventDefault: true, enabled: viewsOn }, [nudge]);
  const shimBy = (by: number) =>
    setShim((s) => SHIMS[Math.min(SHIMS.length - 1, Math.max(0, SHIMS.findIndex((x) => x >= s) + by))] ?? 2);
  useHotkeys('comma', () => shimBy(-1), { enabled });
  useHotkeys('period', () => shimBy(1), { enabled });
  useHotkeys('n', () => tilt(0.1, 0), { enabled });
  useHotkeys('shift+n', () => tilt(-0.1, 0), { enabled });
  useHotkeys('t', () => tilt(0, 0.1), { enabled });
  useHotkeys('shift+t', () => tilt(0, -0.1), { enabled });
  const asked = (): Candidate => ({ ...candidate, placement: live && !onPath ? live.target : candidate.placement });
  const placing = () => work.start({ do: 'place' }, build, asked(), cant);
  const recipes = () => work.start({ do: 'recipes', wantMm: want }, build, asked(), cant);
  const sides = build.chassis?.installFrom ?? ['above'];
  const side = sides.find((s) => s === wayIn) ?? sides[0] ?? 'above';
  const install = () => work.start({ do: 'install', from: side }, build, asked(), 0);
  useHotkeys('q', placing, { enabled });
  useHotkeys('r', recipes, { enabled });
  useHotkeys('i', install, { enabled });
  useHotkeys('m', () => setTool((t) => (t === 'measure' ? 'move' : 'measure')), { enabled });
  useHotkeys('d', () => setLook((l) => (l === 'views' ? 'section' : l === 'section' ? '3d' : 'views')), { enabled });

  const ghosts = useGhosts(ghostOf, candidate.id);
  const box = useMemo(
    () => (live ? worthSeeing(live.solids, live.bay, live.subject.candidate.placement) : [0, 0, 0, 1, 1, 1]),
    [live],
  );
  const onPoint = useCallback(
    (view: View, picked: Flat, reachMm: number) => {
      if (draftNow.current) {
        const { points } = draftNow.current;
        const { xMm, zMm } = live!.now().placement;
        const before = points[points.length - 1] ?? [xMm, 0, zMm];
        setDraft({ ...draftNow.current, points: [...points, pointInSpace(view, picked, before)] });
        return;
      }
      const at = live ? nearestCorner(live, view, picked, reachMm) : picked;
      setMeasured((m) => (m && m.view === view && m.to === undefined ? { ...m, to: at } : { view, from: at }));
    },
    [live],
  );
  if (!live)
    return (
      <p className="main" role="alert">
        The engine or gearbox of this candidate is not in the library; choose another under Candidate.
      </p>
    );
  const tyre = live.subject.tyre;
  const wheelRadiusMm = tyre?.measuredCircumferenceMm ? tyre.measuredCircumferenceMm.value / (2 * Math.PI) : undefined;
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'fit');
  const put = (placement: Placement) => {
    live.put(placement);
    saveCandidate(candidate, { ...candidate, placement });
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
      wheelRadiusMm={wheelRadiusMm}
      routePoints={draft?.points ?? NO_POINTS}
      measured={measured}
      onHot={setHot}
      onActive={setActiveView}
      onDone={write}
      onPoint={onPoint}
    />
  );
  return (
    <div className="screen fit">
      <div className="fit-main">
        <div className="bar">
          <Button variant="contained" color="primary" onClick={placing} disabled={work.running !== undefined}>
            Find a position
          </Button>
          <Button onClick={recipes} disabled={work.running !== undefined}>
            Recipe
          </Button>
          <Button onClick={install} disabled={work.running !== undefined}>
            Install path
          </Button>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={look}
            aria-label="How it is shown"
            onChange={(_, v: Look | null) => v && setLook(v)}
          >
            <ToggleButton value="views">Views</ToggleButton>
            <ToggleButton value="section">Section</ToggleButton>
            <ToggleButton value="3d">3D</ToggleButton>
          </ToggleButtonGroup>
          <ShimChoice shim={shim} onShim={setShim} />
          <ToggleButton
            value="measure"
            size="small"
            selected={tool === 'measure'}
            onChange={() => {
              setTool(tool === 'measure' ? 'move' : 'measure');
              setMeasured(undefined);
            }}
          >
            Measure
          </ToggleButton>
          <Readout live={live} />
        </div>
        {look === 'section' && (
          <div className="bar cuts">
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
          <Suspense fallback={<p className="main muted">Drawing it in space…</p>}>
            <Bay3D live={live} colour={colour} ghost={ghosts} box={box} />
          </Suspense>
        ) : (
          <div className="panes">
            {pane(SIDE)}
            {pane(PLAN)}
            {pane(FRONT)}
          </div>
        )}
      </div>
      <aside className="side" aria-label="Fit">
        <Answer live={live} />
        {work.running && (
          <section className="result" aria-live="polite">
            <h3>{RUNNING[work.running]}</h3>
            <LinearProgress variant="determinate" value={(work.progress?.share ?? 0) * 100} aria-label="Progress" />
            <div className="row">
              <Button onClick={work.stop}>Stop</Button>
              {work.progress && Number.isFinite(work.progress.bestMm) && work.running !== 'install' && (
                <span className="small muted">
                  <Sentence>{`best so far {{${work.progress.bestMm}|lengthMm||}} to spare`}</Sentence>
                </span>
              )}
            </div>
          </section>
        )}
        {work.problem && (
          <p className="result" role="alert">
            {work.problem}
          </p>
        )}
        {work.result?.do === 'place' && <PlaceResult place={work.result.answer} live={live} onUse={put} />}
        {work.result?.do === 'recipes' && (
          <RecipeResult
            answer={work.result.answer}
            wantMm={work.result.wantMm}
            live={live}
            onUse={(r) => {
              saveCandidate(candidate, r.candidate);
              work.clear();
            }}
          />
        )}
        {work.result?.do === 'install' && <InstallResult path={work.result.answer} live={live} />}
        {(work.result !== undefined || work.problem !== undefined) && (
          <Button size="small" onClick={work.clear} sx={{ mb: 1 }}>
            Put away
          </Button>
        )}
        {tool === 'measure' && <Measure measured={measured} />}
        <h3>Tightest gaps, {unitOf('lengthMm', units)}</h3>
        <GapList live={live} hot={hot} onHot={setHot} />
        <Dressing live={live} candidate={candidate} onSave={(next) => saveCandidate(candidate, next)} />
        <RoutesPanel
          live={live}
          candidate={candidate}
          draft={draft}
          onDraft={setDraft}
          onSave={(next) => saveCandidate(candidate, next)}
        />
        <BeltPanel live={live} candidate={candidate} onSave={(next) => saveCandidate(candidate, next)} />
        <section className="block-small">
          <h3>Search and compare</h3>
          <div className="fields">
            <TextField select label="Ghost" value={ghostOf} onChange={(e) => setGhostOf(e.target.value)}>
              <MenuItem value="none">None</MenuItem>
              {baselineCandidate(build) && <MenuItem value="found">Engine as found</MenuItem>}
              {build.candidates
                .filter((c) => c.id !== candidate.id)
                .map((c) => (
                  <MenuItem key={c.id} value={c.id}>
                    {c.letter}, {c.name}
                  </MenuItem>
                ))}
            </TextField>
            <TextField select label="May cant" value={String(cant)} onChange={(e) => setCant(Number(e.target.value))}>
              {[0, 5, 10, 15].map((d) => (
                <MenuItem key={d} value={String(d)}>
                  {d === 0 ? 'No' : `± ${d}°`}
                </MenuItem>
              ))}
            </TextField>
            {sides.length > 1 && (
              <TextField select label="Way in" value={side} onChange={(e) => setWayIn(e.target.value as Side)}>
                <MenuItem value="above">From above</MenuItem>
                <MenuItem value="below">From below</MenuItem>
              </TextField>
            )}
            <TextField
              select
              label="Recipe aims at"
              value={String(want)}
              onChange={(e) => setWant(Number(e.target.value))}
            >
              <MenuItem value="0">Just clear</MenuItem>
              <MenuItem value="8">
                {formatNumber(8, 'lengthMm', units)} {unitOf('lengthMm', units)} to spare
              </MenuItem>
            </TextField>
          </div>
        </section>
        <section className="block-small">
          <h3>Measured shapes</h3>
          {(candidate.scanned ?? []).length > 0 && (
            <div className="row small" style={{ marginTop: 6 }}>
              {candidate.scanned!.length === 1 ? '1 piece' : `${candidate.scanned!.length} pieces`} from scans stand in
              this powertrain.
              <Button onClick={() => saveCandidate(candidate, { ...candidate, scanned: [] })}>Take them out</Button>
            </div>
          )}
          <Button onClick={() => setScanning(true)} sx={{ mt: 0.8 }}>
            Bring in a scan
          </Button>
        </section>
        {scanning && build.chassis && (
          <Suspense fallback={null}>
            <ScanDialog
              target={{
                candidate,
                chassis: build.chassis,
                onCandidate: (next) => saveCandidate(candidate, next),
                onChassis: (next) => save('chassis', build.chassis, next),
              }}
              onClose={() => setScanning(false)}
            />
          </Suspense>
        )}
        <DrawingOut live={live} />
        <details>
          <summary>{findings.length === 1 ? '1 finding' : `${findings.length} findings`}</summary>
          <ul>
            {findings.map((f) => (
              <FindingRow key={f.id} finding={f} />
            ))}
          </ul>
        </details>
      </aside>
    </div>
  );
}

const NO_POINTS: readonly V3[] = [];
const RUNNING = {
  place: 'Trying positions',
  recipes: 'Trying sets of changes, cheapest first',
  install: 'Trying ways in on the hoist',
} as const;

/** The answer, first: what is tightest now, and what that comes to. */
function Answer({ live }: { live: LiveFit }) {
  const { gaps } = useStanding(live);
  const g = gaps[0];
  if (!g) return <h2>Nothing in the bay comes near</h2>;
  const state = fitState(g.marginMm);
  return (
    <div className="fit-answer" aria-live="off">
      <h2>
        <StateMark state={state} /> <Sentence>{pairSentence(g)}</Sentence>
      </h2>
      <p className="small muted">
        <Sentence>
          {g.gapMm < 0
            ? `It needs {{${-g.marginMm}|lengthMm}} more there.`
            : `{{${g.gapMm}|lengthMm}} there, {{${g.needed.totalMm}|lengthMm}} needed. Everything else has more to spare.`}
        </Sentence>
      </p>
    </div>
  );
}

function ShimChoice({ shim, onShim }: { shim: number; onShim: (mm: number) => void }) {
  const units = useUnits();
  const [typed, setTyped] = useState<string>();
  const unit = unitOf('lengthMm', units);
  const show = (mm: number) =>
    formatNumber(mm, 'lengthMm', units, { digits: units.system === 'metric' ? 1 : 3 }).replace(/\.0$/, '');
  return (
    <TextField
      className="shim"
      fullWidth={false}
      label="Shim"
      value={typed ?? show(shim)}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        const mm = typed === undefined ? undefined : parseQuantity(typed, 'lengthMm', units);
        if (mm !== undefined && mm >= 0.1 && mm <= 200) onShim(mm);
        setTyped(undefined);
      }}
      onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLElement).blur()}
      slotProps={{
        input: { endAdornment: <span className="muted small">{unit}</span> },
        htmlInput: { inputMode: 'decimal', 'aria-label': `Shim in hand, ${unit}; , and . change it` },
      }}
    />
  );
}

const CUT_WORDS: Readonly<Record<View['key'], readonly [string, string, string]>> = {
  side: ['Side cut', 'left', 'right'],
  plan: ['Plan cut', 'up', 'down'],
  front: ['Front cut', 'forward', 'back'],
};

function CutSlider({
  view,
  box,
  at,
  onCut,
}: {
  view: View;
  box: readonly number[];
  at: number;
  onCut: (mm: number) => void;
}) {
  const units = useUnits();
  const [name, plus, minus] = CUT_WORDS[view.key];
  const words = `${at >= 0 ? plus : minus} ${formatNumber(Math.abs(at), 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  return (
    <label className="cut">
      <span className="small">
        {name} <b className="num">{words}</b>
      </span>
      <Slider
        size="small"
        aria-label={name}
        getAriaValueText={() => words}
        min={Math.round(box[view.depth]!)}
        max={Math.round(box[view.depth + 3]!)}
        value={at}
        onChange={(_, v) => onCut(v)}
      />
    </label>
  );
}

/** Another candidate, or the engine as found, as it stands in the same bay. */
function useGhosts(of: string, notId: string): readonly Ghost[] {
  const { build, library } = useBuild();
  return useMemo(() => {
    if (of === 'none') return [];
    const other =
      of === 'found' ? baselineCandidate(build) : build.candidates.find((c) => c.id === of && c.id !== notId);
    const { subject } = other ? resolveSubject(settingOf(build), other, library) : { subject: undefined };
    return subject && other
      ? placedSolids(subject, other.placement).map(({ solid, convex }) => ({ id: solid.id, convex }))
      : [];
  }, [of, notId, build, library]);
}
