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
    <FieldGroup title="Where you drive">
      <ChoiceField
        label="Use"
        value={brief.use}
        choices={choices(USES)}
        onCommit={(use) => change({ ...brief, use: use as Brief['use'] })}
        help="Sets the service factor of the gearbox"
      />
      <BriefFigure pointer="/band/lowRpm" label="Band, low end" quantity="rpm" />
      <BriefFigure pointer="/band/highRpm" label="Band, top" quantity="rpm" />
      <BriefFigure pointer="/driverKg/value" at="/brief/driverKg" label="Driver" quantity="massKg" />
    </FieldGroup>
  );
}

/** Octane of a fuel; a diesel has none, and what was there stays. */
const octaneIn = (fuel: FuelName, brief: Brief) => (FUEL[fuel].ron > 0 ? FUEL[fuel].ron : brief.fuelOctaneRon);

export function Targets() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="What it must make">
      <BriefFigure pointer="/now/powerKw" label="Peak power, now" quantity="powerKw" optional />
      <BriefFigure pointer="/now/bandTorqueNm" label="Torque in the band, now" quantity="torqueNm" optional />
      <BriefFigure pointer="/later/powerKw" label="Peak power, later" quantity="powerKw" optional />
      <BriefFigure pointer="/wheelPower/kw" begins={{}} label="At the wheels" quantity="powerKw" optional />
      {brief.wheelPower && (
        <BriefFigure pointer="/wheelPower/speedKph" label="At the wheels, at" quantity="speedKph" optional />
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
    <FieldGroup title="Gates: miss one and a candidate is out">
      <BriefFigure
        pointer="/noise/limitDb"
        begins={{ distanceM: 7.5 }}
        label="Noise, at most"
        quantity="soundDb"
        optional
      />
      {brief.noise && (
        <>
          <BriefFigure pointer="/noise/distanceM" label="Measured at" quantity="distanceM" />
          <BriefFigure pointer="/noise/rpm" label="At engine speed" quantity="rpm" optional />
          <BriefFigure pointer="/noise/laterLimitDb" label="Limit to come" quantity="soundDb" optional />
        </>
      )}
      <BriefFigure
        pointer="/circuitNoise/limitDb"
        begins={{ distanceM: 0.5 }}
        label="Noise on the circuit, at most"
        quantity="soundDb"
        optional
      />
      {brief.circuitNoise && (
        <>
          <BriefFigure pointer="/circuitNoise/distanceM" label="Measured there at" quantity="distanceM" />
          <BriefFigure pointer="/circuitNoise/rpm" label="At engine speed there" quantity="rpm" optional />
          <BriefFigure pointer="/circuitNoise/laterLimitDb" label="Limit to come there" quantity="soundDb" optional />
        </>
      )}
      <BriefFigure pointer="/largestWheelIn" label="Wheels, at most" quantity="inch" optional />
      <BriefFigure pointer="/maxAddedKg" label="Added mass, at most" quantity="massKg" optional />
      <BriefFigure pointer="/leastGears" label="Gears, at least" quantity="count" optional />
      <ChoiceField
        label="Gears cut"
        value={brief.gearCut ?? EITHER}
        choices={[{ value: EITHER, label: 'either way' }, ...choices(GEAR_CUTS)]}
        onCommit={(v) => {
          const { gearCut: _old, ...rest } = brief;
          change(v === EITHER ? rest : { ...rest, gearCut: v as (typeof GEAR_CUTS)[number] });
        }}
      />
      <Wish of="needsReverse" label="It must have a reverse gear" />
      <Wish of="reversible" label="It can be put back: nothing cut, nothing welded" />
      <Wish of="originalLook" label="It looks as it did: nothing seen from outside" />
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
      <BriefFigure pointer="/caps/displacementL" label="Displacement, at most" quantity="displacementL" optional />
      <BriefFigure pointer="/caps/powerKw" label="Power, at most" quantity="powerKw" optional />
      <BriefFigure pointer="/caps/leastMassKg" label="Mass, at least" quantity="massKg" optional />
      <BriefFigure pointer="/caps/cylinders" label="Cylinders, at most" quantity="count" optional />
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
        label="Fuels at hand"
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
        label="Cruise at"
        quantity="speedKph"
        optional
      />
      {brief.cruise && (
        <>
          <BriefFigure pointer="/cruise/rpm" label="Near" quantity="rpm" />
          <BriefFigure pointer="/cruise/toleranceRpm" label="Give or take" quantity="rpm" />
        </>
      )}
      <BriefFigure pointer="/lowestCruiseRpm" label="Lugs below" quantity="rpm" optional />
      <BriefFigure pointer="/distanceKm" label="To last" quantity="travelledKm" optional min={1} />
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
        label="Steepest hill"
        quantity="percent"
        digits={0}
        optional
      />
      {brief.hill && (
        <>
          <BriefFigure pointer="/hill/trailerKg" label="Trailer" quantity="massKg" />
          <BriefFigure pointer="/hill/noseLoadKg" label="Its nose load" quantity="massKg" />
          <BriefFigure pointer="/hill/hitchHeightMm" label="Hitch height" quantity="lengthMm" />
          <BriefFigure pointer="/hill/hitchOverhangMm" label="Hitch behind the rear axle" quantity="lengthMm" />
        </>
      )}
    </FieldGroup>
  );
}

