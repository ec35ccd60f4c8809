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
        label={`Reason for rejecting ${candidate.letter}`}
        value={candidate.whyNot}
        rows={2}
        help="Saved with the build."
        onCommit={(whyNot) => saveCandidate(candidate, { ...candidate, whyNot })}
      />
      {chosen && (
        <WordsField
          label="Reason for selection"
          value={build.decision.reason}
          rows={2}
          onCommit={(reason) => save('decision', build.decision, { ...build.decision, reason })}
        />
      )}
    </>
  );
}
