import { accept, takeOut, type Chassis } from '@sable/core';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

type Lump = Chassis['lumps'][number];
const AXES = ['X, forward of front axle', 'Y, left of centreline', 'Z, above ground'] as const;

/** Battery, tank, spare wheel, ballast put in another place: the axles follow, and it stands on the bill. */
export function MovedLumps() {
  const { build, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const [added, setAdded] = useState<string>();
  const lumps = (build.chassis?.lumps ?? []).filter((l) => l.leavesWith === 'stays');
  if (!candidate || lumps.length === 0) return null;
  const moved = candidate.moved ?? [];
  const gone = new Set(candidate.leftOff?.lumps);
  const placeOf = (lump: Lump) => moved.find((m) => m.lumpId === lump.id);
  const shown = lumps.filter((l) => placeOf(l) ?? l.id === added);
  const rest = lumps.filter((l) => !shown.includes(l) && !gone.has(l.id));
  const put = (lump: Lump, change: Partial<(typeof moved)[number]>) =>
    saveCandidate(
      candidate,
      accept(candidate, { kind: 'movedLump', lumpId: lump.id, toMm: [...lump.comMm], ...placeOf(lump), ...change }),
    );
  const point = (likely: number | undefined) =>
    likely === undefined
      ? undefined
      : { low: 0.85 * likely, likely, high: 1.3 * likely, evidence: 'estimated' as const };
  return (
    <section className="block">
      <h2>Parts relocated in {candidate.letter}</h2>
      {shown.map((lump) => {
        const work = placeOf(lump);
        const to = work?.toMm ?? lump.comMm;
        const priced = (key: 'price' | 'hours', value: number | undefined) => {
          const { [key]: _old, ...others } = work ?? {
            lumpId: lump.id,
            toMm: [...lump.comMm] as [number, number, number],
          };
          const of = point(value);
          saveCandidate(candidate, accept(candidate, { kind: 'movedLump', ...others, ...(of ? { [key]: of } : {}) }));
        };
        return (
          <fieldset key={lump.id} className={layout['whole-form']}>
            <legend>{lump.name}</legend>
            <div className={layout['form-grid']}>
              {AXES.map((axis, i) => (
                <QuantityField
                  key={axis}
                  label={axis}
                  quantity="lengthMm"
                  min={-10_000}
                  max={10_000}
                  value={to[i]}
                  onCommit={(mm) =>
                    mm === undefined
                      ? undefined
                      : put(lump, { toMm: to.map((x, k) => (k === i ? mm : x)) as [number, number, number] })
                  }
                />
              ))}
              <QuantityField
                label="Price"
                quantity="money"
                optional
                min={0}
                value={work?.price?.likely}
                onCommit={(v) => priced('price', v)}
              />
              <QuantityField
                label="Hours"
                quantity="hours"
                optional
                min={0}
                value={work?.hours?.likely}
                onCommit={(v) => priced('hours', v)}
              />
            </div>
            <Button
              onClick={() => {
                setAdded(undefined);
                if (work) saveCandidate(candidate, takeOut(candidate, { kind: 'movedLump', ...work }));
              }}
            >
              Do not relocate
            </Button>
          </fieldset>
        );
      })}
      {rest.length > 0 && (
        <div style={{ maxWidth: 260, marginTop: 10 }}>
          <ChoiceField
            label="Move something"
            value=""
            choices={rest.map((l) => ({ value: l.id, label: l.name }))}
            onCommit={setAdded}
          />
        </div>
      )}
    </section>
  );
}
