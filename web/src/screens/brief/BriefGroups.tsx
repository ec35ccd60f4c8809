import { FUELS, SCHOOLS, USES, type Brief, type FuelName } from '@sable/core';
import { FUEL, petrolOf } from '@sable/core/questions/engine';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useBuild } from '../../hooks/buildState.tsx';
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
      {brief.noise && <BriefFigure pointer="/noise/distanceM" label="Measured at" quantity="distanceM" />}
      <BriefFigure pointer="/largestWheelIn" label="Wheels, at most" quantity="inch" optional />
      <BriefFigure pointer="/maxAddedKg" label="Added mass, at most" quantity="massKg" optional />
      <FormControlLabel
        control={
          <Switch
            checked={brief.needsReverse === true}
            onChange={(_, on) => {
              const { needsReverse: _old, ...rest } = brief;
              change(on ? { ...rest, needsReverse: true } : rest);
            }}
          />
        }
        label="It must have a reverse gear"
      />
    </FieldGroup>
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
        help="Else 100 km/h"
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
  const { brief, change } = useBriefForm();
  return (
    <FieldGroup title="Money, time and mounts">
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