export function SteadyClimb() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Cooling: the hill it climbs for long">
      <BriefFigure
        pointer="/climb/gradePct"
        begins={{}}
        label="Hardest steady climb"
        quantity="percent"
        digits={0}
        optional
        help="With the trailer"
      />
      {brief.climb && <BriefFigure pointer="/climb/speedKph" label="Held at" quantity="speedKph" optional />}
    </FieldGroup>
  );
}

export function OnTheRoad() {
  const { brief } = useBriefForm();
  return (
    <FieldGroup title="Brakes: how fast, how far down">
      <BriefFigure
        pointer="/fastestKph"
        label="Fastest on the road"
        quantity="speedKph"
        optional
        help="Else {{100|speedKph}}"
      />
      <BriefFigure
        pointer="/descent/gradePct"
        begins={{ lengthM: 1000, speedKph: 40 }}
        label="Longest hill down"
        quantity="percent"
        digits={0}
        optional
      />
      {brief.descent && (
        <>
          <BriefFigure pointer="/descent/lengthM" label="Its length" quantity="distanceM" digits={0} />
          <BriefFigure pointer="/descent/speedKph" label="Driven at" quantity="speedKph" />
        </>
      )}
    </FieldGroup>
  );
}

export function WorstAir() {
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Worst air">
      <BriefFigure pointer="/worstAir/temperatureC" label="Temperature" quantity="temperatureC" />
      <BriefFigure pointer="/worstAir/altitudeM" label="Altitude" quantity="altitudeM" />
      <BriefFigure pointer="/worstAir/humidityPct" label="Humidity" quantity="percent" digits={0} />
      <ChoiceField
        label="School of the hot day"
        value={brief.hotDaySchool}
        choices={[
          { value: 'standard', label: 'the curve’s own standard' },
          { value: 'density', label: 'plain air density' },
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
    <FieldGroup title="Money, time and mounts">
      <CurrencyField
        value={build.currency}
        onCommit={(currency) => save('currency', { currency: build.currency }, { currency })}
        help="Amounts already entered are not converted"
      />
      <BriefFigure pointer="/budget" label="Budget" quantity="money" currency={build.currency} optional />
      <BriefFigure pointer="/hourlyRate" label="Shop’s hour" quantity="money" currency={build.currency} />
      <BriefFigure
        pointer="/ownHourWorth"
        label="Own hour, counted at"
        quantity="money"
        currency={build.currency}
        optional
      />
      <BriefFigure pointer="/maxHours" label="Hours, at most" quantity="hours" optional />
      <ChoiceField
        label="Mounts you prefer"
        value={brief.mountSchool}
        choices={choices(SCHOOLS)}
        onCommit={(v) => change({ ...brief, mountSchool: v as Brief['mountSchool'] })}
        help="For new candidates; each keeps its own"
      />
      <FormControlLabel
        control={<Switch checked={brief.ownLabour} onChange={(_, ownLabour) => change({ ...brief, ownLabour })} />}
        label="The hours are your own: at nothing, unless counted"
      />
    </FieldGroup>
  );
}
