import type { Candidate } from '@sable/core';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { WordsField } from '../../pieces/fields.tsx';

/** Why a candidate was chosen, or why not. */
export function Notes({ candidate, chosen }: { candidate: Candidate; chosen: boolean }) {
  const { build } = useBuild();
  const { save, saveCandidate } = useBuildActions();
  return (
    <>
      <WordsField
        label={`Why not ${candidate.letter}`}
        value={candidate.whyNot}
        rows={2}
        help="Kept with the build, for the next time somebody asks."
        onCommit={(whyNot) => saveCandidate(candidate, { ...candidate, whyNot })}
      />
      {chosen && (
        <WordsField
          label="Why this one"
          value={build.decision.reason}
          rows={2}
          onCommit={(reason) => save('decision', build.decision, { ...build.decision, reason })}
        />
      )}
    </>
  );
}
