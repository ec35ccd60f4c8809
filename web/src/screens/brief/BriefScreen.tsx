import { SCHOOLS, USES, type Brief, type FieldProblem } from '@sable/core';
import { fieldProblems } from '@sable/core/formats';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState, type ReactNode } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { LetterTag, StateMark, candidateColour } from '../../pieces/marks.tsx';
import { validateBrief } from '../../validators/generated/validators.js';
import layout from '../../pieces/layout.module.css';
import css from './brief.module.css';

const choices = (list: readonly string[]) => list.map((value) => ({ value, label: value }));

/** What the owner wants and will not accept. Every field re-judges as it is left. */
export function BriefScreen() {
  const { build } = useBuild();
  const { save } = useBuildActions();
  const { brief } = build;
  useFieldFocus();
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const change = (next: Brief) => {
    if (!validateBrief(next)) {
      setProblems(fieldProblems(validateBrief.errors ?? []));
      return;
    }
    if (next.band.highRpm <= next.band.lowRpm) {
      setProblems([
        {
          pointer: '/band/highRpm',
          message: `The top of the band must lie above its low end, ${next.band.lowRpm} rpm.`,
        },
      ]);
      return;
    }
    setProblems([]);
    save('brief', brief, next);
  };
  const fault = (pointer: string) => problems.find((p) => p.pointer === pointer)?.message;
  /** A group of fields that may be left out as a whole: an empty field takes the group away. */
  const without = (
    key:
      | 'noise'
      | 'cruise'
      | 'hill'
      | 'largestWheelIn'
      | 'budget'
      | 'maxHours'
      | 'maxAddedKg'
      | 'lowestCruiseRpm'
      | 'distanceKm',
  ) => {
    const { [key]: _gone, ...rest } = brief;
    change(rest);
  };
  const target = (when: 'now' | 'later', key: 'powerKw' | 'bandTorqueNm', value: number | undefined) => {
    const { [key]: _gone, ...rest } = brief[when];
    change({ ...brief, [when]: value === undefined ? rest : { ...rest, [key]: value } });
  };
  const { noise, cruise, hill } = brief;
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big" style={{ marginBottom: 10 }}>
            What {build.name} is for
          </p>
          <WordsField
            label="In your own words"
            value={brief.purpose}
            rows={2}
            onCommit={(purpose) => change({ ...brief, purpose })}
          />
        </div>
        <Group title="Where you drive">
          <ChoiceField
            label="Use"
            value={brief.use}
            choices={choices(USES)}
            onCommit={(use) => change({ ...brief, use: use as Brief['use'] })}
            help="Sets the service factor of the gearbox"
          />
          <QuantityField
            label="Band, low end"
            quantity="rpm"
            value={brief.band.lowRpm}
            error={fault('/band/lowRpm')}
            onCommit={(v) => change({ ...brief, band: { ...brief.band, lowRpm: v! } })}
          />
          <QuantityField
            label="Band, top"
            quantity="rpm"
            value={brief.band.highRpm}
            error={fault('/band/highRpm')}
            onCommit={(v) => change({ ...brief, band: { ...brief.band, highRpm: v! } })}
          />
          <QuantityField
            at="/brief/driverKg"
            label="Driver"
            quantity="massKg"
            value={brief.driverKg.value}
            error={fault('/driverKg/value')}
            onCommit={(v) => change({ ...brief, driverKg: { ...brief.driverKg, value: v! } })}
          />
        </Group>
        <Group title="What it must make">
          <QuantityField
            label="Peak power, now"
            quantity="powerKw"
            optional
            value={brief.now.powerKw}
            error={fault('/now/powerKw')}
            onCommit={(v) => target('now', 'powerKw', v)}
          />
          <QuantityField
            label="Torque in the band, now"
            quantity="torqueNm"
            optional
            value={brief.now.bandTorqueNm}
            error={fault('/now/bandTorqueNm')}
            onCommit={(v) => target('now', 'bandTorqueNm', v)}
          />
          <QuantityField
            label="Peak power, later"
            quantity="powerKw"
            optional
            value={brief.later.powerKw}
            error={fault('/later/powerKw')}
            onCommit={(v) => target('later', 'powerKw', v)}
          />
          <QuantityField
            label="Fuel, RON"
            quantity="number"
            digits={0}
            value={brief.fuelOctaneRon}
            error={fault('/fuelOctaneRon')}
            onCommit={(v) => change({ ...brief, fuelOctaneRon: v! })}
          />
        </Group>
        <Group title="Gates: miss one and a candidate is out">
          <QuantityField
            label="Noise, at most"
            quantity="soundDb"
            optional
            value={noise?.limitDb}
            error={fault('/noise/limitDb')}
            onCommit={(v) =>
              v === undefined
                ? without('noise')
                : change({ ...brief, noise: { distanceM: noise?.distanceM ?? 7.5, limitDb: v } })
            }
          />
          {noise && (
            <QuantityField
              label="Measured at"
              quantity="distanceM"
              value={noise.distanceM}
              error={fault('/noise/distanceM')}
              onCommit={(v) => change({ ...brief, noise: { ...noise, distanceM: v! } })}
            />
          )}
          <QuantityField
            label="Wheels, at most"
            quantity="inch"
            optional
            value={brief.largestWheelIn}
            error={fault('/largestWheelIn')}
            onCommit={(v) => (v === undefined ? without('largestWheelIn') : change({ ...brief, largestWheelIn: v }))}
          />
          <QuantityField
            label="Added mass, at most"
            quantity="massKg"
            optional
            value={brief.maxAddedKg}
            error={fault('/maxAddedKg')}
            onCommit={(v) => (v === undefined ? without('maxAddedKg') : change({ ...brief, maxAddedKg: v }))}
          />
        </Group>
        <Group title="Cruise">
          <QuantityField
            label="Cruise at"
            quantity="speedKph"
            optional
            value={cruise?.speedKph}
            error={fault('/cruise/speedKph')}
            onCommit={(v) =>
              v === undefined
                ? without('cruise')
                : change({
                    ...brief,
                    cruise: { rpm: cruise?.rpm ?? 2600, toleranceRpm: cruise?.toleranceRpm ?? 250, speedKph: v },
                  })
            }
          />
          {cruise && (
            <QuantityField
              label="Near"
              quantity="rpm"
              value={cruise.rpm}
              error={fault('/cruise/rpm')}
              onCommit={(v) => change({ ...brief, cruise: { ...cruise, rpm: v! } })}
            />
          )}
          {cruise && (
            <QuantityField
              label="Give or take"
              quantity="rpm"
              value={cruise.toleranceRpm}
              error={fault('/cruise/toleranceRpm')}
              onCommit={(v) => change({ ...brief, cruise: { ...cruise, toleranceRpm: v! } })}
            />
          )}
          <QuantityField
            label="Lugs below"
            quantity="rpm"
            optional
            value={brief.lowestCruiseRpm}
            error={fault('/lowestCruiseRpm')}
            onCommit={(v) => (v === undefined ? without('lowestCruiseRpm') : change({ ...brief, lowestCruiseRpm: v }))}
          />
          <QuantityField
            label="To last"
            quantity="travelledKm"
            optional
            min={1}
            value={brief.distanceKm}
            error={fault('/distanceKm')}
            onCommit={(v) => (v === undefined ? without('distanceKm') : change({ ...brief, distanceKm: v }))}
          />
        </Group>
        <Group title="Hill start">
          <QuantityField
            label="Steepest hill"
            quantity="percent"
            digits={0}
            optional
            value={hill?.gradePct}
            error={fault('/hill/gradePct')}
            onCommit={(v) =>
              v === undefined
                ? without('hill')
                : change({
                    ...brief,
                    hill: {
                      trailerKg: 0,
                      noseLoadKg: 0,
                      hitchHeightMm: 400,
                      hitchOverhangMm: 800,
                      ...hill,
                      gradePct: v,
                    },
                  })
            }
          />
          {hill && (
            <QuantityField
              label="Trailer"
              quantity="massKg"
              value={hill.trailerKg}
              error={fault('/hill/trailerKg')}
              onCommit={(v) => change({ ...brief, hill: { ...hill, trailerKg: v! } })}
            />
          )}
          {hill && (
            <QuantityField
              label="Its nose load"
              quantity="massKg"
              value={hill.noseLoadKg}
              error={fault('/hill/noseLoadKg')}
              onCommit={(v) => change({ ...brief, hill: { ...hill, noseLoadKg: v! } })}
            />
          )}
          {hill && (
            <QuantityField
              label="Hitch height"
              quantity="lengthMm"
              value={hill.hitchHeightMm}
              error={fault('/hill/hitchHeightMm')}
              onCommit={(v) => change({ ...brief, hill: { ...hill, hitchHeightMm: v! } })}
            />
          )}
          {hill && (
            <QuantityField
              label="Hitch behind the rear axle"
              quantity="lengthMm"
              value={hill.hitchOverhangMm}
              error={fault('/hill/hitchOverhangMm')}
              onCommit={(v) => change({ ...brief, hill: { ...hill, hitchOverhangMm: v! } })}
            />
          )}
        </Group>
        <Group title="Worst air">
          <QuantityField
            label="Temperature"
            quantity="temperatureC"
            value={brief.worstAir.temperatureC}
            error={fault('/worstAir/temperatureC')}
            onCommit={(v) => change({ ...brief, worstAir: { ...brief.worstAir, temperatureC: v! } })}
          />
          <QuantityField
            label="Altitude"
            quantity="altitudeM"
            value={brief.worstAir.altitudeM}
            error={fault('/worstAir/altitudeM')}
            onCommit={(v) => change({ ...brief, worstAir: { ...brief.worstAir, altitudeM: v! } })}
          />
          <QuantityField
            label="Humidity"
            quantity="percent"
            digits={0}
            value={brief.worstAir.humidityPct}
            error={fault('/worstAir/humidityPct')}
            onCommit={(v) => change({ ...brief, worstAir: { ...brief.worstAir, humidityPct: v! } })}
          />
          <ChoiceField
            label="School of the hot day"
            value={brief.hotDaySchool}
            choices={[
              { value: 'standard', label: 'the curve’s own standard' },
              { value: 'density', label: 'plain air density' },
            ]}
            onCommit={(v) => change({ ...brief, hotDaySchool: v as Brief['hotDaySchool'] })}
          />
        </Group>
        <Group title="Money, time and mounts">
          <QuantityField
            label="Budget"
            quantity="money"
            currency={build.currency}
            optional
            value={brief.budget}
            error={fault('/budget')}
            onCommit={(v) => (v === undefined ? without('budget') : change({ ...brief, budget: v }))}
          />
          <QuantityField
            label="Shop’s hour"
            quantity="money"
            currency={build.currency}
            value={brief.hourlyRate}
            error={fault('/hourlyRate')}
            onCommit={(v) => change({ ...brief, hourlyRate: v! })}
          />
          <QuantityField
            label="Hours, at most"
            quantity="hours"
            optional
            value={brief.maxHours}
            error={fault('/maxHours')}
            onCommit={(v) => (v === undefined ? without('maxHours') : change({ ...brief, maxHours: v }))}
          />
          <ChoiceField
            label="Mounts you prefer"
            value={brief.mountSchool}
            choices={choices(SCHOOLS)}
            onCommit={(v) => change({ ...brief, mountSchool: v as Brief['mountSchool'] })}
            help="For new candidates; each keeps its own"
          />
          <FormControlLabel
            control={<Switch checked={brief.ownLabour} onChange={(_, ownLabour) => change({ ...brief, ownLabour })} />}
            label="Your own hours cost nothing"
          />
        </Group>
      </div>
      <Standing />
    </div>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="block">
      <h2>{title}</h2>
      <div className={layout['form-grid']} style={{ paddingTop: 8 }}>
        {children}
      </div>
    </section>
  );
}

/** Where every candidate stands against the brief as it is now. */
function Standing() {
  const { build, candidate } = useBuild();
  const { verdict } = useJudgement();
  const { select } = useBuildActions();
  return (
    <aside className="side" aria-label="Where the candidates stand">
      <h2>{verdict?.headline ?? 'Judging…'}</h2>
      <p className="muted small" aria-live="polite">
        {verdict && <Sentence>{verdict.sentence}</Sentence>}
      </p>
      <ul>
        {build.candidates.map((c) => {
          const own = verdict?.candidates.find((v) => v.candidateId === c.id);
          return (
            <li
              key={c.id}
              className={`${layout['finding']} ${c.id === candidate?.id ? 'chosen-mark' : ''}`}
              style={{ ['--cc' as string]: candidateColour(c.letter) }}
            >
              {own && <StateMark state={own.state} />}
              <p>
                <button type="button" className={css['link-plain']} onClick={() => select(c.id)}>
                  <LetterTag letter={c.letter} /> {c.name}
                </button>
              </p>
              <div className={layout['because']}>{own && <Sentence>{own.why}</Sentence>}</div>
            </li>
          );
        })}
      </ul>
    </aside>
  );
}
