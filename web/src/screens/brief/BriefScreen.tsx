import { useBuild } from '../../hooks/buildState.tsx';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { WordsField } from '../../pieces/fields.tsx';
import { BriefFormProvider, useBriefForm } from './briefForm.tsx';
import {
  Cruise,
  Driving,
  ClassRules,
  Gates,
  HillStart,
  MoneyAndTime,
  OnTheRoad,
  SteadyClimb,
  Targets,
  WorstAir,
} from './BriefGroups.tsx';
import { Nearby } from './Nearby.tsx';
import { Standing } from './Standing.tsx';

/** What the owner wants and will not accept. Every field re-judges as it is left. */
export function BriefScreen() {
  useFieldFocus();
  return (
    <BriefFormProvider>
      <div className="screen">
        <div className="main">
          <Purpose />
          <Driving />
          <Targets />
          <Gates />
          <ClassRules />
          <Cruise />
          <HillStart />
          <OnTheRoad />
          <SteadyClimb />
          <WorstAir />
          <MoneyAndTime />
          <Nearby />
        </div>
        <Standing />
      </div>
    </BriefFormProvider>
  );
}

function Purpose() {
  const { build } = useBuild();
  const { brief, change } = useBriefForm();
  return (
    <div className="answer">
      <p className="say big" style={{ marginBottom: 10 }}>
        Brief: {build.name}
      </p>
      <WordsField
        label="Purpose"
        value={brief.purpose}
        rows={2}
        onCommit={(purpose) => change({ ...brief, purpose })}
      />
    </div>
  );
}
