import { ROUTE_KINDS, type Candidate, type Route, type RouteKind } from '@sable/core';
import { fitState, routeClearances, placedSolids, tubeOnce } from '@sable/core/questions/fit';
import { type V3 } from '@sable/core/geometry';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import { USUAL } from './routeKinds.ts';
import layout from '../../pieces/layout.module.css';
import css from './fit.module.css';

export interface RouteDraft {
  readonly kind: RouteKind;
  readonly points: readonly V3[];
}

/** What is led through the bay: drawn by clicking through the views, checked like solids, heat first. */
export function RoutesPanel({
  live,
  candidate,
  draft,
  onDraft,
  onSave,
}: {
  live: LiveFit;
  candidate: Candidate;
  draft: RouteDraft | undefined;
  onDraft: (draft: RouteDraft | undefined) => void;
  onSave: (candidate: Candidate) => void;
}) {
  const units = useUnits();
  const routes = useMemo(() => candidate.routes ?? [], [candidate.routes]);
  const mm = (v: number) => `${formatNumber(v, 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  const tightest = useMemo(() => {
    const pairs = routeClearances(
      live.subject.candidate,
      live.movement,
      placedSolids(live.subject, live.subject.candidate.placement),
      live.bay,
    );
    return new Map([...pairs].reverse().map((p) => [p.route.id, p]));
  }, [live]);
  const put = (next: readonly Route[]) => onSave({ ...candidate, routes: [...next] });
  const finish = () => {
    if (!draft || draft.points.length < 2) return;
    let n = routes.length + 1;
    while (routes.some((r) => r.id === `route-${n}`)) n++;
    put([
      ...routes,
      {
        id: `route-${n}`,
        name: draft.kind,
        kind: draft.kind,
        ...USUAL[draft.kind],
        plusMinusMm: 5,
        pointsMm: draft.points.map((p): [number, number, number] => [
          Math.round(p[0]),
          Math.round(p[1]),
          Math.round(p[2]),
        ]),
      },
    ]);
    onDraft(undefined);
  };
  return (
    <section className={css['block-small']}>
      <h3>Pipes, hoses, lines</h3>
      <ul>
        {routes.map((r, i) => {
          const near = tightest.get(r.id);
          const change = (more: Partial<Route>) => put(routes.map((x, k) => (k === i ? { ...x, ...more } : x)));
          return (
            <li key={r.id}>
              <details>
                <summary>
                  <StateMark state={near ? fitState(near.marginMm) : 'clear'} /> {r.name}, {mm(tubeOnce(r).lengthMm)}{' '}
                  long
                  {near && (
                    <small className="muted">
                      {' '}
                      {mm(near.gapMm)} to {near.other.name}
                    </small>
                  )}
                </summary>
                <div className={css['fields']}>
                  <QuantityField
                    label="Outside diameter"
                    quantity="lengthMm"
                    value={r.diameterMm}
                    min={1}
                    max={200}
                    onCommit={(v) => v !== undefined && change({ diameterMm: v })}
                  />
                  <QuantityField
                    label="Minimum bend radius"
                    quantity="lengthMm"
                    value={r.leastBendRadiusMm}
                    min={0}
                    max={1000}
                    onCommit={(v) => v !== undefined && change({ leastBendRadiusMm: v })}
                  />
                </div>
                <table className={`${layout['figures']} num ${css['points']}`}>
                  <thead>
                    <tr>
                      <th scope="col">Point</th>
                      <th scope="col">Forward (X)</th>
                      <th scope="col">Left</th>
                      <th scope="col">Up</th>
                    </tr>
                  </thead>
                  <tbody>
                    {r.pointsMm.map((p, k) => (
                      <tr key={k}>
                        <th scope="row">{k + 1}</th>
                        {[0, 1, 2].map((axis) => (
                          <td key={axis}>
                            <QuantityField
                              label={`${['Forward (X)', 'Left', 'Up'][axis]!}, point ${k + 1}`}
                              quantity="lengthMm"
                              value={p[axis]}
                              onCommit={(v) =>
                                v !== undefined &&
                                change({
                                  pointsMm: r.pointsMm.map((q, m) =>
                                    m === k
                                      ? ([0, 1, 2].map((a) => (a === axis ? v : q[a]!)) as [number, number, number])
                                      : q,
                                  ),
                                })
                              }
                            />
                          </td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
                <Button onClick={() => put(routes.filter((_, k) => k !== i))}>Take out the {r.name}</Button>
              </details>
            </li>
          );
        })}
      </ul>
      {draft ? (
        <div className={layout['result']}>
          <p className="small">
            {draft.points.length === 0
              ? 'Click the route points in the views. The third coordinate is copied from the previous point.'
              : `${draft.points.length} points. Add more points in any view, then select Finish.`}
          </p>
          <div className="row">
            <Button variant="contained" color="primary" onClick={finish} disabled={draft.points.length < 2}>
              Finish
            </Button>
            <Button
              onClick={() => onDraft({ ...draft, points: draft.points.slice(0, -1) })}
              disabled={draft.points.length === 0}
            >
              Remove last point
            </Button>
            <Button onClick={() => onDraft(undefined)}>Cancel</Button>
          </div>
        </div>
      ) : (
        <div style={{ marginTop: 12 }}>
          <ChoiceField
            label="Add route"
            value=""
            choices={[{ value: '', label: 'select type' }, ...ROUTE_KINDS.map((k) => ({ value: k, label: k }))]}
            onCommit={(v) => v !== '' && onDraft({ kind: v as RouteKind, points: [] })}
          />
        </div>
      )}
    </section>
  );
}

/** A picked point in space: what the view does not show is as it was at the point before, or where the engine stands. */
export function pointInSpace(
  view: { readonly move: (u: number, v: number) => V3; readonly depth: 0 | 1 | 2 },
  at: readonly [number, number],
  before: V3,
): V3 {
  const p = view.move(at[0], at[1]);
  return [0, 1, 2].map((k) => (k === view.depth ? before[k as 0] : p[k as 0])) as unknown as V3;
}
