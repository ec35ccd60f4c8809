import type { V3 } from '@sable/core/geometry';
import type { Flat, View } from '@sable/core/formats/drawing';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveFit } from './live.ts';
import { nearestCorner, type Measured } from './Measure.tsx';
import { pointInSpace, type RouteDraft } from './RoutesPanel.tsx';

export interface Picking {
  readonly tool: 'move' | 'measure';
  readonly measured: Measured | undefined;
  /** A route that is being drawn: points picked belong to it, not to a measurement. */
  readonly draft: RouteDraft | undefined;
  readonly setDraft: (draft: RouteDraft | undefined) => void;
  readonly toggleMeasure: () => void;
  readonly onPoint: (view: View, picked: Flat, reachMm: number) => void;
}

/** Points picked in the views: two of them measure, or they are the next of a route. */
export function usePicking(live: LiveFit | undefined): Picking {
  const [tool, setTool] = useState<'move' | 'measure'>('move');
  const [measured, setMeasured] = useState<Measured>();
  const [draft, setDraft] = useState<RouteDraft>();
  const draftNow = useRef(draft);
  useEffect(() => {
    draftNow.current = draft;
  }, [draft]);
  const toggleMeasure = useCallback(() => {
    setTool((t) => (t === 'measure' ? 'move' : 'measure'));
    setMeasured(undefined);
  }, []);
  const onPoint = useCallback(
    (view: View, picked: Flat, reachMm: number) => {
      if (draftNow.current) {
        const { points } = draftNow.current;
        const { xMm, zMm } = live!.now().placement;
        const before: V3 = points[points.length - 1] ?? [xMm, 0, zMm];
        setDraft({ ...draftNow.current, points: [...points, pointInSpace(view, picked, before)] });
        return;
      }
      const at = live ? nearestCorner(live, view, picked, reachMm) : picked;
      setMeasured((m) => (m && m.view === view && m.to === undefined ? { ...m, to: at } : { view, from: at }));
    },
    [live],
  );
  return { tool, measured, draft, setDraft, toggleMeasure, onPoint };
}
