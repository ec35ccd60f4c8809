import type { Assessment, Candidate } from '@sable/core';
import { useEffect, useState } from 'react';
import { judgingThread } from '../workers/client.ts';
import { useBuild } from './buildState.tsx';

/** A candidate that is not in the build yet, as it would be judged; undefined while that is worked out or nothing is asked. */
export function usePreview(candidate: Candidate | undefined): Assessment | undefined {
  const { build, library } = useBuild();
  const key =
    candidate && JSON.stringify([candidate.engineId, candidate.gearboxId, candidate.finalDrive, candidate.tyreCode]);
  const [shown, setShown] = useState<{ key: string; assessment: Assessment }>();
  useEffect(() => {
    if (!candidate || key === undefined) return;
    let stale = false;
    // After the judgement of the build, which tells the worker the library.
    const timer = setTimeout(() => {
      // One that can’t be judged has no preview; once it is in the build the page says why.
      judgingThread()
        .does.preview(build, candidate)
        .then(
          (assessment) => !stale && setShown({ key, assessment }),
          () => undefined,
        );
    }, 0);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the candidate
  }, [build, library, key]);
  return shown?.key === key ? shown?.assessment : undefined;
}
