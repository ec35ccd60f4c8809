import { carGaps, readOf, sketchOf, tapeList, type TapeEntry } from '@sable/core/questions/survey';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ReadingSketch } from './ReadingSketch.tsx';
import css from './tapeList.module.css';

/** What to read at the car, on paper: each body drawn, each length with room for three readings. */
export function TapeListScreen() {
  const { build } = useBuild();
  const units = useUnits();
  const [all, setAll] = useState(false);
  const [read, setRead] = useState(false);
  const { chassis } = build;
  const stations = useMemo(() => (chassis ? tapeList(chassis, { all, read }) : []), [chassis, all, read]);
  if (!chassis)
    return (
      <div className="main">
        <p className="say big">There is no car to measure yet</p>
        <p className="say">
          <Link to={`/builds/${build.id}/survey`}>Create survey</Link> with its papers first.
        </p>
      </div>
    );
  const gaps = carGaps(chassis);
  const count = stations.reduce((n, s) => n + s.entries.reduce((m, e) => m + lackingOf(e), 0), 0);
  return (
    <div className={`main ${css['list']}`}>
      <div className="row spread">
        <p className="say big">
          {chassis.name}: {count === 0 ? 'all bay measurements done' : `${count} measurements to take`}
        </p>
        <span className="row no-print">
          <Button component={Link} to={`/builds/${build.id}/survey`}>
            Back to the survey
          </Button>
          <Button variant="contained" color="primary" onClick={() => print()}>
            Print it
          </Button>
        </span>
      </div>
      <p className="say muted">
        In {unitOf('lengthMm', units)}. First mark the front axle centreline, level floor and vehicle centreline with a
        plumb line. Car on axle stands or ramps, never on a jack alone. Measure each length three times.
      </p>
      <div className="row no-print">
        <FormControlLabel
          control={<Checkbox checked={all} onChange={(_, on) => setAll(on)} />}
          label="Everything that could be measured"
        />
        <FormControlLabel
          control={<Checkbox checked={read} onChange={(_, on) => setRead(on)} />}
          label="Include completed measurements"
        />
      </div>
      {gaps.length > 0 && (
        <section>
          <h2>The car and its papers</h2>
          <ul className={css['gaps']}>
            {gaps.map((g) => (
              <li key={g.pointer}>
                <span>{g.label}</span>
                <small className="muted">{g.buys}</small>
                <i />
              </li>
            ))}
          </ul>
        </section>
      )}
      {stations.map(({ station, entries }) => (
        <section key={station}>
          <h2>{station}</h2>
          {entries.map((e) => (
            <Entry key={e.id} entry={e} />
          ))}
        </section>
      ))}
    </div>
  );
}

const lackingOf = ({ template, readings }: TapeEntry): number =>
  template.readings.filter((spec) => !readings.some((r) => r.key === spec.key)).length;

function Entry({ entry }: { entry: TapeEntry }) {
  const units = useUnits();
  const { template, readings, name } = entry;
  const sketch = useMemo(() => sketchOf({ readings }, template), [readings, template]);
  return (
    <article>
      <h3>{name}</h3>
      <p className="small muted">
        {template.why}
        {entry.needed ? ` Needed for: ${entry.needed}.` : ''}
      </p>
      <ReadingSketch sketch={sketch} name={name} bare />
      <ol>
        {template.readings.map((spec, i) => {
          const reading = readings.find((r) => r.key === spec.key);
          const mean = reading && readOf(reading);
          return (
            <li key={spec.key}>
              <b className="num">{i + 1}</b>
              <span>
                {spec.name}
                {spec.once && <em> before the old engine is out</em>}
                <small className="muted">
                  from the {spec.from} to {spec.to}
                </small>
              </span>
              {mean ? (
                <span className="num">
                  {formatNumber(mean.mm, 'lengthMm', units)} ± {formatNumber(mean.plusMinusMm, 'lengthMm', units)}
                </span>
              ) : (
                <span className={css['blanks']}>
                  <i />
                  <i />
                  <i />
                </span>
              )}
            </li>
          );
        })}
      </ol>
    </article>
  );
}
