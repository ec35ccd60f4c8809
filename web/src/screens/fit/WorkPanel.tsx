import type { Candidate, Placement } from '@sable/core';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { Sentence } from '../../pieces/figures.tsx';
import type { LiveFit } from './live.ts';
import { InstallResult, PlaceResult, RecipeResult } from './Results.tsx';
import type { FitWork } from './useFitWork.ts';
import layout from '../../pieces/layout.module.css';

/** What is being searched, how far it is, and what was found. */
export function WorkPanel({
  work,
  live,
  onPlace,
  onCandidate,
}: {
  work: FitWork;
  live: LiveFit;
  onPlace: (placement: Placement) => void;
  onCandidate: (next: Candidate) => void;
}) {
  const { running, place, recipes, install } = work;
  return (
    <>
      {running && (
        <section className={layout['result']} aria-live="polite">
          <h3>{running.words}</h3>
          <LinearProgress variant="determinate" value={(running.progress?.share ?? 0) * 100} aria-label="Progress" />
          <div className="row">
            <Button onClick={running.stop}>Stop</Button>
            {running.bestMm !== undefined && (
              <span className="small muted">
                <Sentence>{`best so far {{${running.bestMm}|lengthMm||}} to spare`}</Sentence>
              </span>
            )}
          </div>
        </section>
      )}
      {work.fault !== undefined && (
        <p className={layout['result']} role="alert">
          {work.fault}
        </p>
      )}
      {place.answer && <PlaceResult place={place.answer} live={live} onUse={onPlace} />}
      {recipes.answer && (
        <RecipeResult
          answer={recipes.answer}
          wantMm={recipes.to?.wantMm ?? 0}
          live={live}
          onUse={(r) => onCandidate(r.candidate)}
        />
      )}
      {install.answer && <InstallResult path={install.answer} live={live} />}
      {work.done && (
        <Button size="small" onClick={work.clear} sx={{ mb: 1 }}>
          Close
        </Button>
      )}
    </>
  );
}
