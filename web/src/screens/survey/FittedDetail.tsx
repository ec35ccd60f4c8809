import { hasTransaxle, type Chassis } from '@sable/core';
import { Link } from 'react-router';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, type Choice } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { PLACE } from '../../pieces/placeFields.ts';
import { WholeForm } from '../../pieces/WholeForm.tsx';

type Original = 'originalEngineId' | 'originalGearboxId';

/** Engine and gearbox that are in the car now, and where the engine sits: what every candidate is held against. */
export function FittedDetail({ chassis }: { chassis: Chassis }) {
  const { library } = useBuild();
  const { save } = useBuildActions();
  const put = <K extends Original | 'engineAt' | 'gearboxAt'>(key: K, value: Chassis[K] | undefined) => {
    const { [key]: _old, ...rest } = chassis;
    save('chassis', chassis, (value === undefined ? rest : { ...rest, [key]: value }) as Chassis);
  };
  const choice = (key: Original, label: string, rows: readonly { id: string; name: string; retired?: boolean }[]) => (
    <ChoiceField
      label={label}
      value={chassis[key] ?? ''}
      choices={[
        { value: '', label: 'not entered' },
        ...rows.filter((r) => !r.retired || r.id === chassis[key]).map((r): Choice => ({ value: r.id, label: r.name })),
      ]}
      onCommit={(id) => put(key, id === '' ? undefined : id)}
    />
  );
  const open = [
    ...(chassis.originalEngineId ? [] : ['the engine']),
    ...(chassis.originalGearboxId ? [] : ['the gearbox']),
    ...(chassis.axleRatios.length > 0 ? [] : ['the final drive']),
  ];
  return (
    <section>
      <h2>In it now</h2>
      <p className="say muted">
        {open.length > 0
          ? `Select ${open.join(' and ')} to compare the original car with every candidate; original parts that stay are not checked again.`
          : 'The original car is compared with every candidate; original parts that stay are not checked again.'}
      </p>
      <div className={layout['form-grid']} style={{ marginTop: 12 }}>
        {choice('originalEngineId', 'Engine', library.engines)}
        {choice('originalGearboxId', 'Gearbox', library.gearboxes)}
      </div>
      <p className="small muted" style={{ marginTop: 8 }}>
        Not in the library? Enter <Link to="/library/engines/new/edit">the engine</Link> or{' '}
        <Link to="/library/gearboxes/new/edit">the gearbox</Link> from its papers, then select it here.
      </p>
      <WholeForm
        name="engineAt"
        title="Engine position: crank centreline at the rear face of the block"
        fields={PLACE}
        stored={chassis.engineAt}
        onKeep={(at) => put('engineAt', at)}
      />
      {hasTransaxle(chassis) && (
        <WholeForm
          name="gearboxAt"
          title="Gearbox position: centre of its front face"
          fields={PLACE}
          stored={chassis.gearboxAt}
          onKeep={(at) => put('gearboxAt', at)}
        />
      )}
    </section>
  );
}
