import { resolveSubject, settingOf, type Candidate, type Subject } from '@sable/core';
import { useMemo, type ComponentType } from 'react';
import { useBuild } from '../hooks/buildState.tsx';
import { useFieldFocus } from './fieldFocus.ts';

/** A screen of one candidate with everything it refers to looked up, opened anew for another one and at the field that it was opened for. */
export function withSubject(Open: ComponentType<{ candidate: Candidate; subject: Subject }>) {
  return function OfCandidate() {
    const { build, candidate, library } = useBuild();
    useFieldFocus();
    const subject = useMemo(
      () => candidate && resolveSubject(settingOf(build), candidate, library).subject,
      [build, candidate, library],
    );
    if (!candidate) return <p className="main">There is no candidate yet.</p>;
    if (!subject) return <p className="main">Its engine or gearbox is not in the library.</p>;
    return <Open key={candidate.id} candidate={candidate} subject={subject} />;
  };
}
