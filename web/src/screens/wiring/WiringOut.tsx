import type { Candidate } from '@sable/core';
import { labelsCsv, readScheduleCsv, scheduleCsv, wireLabels } from '@sable/core/formats';
import {
  circuitSheets,
  labelSheets,
  loomSheets,
  plugSheets,
  sheetSvg,
  testSheets,
  type Sheet,
} from '@sable/core/formats/drawing';
import type { JudgedCircuit, Schedule } from '@sable/core/questions/wiring';
import { attempt } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { saveFile } from '../../pieces/saveFile.ts';
import { lanesOf } from './lanes.ts';
import type { ChangeWiring } from './change.ts';
import css from './wiring.module.css';

/** The schedule and its labels as tables, and the schedule from one. */
export function WiringOut({
  candidate,
  schedule,
  circuits,
  change,
}: {
  candidate: Candidate;
  schedule: Schedule;
  circuits: readonly JudgedCircuit[];
  change: ChangeWiring;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const file = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<string>();
  const { wiring } = candidate;
  const name = `${build.id}-${candidate.letter}`;
  const take = (text: string) => {
    const read = attempt(() => readScheduleCsv(text));
    if (!read.ok) return setTold(read.fault.message);
    const { splices, unused } = read.value;
    change((was) => ({ ...was, splices, unused }));
    setTold(`${splices.length} wires and ${unused.length} unused pins imported; they replace the previous ones.`);
  };
  const head = () => ({ buildName: build.name, date: new Date().toISOString().slice(0, 10) });
  const print = (sheets: readonly Sheet[], of: string) =>
    void import('../../pieces/sheetPdf.ts').then(async ({ sheetPdf }) =>
      saveFile((await sheetPdf(sheets)) as BlobPart, 'application/pdf', `${name}-${of}.pdf`),
    );
  const plugs = [...new Set(schedule.rows.map((r) => r.plug))];
  const loom = () => [
    ...loomSheets(lanesOf(schedule), candidate, units, head()),
    ...circuitSheets(circuits, candidate, units, head()),
  ];
  return (
    <section className="block">
      <h2>Use at the car</h2>
      <div className={css['tools']}>
        <Button
          disabled={schedule.rows.length === 0}
          onClick={() => saveFile(scheduleCsv(schedule, wiring, units.decimal), 'text/csv', `${name}-splices.csv`)}
        >
          Splice schedule, CSV
        </Button>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          hidden
          tabIndex={-1}
          aria-label="Splice schedule to import"
          onChange={(e) => void e.target.files?.[0]?.text().then(take)}
        />
        <Button onClick={() => file.current?.click()}>Import schedule</Button>
        <Button
          disabled={(wiring?.splices ?? []).length === 0}
          onClick={() => saveFile(labelsCsv(schedule, wiring, units.decimal), 'text/csv', `${name}-wire-labels.csv`)}
        >
          Labels, CSV
        </Button>
        <Button
          disabled={(wiring?.splices ?? []).length === 0}
          onClick={() => print(labelSheets(wireLabels(schedule, wiring), units, head()), 'wire-labels')}
        >
          Labels, PDF
        </Button>
      </div>
      <div className={css['tools']}>
        <Button
          disabled={plugs.length === 0}
          onClick={() =>
            print(
              plugs.flatMap((p) => plugSheets(p, schedule, candidate, units, head())),
              'bench-sheets',
            )
          }
        >
          Bench sheets, PDF
        </Button>
        <Button onClick={() => print(testSheets(schedule, circuits, candidate, units, head()), 'tests')}>
          Test list, PDF
        </Button>
        <Button disabled={plugs.length === 0} onClick={() => print(loom(), 'loom')}>
          Loom on A3, PDF
        </Button>
        <Button
          disabled={plugs.length === 0}
          onClick={() => loom().forEach((s, i) => saveFile(sheetSvg(s), 'image/svg+xml', `${name}-loom-${i + 1}.svg`))}
        >
          Loom on A3, SVG
        </Button>
      </div>
      {told && <p aria-live="polite">{told}</p>}
      <p className="muted small">
        Battery off before a wire is cut; airbags and belt tensioners require trained staff. Continuity and no short to
        ground first, then current at key-on, pumps and fans last. Local codes decide what a road car must keep.
      </p>
    </section>
  );
}
