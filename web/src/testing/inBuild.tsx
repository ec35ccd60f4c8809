import { jest } from '@jest/globals';
import {
  assessAll,
  lineup,
  type Assessment,
  type Build,
  type Candidate,
  type Changed,
  type Library,
  type LineupVerdict,
} from '@sable/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { library as demoLibrary, tug } from '../../../core/test/demo.ts';

interface Judged {
  readonly assessments: readonly Assessment[];
  readonly verdict: LineupVerdict;
  /** The car as it was found, where a test has it judged. */
  readonly found?: Assessment | undefined;
}

interface OpenBuild {
  build: Build;
  library: Library;
  candidate: Candidate | undefined;
  judged: Judged | undefined;
  fault: string | undefined;
  changed: ReadonlyMap<string, readonly Changed[]>;
}

/** What stands in for the open build: its data and its judgement. */
export const open: OpenBuild = {
  build: tug,
  library: demoLibrary,
  candidate: tug.candidates[0],
  judged: undefined,
  fault: undefined,
  changed: new Map(),
};

/** A record of what was done to it. */
export const actions = {
  select: jest.fn(),
  save: jest.fn(),
  saveCandidate: jest.fn(),
  removeCandidate: jest.fn(),
  undo: jest.fn(),
  redo: jest.fn(),
  dismiss: jest.fn(),
  settle: jest.fn(),
};

/** Judging takes a while; tests leave their builds alone. */
const judgements = new WeakMap<Build, Judged>();

/** Judges a build for the tests that follow, as the page would have it judged. */
export function openJudged(build: Build, candidateId?: string): void {
  const known = judgements.get(build);
  const assessments = known?.assessments ?? assessAll(build, demoLibrary);
  const judged = known ?? { assessments, verdict: lineup(build, assessments) };
  judgements.set(build, judged);
  const candidate = build.candidates.find((c) => c.id === candidateId) ?? build.candidates[0];
  Object.assign(open, { build, candidate, judged, fault: undefined });
}

/** The build open, and not judged yet, or never: then with the reason. */
export function openUnjudged(build: Build, fault?: string): void {
  Object.assign(open, { build, candidate: build.candidates[0], judged: undefined, fault });
}

const assessmentOf = (id: string | undefined) => open.judged?.assessments.find((a) => a.candidateId === id);

// The page’s state with its queue, stream and threads has tests of its own; here screens are given what it gives them.
jest.unstable_mockModule('../hooks/buildState.tsx', () => ({
  useBuild: () => ({
    build: open.build,
    library: open.library,
    version: 1,
    undoWords: null,
    redoWords: null,
    candidate: open.candidate,
  }),
  useJudgement: () => ({
    judgement: open.judged && { found: undefined, ...open.judged },
    assessment: assessmentOf(open.candidate?.id),
    assessmentOf,
    verdict: open.judged?.verdict,
    changed: open.changed,
    fault: open.fault,
  }),
  useBuildActions: () => actions,
  useSaving: () => ({ waiting: 0, problem: undefined, conflict: undefined }),
}));
const { SettingsProvider } = await import('../hooks/settings.tsx');
const { Dressed } = await import('../pieces/Dressed.tsx');

// The stand-in for a browser has none: it is one of somebody who wants nothing to move.
window.matchMedia = (media) => Object.assign(new EventTarget(), { media, matches: true }) as MediaQueryList;

/** Draws a part of the page for the open build, in the units asked for. */
export function draw(part: ReactNode, system: 'metric' | 'us' = 'metric') {
  localStorage.setItem('sable-units', JSON.stringify(system));
  return render(
    <MemoryRouter>
      <SettingsProvider>
        <QueryClientProvider client={new QueryClient()}>
          <Dressed>{part}</Dressed>
        </QueryClientProvider>
      </SettingsProvider>
    </MemoryRouter>,
  );
}
