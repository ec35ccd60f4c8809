import { FUELS, GEAR_CUTS, INDUCTIONS, SCHOOLS, USES, type Brief, type FuelName } from '@sable/core';
import { FUEL, petrolOf } from '@sable/core/questions/engine';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { CurrencyField } from '../../pieces/CurrencyField.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { BriefFigure, FieldGroup, useBriefForm } from './briefForm.tsx';

const choices = (list: readonly string[]) => list.map((value) => ({ value, label: value }));

export function Driving() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Duty and engine speed range">
      <ChoiceField
        label="Use"
        value={brief.use}
        choices={choices(USES)}
        onCommit={(use) => change({ ...brief, use: use as Brief['use'] })}
        help="Sets the load service factor for the drivetrain"
      />
      <BriefFigure pointer="/band/lowRpm" label="Engine speed range, from" quantity="rpm" />
      <BriefFigure pointer="/band/highRpm" label="Engine speed range, to" quantity="rpm" />
      <BriefFigure pointer="/driverKg/value" at="/brief/driverKg" label="Driver mass" quantity="massKg" />
    </FieldGroup>
  );
}

/** Octane of a fuel; a diesel has none, and what was there stays. */
const octaneIn = (fuel: FuelName, brief: Brief) => (FUEL[fuel].ron > 0 ? FUEL[fuel].ron : brief.fuelOctaneRon);

export function Targets() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Power and torque targets">
      <BriefFigure pointer="/now/powerKw" label="Target peak power, now" quantity="powerKw" optional />
      <BriefFigure pointer="/now/bandTorqueNm" label="Target torque in rpm range, now" quantity="torqueNm" optional />
      <BriefFigure pointer="/later/powerKw" label="Target peak power, later" quantity="powerKw" optional />
      <BriefFigure pointer="/wheelPower/kw" begins={{}} label="Wheel power" quantity="powerKw" optional />
      {brief.wheelPower && (
        <BriefFigure pointer="/wheelPower/speedKph" label="Wheel power at" quantity="speedKph" optional />
      )}
      <ChoiceField
        label="Fuel"
        value={brief.fuel ?? petrolOf(brief.fuelOctaneRon)}
        choices={choices(FUELS)}
        onCommit={(fuel) =>
          change({ ...brief, fuel: fuel as FuelName, fuelOctaneRon: octaneIn(fuel as FuelName, brief) })
        }
        help="A candidate may have its own"
      />
    </FieldGroup>
  );
}

export function Gates() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Hard limits (a candidate that exceeds one is rejected)">
      <BriefFigure
        pointer="/noise/limitDb"
        begins={{ distanceM: 7.5 }}
        label="Maximum noise level"
        quantity="soundDb"
        optional
      />
      {brief.noise && (
        <>
          <BriefFigure pointer="/noise/distanceM" label="Microphone distance" quantity="distanceM" />
          <BriefFigure pointer="/noise/rpm" label="Engine speed of the measurement" quantity="rpm" optional />
          <BriefFigure pointer="/noise/laterLimitDb" label="Future limit" quantity="soundDb" optional />
        </>
      )}
      <BriefFigure
        pointer="/circuitNoise/limitDb"
        begins={{ distanceM: 0.5 }}
        label="Maximum circuit noise"
        quantity="soundDb"
        optional
      />
      {brief.circuitNoise && (
        <>
          <BriefFigure pointer="/circuitNoise/distanceM" label="Circuit microphone distance" quantity="distanceM" />
          <BriefFigure pointer="/circuitNoise/rpm" label="Circuit engine speed" quantity="rpm" optional />
          <BriefFigure pointer="/circuitNoise/laterLimitDb" label="Future circuit limit" quantity="soundDb" optional />
        </>
      )}
      <BriefFigure pointer="/largestWheelIn" label="Maximum wheel diameter" quantity="inch" optional />
      <BriefFigure pointer="/maxAddedKg" label="Maximum added mass" quantity="massKg" optional />
      <BriefFigure pointer="/leastGears" label="Minimum number of gears" quantity="count" optional />
      <ChoiceField
        label="Gear type"
        value={brief.gearCut ?? EITHER}
        choices={[{ value: EITHER, label: 'either way' }, ...choices(GEAR_CUTS)]}
        onCommit={(v) => {
          const { gearCut: _old, ...rest } = brief;
          change(v === EITHER ? rest : { ...rest, gearCut: v as (typeof GEAR_CUTS)[number] });
        }}
      />
      <Wish of="needsReverse" label="Reverse gear required" />
      <Wish of="reversible" label="Reversible: nothing cut, nothing welded" />
      <Wish of="originalLook" label="Unchanged exterior" />
    </FieldGroup>
  );
}

