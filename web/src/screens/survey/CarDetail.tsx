import { BODIES, CENTRES, DRIVEN_BY, SPARES, type Chassis } from '@sable/core';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { CarFigures } from './CarFigures.tsx';

const choices = (of: readonly string[]) => of.map((value) => ({ value, label: value }));

/** What the car is, and the lengths and drag that sums about it rest on; all of it can be corrected at any time. */
export function CarDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  return (
    <section>
      <h2>The car</h2>
      <div className={layout['form-grid']} style={{ marginTop: 12 }}>
        <WordsField
          label="Car"
          value={chassis.name}
          maxLength={120}
          onCommit={(name) =>
            name.trim() === '' ? 'Enter a name, such as its model or chassis number.' : put({ name: name.trim() })
          }
        />
        <QuantityField
          label="Year"
          quantity="number"
          optional
          whole
          min={1900}
          max={2100}
          value={chassis.year}
          onCommit={(year) => {
            const { year: _old, ...rest } = chassis;
            save('chassis', chassis, year === undefined ? rest : { ...rest, year });
          }}
        />
        <ChoiceField
          label="Body type"
          value={chassis.body}
          choices={choices(BODIES)}
          onCommit={(body) => put({ body: body as Chassis['body'] })}
        />
        <ChoiceField
          label="Driven wheels"
          value={chassis.drive}
          choices={choices(['rear', 'front', 'all'])}
          onCommit={(drive) => put({ drive: drive as Chassis['drive'] })}
        />
        <ChoiceField
          label="Engine orientation"
          value={chassis.engineLies}
          choices={choices(['longitudinal', 'transverse'])}
          onCommit={(lies) => put({ engineLies: lies as Chassis['engineLies'] })}
        />
        <ChoiceField
          label="Engine location"
          value={chassis.engineSits ?? 'front'}
          choices={choices(['front', 'middle', 'rear'])}
          onCommit={(sits) => put({ engineSits: sits as NonNullable<Chassis['engineSits']> })}
        />
        <ChoiceField
          label="Gearbox location"
          value={chassis.gearboxSits ?? 'on the engine'}
          choices={choices(['on the engine', 'at the driven axle'])}
          onCommit={(sits) => put({ gearboxSits: sits as NonNullable<Chassis['gearboxSits']> })}
        />
        <ChoiceField
          label="Axle driven by"
          value={chassis.drivenBy ?? 'shafts'}
          choices={choices(DRIVEN_BY)}
          onCommit={(by) => put({ drivenBy: by as NonNullable<Chassis['drivenBy']> })}
        />
        {chassis.engineLies === 'longitudinal' && chassis.drivenBy !== 'chain' && (
          <ChoiceField
            label="Shaft to the axle"
            value={chassis.torqueTube === undefined ? '' : chassis.torqueTube ? 'in a torque tube' : 'open'}
            choices={[{ value: '', label: 'not entered' }, ...choices(['open', 'in a torque tube'])]}
            onCommit={(shaft) => {
              const { torqueTube: _old, ...rest } = chassis;
              save('chassis', chassis, shaft === '' ? rest : { ...rest, torqueTube: shaft !== 'open' });
            }}
          />
        )}
        {chassis.drive === 'all' && (
          <QuantityField
            label="Torque to the rear axle, share"
            quantity="percent"
            optional
            min={0}
            max={100}
            value={chassis.rearTorqueShare === undefined ? undefined : 100 * chassis.rearTorqueShare}
            onCommit={(pct) => {
              const { rearTorqueShare: _old, ...rest } = chassis;
              save('chassis', chassis, pct === undefined ? rest : { ...rest, rearTorqueShare: pct / 100 });
            }}
          />
        )}
        {chassis.drive === 'all' && (
          <ChoiceField
            label="Centre differential"
            value={chassis.centre ?? ''}
            choices={[{ value: '', label: 'not entered' }, ...choices(CENTRES)]}
            onCommit={(centre) => {
              const { centre: _old, ...rest } = chassis;
              save('chassis', chassis, centre === '' ? rest : { ...rest, centre: centre as (typeof CENTRES)[number] });
            }}
          />
        )}
        <ChoiceField
          label="Rear tyres"
          value={chassis.rearTwins ? 'twin' : 'single'}
          choices={choices(['single', 'twin'])}
          onCommit={(tyres) => {
            const { rearTwins: _old, ...rest } = chassis;
            save('chassis', chassis, tyres === 'twin' ? { ...rest, rearTwins: true } : rest);
          }}
        />
        <ChoiceField
          label="Spare parts supply"
          value={chassis.spares ?? ''}
          choices={[{ value: '', label: 'not entered' }, ...choices(SPARES)]}
          onCommit={(spares) => {
            const { spares: _old, ...rest } = chassis;
            save(
              'chassis',
              chassis,
              spares === '' ? rest : { ...rest, spares: spares as NonNullable<Chassis['spares']> },
            );
          }}
        />
      </div>
      <CarFigures chassis={chassis} />
    </section>
  );
}
