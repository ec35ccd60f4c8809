import { MOST_SCANNED, type Candidate } from '@sable/core';
import Button from '@mui/material/Button';
import { Suspense, lazy, useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import css from './fit.module.css';

const ScanDialog = lazy(() => import('../../pieces/scan/ScanDialog.tsx').then((m) => ({ default: m.ScanDialog })));

/** Shapes that were measured: how many stand in the powertrain, and bringing one in. */
export function ScansPanel({ candidate }: { candidate: Candidate }) {
  const { build } = useBuild();
  const { save, saveCandidate } = useBuildActions();
  const [scanning, setScanning] = useState(false);
  const { chassis } = build;
  const scanned = candidate.scanned ?? [];
  return (
    <>
      <section className={css['block-small']}>
        <h3>3D scans</h3>
        {scanned.length > 0 && (
          <div className="row small" style={{ marginTop: 6 }}>
            {scanned.length === 1 ? '1 shape' : `${scanned.length} shapes`} scanned shapes in this powertrain.
            <Button onClick={() => saveCandidate(candidate, { ...candidate, scanned: [] })}>Remove all</Button>
          </div>
        )}
        <Button onClick={() => setScanning(true)} sx={{ mt: 0.8 }}>
          Import scan
        </Button>
      </section>
      {scanning && chassis && (
        <Suspense fallback={null}>
          <ScanDialog
            target={{
              taken: new Set([...scanned.map((s) => s.id), ...chassis.obstacles.map((o) => o.id)]),
              part: {
                of: 'engine',
                room: MOST_SCANNED - scanned.length,
                onSolids: (more) => saveCandidate(candidate, { ...candidate, scanned: [...scanned, ...more] }),
              },
              bay: {
                onObstacles: (more) =>
                  save('chassis', chassis, { ...chassis, obstacles: [...chassis.obstacles, ...more] }),
              },
            }}
            onClose={() => setScanning(false)}
          />
        </Suspense>
      )}
    </>
  );
}