const EITHER = '-';

/** A wish that is asked for or not. */
function Wish({ of, label }: { of: 'needsReverse' | 'reversible' | 'originalLook'; label: string }) {
  const { brief, change } = useBriefForm();
  return (
    <FormControlLabel
      control={
        <Switch
          checked={brief[of] === true}
          onChange={(_, on) => {
            const { [of]: _old, ...rest } = brief;
            change(on ? { ...rest, [of]: true } : rest);
          }}
        />
      }
      label={label}
    />
  );
}

/** What a class allows, and fuels that are at hand. */
export function ClassRules() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Class and fuels">
      <BriefFigure pointer="/caps/displacementL" label="Maximum displacement" quantity="displacementL" optional />
      <BriefFigure pointer="/caps/powerKw" label="Maximum power" quantity="powerKw" optional />
      <BriefFigure pointer="/caps/leastMassKg" label="Minimum mass" quantity="massKg" optional />
      <BriefFigure pointer="/caps/cylinders" label="Maximum number of cylinders" quantity="count" optional />
      <Several
        label="Induction allowed"
        none="any"
        all={INDUCTIONS}
        chosen={brief.caps?.induction ?? []}
        onChosen={(induction, { caps, ...rest }) => {
          const { induction: _old, ...others } = caps ?? {};
          const next = induction.length > 0 ? { ...others, induction } : others;
          return Object.keys(next).length > 0 ? { ...rest, caps: next } : rest;
        }}
      />
      <Several
        label="Available fuels"
        none="any"
        all={FUELS}
        chosen={brief.fuelsAtHand ?? []}
        onChosen={(fuelsAtHand, { fuelsAtHand: _old, ...rest }) =>
          fuelsAtHand.length > 0 ? { ...rest, fuelsAtHand } : rest
        }
      />
    </FieldGroup>
  );
}

/** Several words of a list; none of them asks for nothing. */
function Several<T extends string>({
  label,
  none,
  all,
  chosen,
  onChosen,
}: {
  label: string;
  none: string;
  all: readonly T[];
  chosen: readonly T[];
  onChosen: (next: T[], brief: Brief) => Brief;
}) {
  const { brief, change } = useBriefForm();
  return (
    <TextField
      select
      label={label}
      value={chosen}
      slotProps={{
        inputLabel: { shrink: true },
        select: {
          multiple: true,
          displayEmpty: true,
          renderValue: (v) => (v as T[]).join(', ') || none,
        },
      }}
      onChange={(e) => {
        const picked = e.target.value as unknown as T[];
        change(
          onChosen(
            all.filter((w) => picked.includes(w)),
            brief,
          ),
        );
      }}
    >
      {all.map((w) => (
        <MenuItem key={w} value={w}>
          {w}
        </MenuItem>
      ))}
    </TextField>
  );
}

export function Cruise() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Cruise">
      <BriefFigure
        pointer="/cruise/speedKph"
        begins={{ rpm: 2600, toleranceRpm: 250 }}
        label="Cruise speed"
        quantity="speedKph"
        optional
      />
      {brief.cruise && (
        <>
          <BriefFigure pointer="/cruise/rpm" label="Target cruise rpm" quantity="rpm" />
          <BriefFigure pointer="/cruise/toleranceRpm" label="Tolerance, ± rpm" quantity="rpm" />
        </>
      )}
      <BriefFigure pointer="/lowestCruiseRpm" label="Minimum cruise rpm (lugging limit)" quantity="rpm" optional />
      <BriefFigure pointer="/distanceKm" label="Design life" quantity="travelledKm" optional min={1} />
    </FieldGroup>
  );
}

