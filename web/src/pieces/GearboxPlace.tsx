import { hasTransaxle, type Candidate } from '@sable/core';
import { useBuild } from '../hooks/buildState.tsx';
import { PLACE } from './placeFields.ts';
import { WholeForm } from './WholeForm.tsx';

/** Where a gearbox at the driven axle sits; nothing in a car that has it on the engine. */
export function GearboxPlace({ candidate, onSave }: { candidate: Candidate; onSave: (next: Candidate) => void }) {
  const { build } = useBuild();
  if (!build.chassis || !hasTransaxle(build.chassis)) return null;
  const own = candidate.gearboxId === build.chassis.originalGearboxId ? build.chassis.gearboxAt : undefined;
  return (
    <WholeForm
      name={`gearbox-place-${candidate.id}`}
      title="Gearbox position: middle of its front face, at the driven axle"
      fields={PLACE}
      stored={candidate.gearboxPlacement ?? own}
      onKeep={(at) => {
        const { gearboxPlacement: _old, ...rest } = candidate;
        onSave(at ? { ...rest, gearboxPlacement: at } : rest);
      }}
    />
  );
}
