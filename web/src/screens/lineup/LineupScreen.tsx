import { Suspense, lazy, useEffect, useMemo, useState } from 'react';
import { late } from '../../pieces/late.tsx';
import { Button, ButtonLink } from '../../pieces/Button.tsx';
import { useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChangedList } from '../../pieces/ChangedList.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingRow, FindingsColumn } from '../../pieces/Findings.tsx';
import { LineupTable } from './LineupTable.tsx';
import layout from '../../pieces/layout.module.css';
import css from './lineup.module.css';

// Fields and charts come after the table, which is the answer.
const Notes = late(() => import('./Notes.tsx').then((m) => m.Notes));
const TorqueChart = lazy(() => import('../../pieces/TorqueChart.tsx').then((m) => ({ default: m.TorqueChart })));
const NewCandidate = late(() => import('../../pieces/NewCandidate.tsx').then((m) => m.NewCandidate));
const MeasureNext = lazy(() => import('./MeasureNext.tsx').then((m) => ({ default: m.MeasureNext })));
const ChooseDialog = late(() => import('./ChooseDialog.tsx').then((m) => m.ChooseDialog));
const CHART_HEIGHT = 150;

/** The home of a build: what leads and why, candidates × checks along the limit line, what blocks the current one. */
export function LineupScreen() {
  const { build, candidate } = useBuild();
  const { judgement, verdict, assessment, changed } = useJudgement();
  const { save } = useBuildActions();
  const units = useUnits();
  const navigate = useNavigate();
  const tableShown = useLater(judgement !== undefined);
  const [choosing, setChoosing] = useState(false);
  if (build.candidates.length === 0) return <NoCandidates />;
  const chosen = build.decision.candidateId;
  const rows = candidate && changed.get(candidate.id);
  return (
    <div className="screen">
      <div className="main">
        <div className={css['lineup-top']}>
          <section aria-live="polite" aria-label="Result">
            {verdict && (
              <>
                <p className="say big">{verdict.headline}</p>
                <p className="say" style={{ marginTop: 5 }}>
                  <Sentence>{verdict.sentence}</Sentence>
                </p>
                {chosen !== null && (
                  <p className="muted small" style={{ marginTop: 5 }}>
                    Selected: {build.candidates.find((c) => c.id === chosen)?.name}
                  </p>
                )}
              </>
            )}
          </section>
          <div style={{ minHeight: CHART_HEIGHT, minWidth: 0 }}>
            <Curves />
          </div>
        </div>
        <LineupTable />
        <Suspense fallback={null}>{tableShown && <MeasureNext />}</Suspense>
        <div style={{ display: 'flex', gap: 8, marginTop: 12, flexWrap: 'wrap' }}>
          <ButtonLink href={api.lineupUrl(build.id, 'csv', units)} download>
            Export line-up (CSV)
          </ButtonLink>
          <ButtonLink href={api.lineupUrl(build.id, 'xlsx', units)} download>
            Line-up as XLSX
          </ButtonLink>
          <ButtonLink href={api.bundleUrl(build.id)} download>
            Export build
          </ButtonLink>
        </div>
      </div>
      {choosing && candidate && (
        <Suspense fallback={null}>
          <ChooseDialog candidate={candidate} assessment={assessment} onClose={() => setChoosing(false)} />
        </Suspense>
      )}
      {candidate && (
        <FindingsColumn
          title={
            <>
              {candidate.letter} {candidate.name}
            </>
          }
          findings={assessment?.findings ?? []}
          above={
            <>
              <div style={{ display: 'flex', gap: 8, margin: '8px 0 4px' }}>
                <Button onClick={() => void navigate(`/builds/${build.id}/candidate?c=${candidate.id}`)}>
                  Edit selection
                </Button>
                {chosen === candidate.id ? (
                  <Button
                    onClick={() =>
                      save('decision', build.decision, { ...build.decision, candidateId: null, reason: '' })
                    }
                  >
                    Clear selection
                  </Button>
                ) : (
                  <Button main disabled={!judgement} onClick={() => setChoosing(true)}>
                    Select this candidate
                  </Button>
                )}
              </div>
              {rows && <ChangedList rows={rows} currency={build.currency} />}
            </>
          }
          below={
            <div style={{ marginTop: 16, display: 'grid', gap: 14 }}>
              <Suspense fallback={<div style={{ minHeight: 88 }} />}>
                {tableShown && <Notes candidate={candidate} chosen={chosen === candidate.id} />}
              </Suspense>
              {verdict && verdict.findings.length > 0 && (
                <section>
                  <h2>Findings for all candidates</h2>
                  <ul>
                    {verdict.findings.map((f) => (
                      <FindingRow key={f.id} finding={f} action={false} />
                    ))}
                  </ul>
                </section>
              )}
            </div>
          }
        />
      )}
    </div>
  );
}

/** True one turn after something is ready: what is shown then is fetched after what was shown first. */
function useLater(ready: boolean): boolean {
  const [later, setLater] = useState(false);
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(() => setLater(true), 0);
    return () => clearTimeout(timer);
  }, [ready]);
  return later;
}

/** The torque curves, once the table is on screen: the chart's code is the larger half of what the page loads. */
function Curves() {
  const { build, library } = useBuild();
  const { judgement, assessmentOf } = useJudgement();
  const shown = useLater(judgement !== undefined);
  const drawn = build.candidates.flatMap((c) => {
    const torque = assessmentOf(c.id)?.figures?.gearing?.curve?.torque;
    const engine = library.engines.find((e) => e.id === c.engineId);
    return torque
      ? [{ candidate: { id: c.id, letter: c.letter }, label: `${c.letter} ${engine?.shortName ?? ''}`, torque }]
      : [];
  });
  // Judged anew a curve is another object, mostly of the same points: drawing those again would keep the table waiting.
  const key = JSON.stringify(drawn);
  // oxlint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the curves
  const series = useMemo(() => drawn, [key]);
  if (!shown || series.length === 0) return null;
  return (
    <Suspense fallback={null}>
      <TorqueChart series={series} band={build.brief.band} height={CHART_HEIGHT} />
    </Suspense>
  );
}

function NoCandidates() {
  const { build } = useBuild();
  const navigate = useNavigate();
  const [adding, setAdding] = useState(false);
  return (
    <div className="main">
      {adding && (
        <Suspense fallback={null}>
          <NewCandidate onClose={() => setAdding(false)} />
        </Suspense>
      )}
      <div className={layout['empty']}>
        <h2>Nothing to compare yet</h2>
        <p>
          Compare engine and gearbox candidates with your brief
          {build.chassis ? '' : ' ; vehicle not measured: mass and fit remain unknown'}. Start with one engine and one
          gearbox.
        </p>
        <div style={{ display: 'flex', gap: 8 }}>
          <Button main onClick={() => setAdding(true)}>
            Add the first candidate
          </Button>
          <Button onClick={() => void navigate(`/builds/${build.id}/brief`)}>Enter brief first</Button>
        </div>
      </div>
    </div>
  );
}