export function HillStart() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Hill start">
      <BriefFigure
        pointer="/hill/gradePct"
        begins={{ trailerKg: 0, noseLoadKg: 0, hitchHeightMm: 400, hitchOverhangMm: 800 }}
        label="Maximum grade"
        quantity="percent"
        digits={0}
        optional
      />
      {brief.hill && (
        <>
          <BriefFigure pointer="/hill/trailerKg" label="Trailer mass" quantity="massKg" />
          <BriefFigure pointer="/hill/noseLoadKg" label="Tongue load (nose weight)" quantity="massKg" />
          <BriefFigure pointer="/hill/hitchHeightMm" label="Coupling height" quantity="lengthMm" />
          <BriefFigure pointer="/hill/hitchOverhangMm" label="Coupling overhang behind rear axle" quantity="lengthMm" />
        </>
      )}
    </FieldGroup>
  );
}

export function SteadyClimb() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Cooling: longest climb">
      <BriefFigure
        pointer="/climb/gradePct"
        begins={{}}
        label="Longest climb, grade"
        quantity="percent"
        digits={0}
        optional
        help="With the trailer"
      />
      {brief.climb && <BriefFigure pointer="/climb/speedKph" label="Climb speed" quantity="speedKph" optional />}
    </FieldGroup>
  );
}

export function OnTheRoad() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Brakes: how fast, how far down">
      <BriefFigure
        pointer="/fastestKph"
        label="Maximum road speed"
        quantity="speedKph"
        optional
        help="Else {{100|speedKph}}"
      />
      <BriefFigure
        pointer="/descent/gradePct"
        begins={{ lengthM: 1000, speedKph: 40 }}
        label="Longest descent, grade"
        quantity="percent"
        digits={0}
        optional
      />
      {brief.descent && (
        <>
          <BriefFigure pointer="/descent/lengthM" label="Descent length" quantity="distanceM" digits={0} />
          <BriefFigure pointer="/descent/speedKph" label="Descent speed" quantity="speedKph" />
        </>
      )}
    </FieldGroup>
  );
}

export function WorstAir() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Hot-day conditions">
      <BriefFigure pointer="/worstAir/temperatureC" label="Temperature" quantity="temperatureC" />
      <BriefFigure pointer="/worstAir/altitudeM" label="Altitude" quantity="altitudeM" />
      <BriefFigure pointer="/worstAir/humidityPct" label="Humidity" quantity="percent" digits={0} />
      <ChoiceField
        label="Hot-day power correction"
        value={brief.hotDaySchool}
        choices={[
          { value: 'standard', label: 'test standard of the curve' },
          { value: 'density', label: 'air density ratio' },
        ]}
        onCommit={(v) => change({ ...brief, hotDaySchool: v as Brief['hotDaySchool'] })}
      />
    </FieldGroup>
  );
}

export function MoneyAndTime() {
  const { build } = useBuild();
  const { save } = useBuildActions();
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Budget, labour and mounts">
      <CurrencyField
        value={build.currency}
        onCommit={(currency) => save('currency', { currency: build.currency }, { currency })}
        help="Amounts already entered are not converted"
      />
      <BriefFigure pointer="/budget" label="Budget" quantity="money" currency={build.currency} optional />
      <BriefFigure pointer="/hourlyRate" label="Labour rate per hour" quantity="money" currency={build.currency} />
      <BriefFigure
        pointer="/ownHourWorth"
        label="Value of own labour per hour"
        quantity="money"
        currency={build.currency}
        optional
      />
      <BriefFigure pointer="/maxHours" label="Maximum labour hours" quantity="hours" optional />
      <ChoiceField
        label="Preferred mount type"
        value={brief.mountSchool}
        choices={choices(SCHOOLS)}
        onCommit={(v) => change({ ...brief, mountSchool: v as Brief['mountSchool'] })}
        help="Default for new candidates"
      />
      <FormControlLabel
        control={<Switch checked={brief.ownLabour} onChange={(_, ownLabour) => change({ ...brief, ownLabour })} />}
        label="Own labour (0 unless a value is entered)"
      />
    </FieldGroup>
  );
}
