import type { Candidate, Placement } from '@sable/core';
import { placedAt } from '@sable/core/model';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { LiveFit } from './live.ts';
import { samePlace } from './Readout.tsx';

/** After the last nudge it waits so long before it is written down, ms: a walk of nudges is one step to undo. */
const NUDGE_REST_MS = 600;

export interface LivePlacement {
  /** Undefined where engine or gearbox is not in the library. */
  readonly live: LiveFit | undefined;
  /** Writes the place down now. */
  readonly write: () => void;
  /** Writes it down once no nudge has come for a while. */
  readonly writeSoon: () => void;
}

/** The powertrain as it is moved about, and the place that is written into the candidate. */
export function useLivePlacement(candidate: Candidate): LivePlacement {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  // A new bench only when something but the place changed: a move that was saved is the move that is shown.
  const key = JSON.stringify({ ...candidate, placement: undefined, whyNot: undefined });
  // oxlint-disable-next-line react-hooks/exhaustive-deps -- the key stands for build and candidate
  const live = useMemo(() => LiveFit.of(build, candidate, library), [key, build.chassis, library]);
  const movement = useJudgement().assessment?.figures?.mounts?.movement;
  useEffect(() => {
    if (movement) live?.movesAs(movement);
  }, [live, movement]);
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
    const placement: Placement = live.target;
    if (!samePlace(placement, saved.current.placement))
      saveCandidate(saved.current, placedAt(saved.current, placement));
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
  return { live, write, writeSoon };
}
