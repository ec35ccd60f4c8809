import { USUAL_NEEDS, type Ancillary } from '@sable/core';
import { TYPICAL_MASS } from '@sable/core/questions/mass';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { FigureText } from '../../pieces/figures.tsx';

/** What may be left off an engine without stopping it, and what of the car may be taken out. */
const MAY_GO: readonly Ancillary[] = ['steering pump', 'A/C compressor', 'supercharger', 'charge cooler'];

export function LeftOff() {
  const { build, candidate, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  if (!candidate) return null;
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const record = engine?.massRecords.find((m) => m.inUse) ?? engine?.massRecords[0];
  const needs: readonly Ancillary[] = engine?.needs ?? USUAL_NEEDS;
  const here = MAY_GO.filter((item) => needs.includes(item) || record?.includes.includes(item));
  const lumps = (build.chassis?.lumps ?? []).filter((l) => l.leavesWith === 'stays');
  const off = candidate.leftOff ?? { ancillaries: [], lumps: [] };
  if (here.length + lumps.length === 0) return null;
  const toggled = <T,>(list: readonly T[], x: T) => (list.includes(x) ? list.filter((y) => y !== x) : [...list, x]);
  return (
    <section className="block">
      <h2>Parts left off in {candidate.letter}</h2>
      <p className="muted small">
        Local regulations may require heater, demister and catalytic converter. Check before removing.
      </p>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 18px' }}>
        {here.map((item) => (
          <FormControlLabel
            key={item}
            control={
              <Checkbox
                size="small"
                checked={off.ancillaries.includes(item)}
                onChange={() =>
                  saveCandidate(candidate, {
                    ...candidate,
                    leftOff: { ...off, ancillaries: toggled(off.ancillaries, item) },
                  })
                }
              />
            }
            label={
              <>
                {item} <FigureText figure={TYPICAL_MASS[item]} quantity="massKg" digits={1} />
              </>
            }
          />
        ))}
        {lumps.map((l) => (
          <FormControlLabel
            key={l.id}
            control={
              <Checkbox
                size="small"
                checked={off.lumps.includes(l.id)}
                onChange={() =>
                  saveCandidate(candidate, { ...candidate, leftOff: { ...off, lumps: toggled(off.lumps, l.id) } })
                }
              />
            }
            label={
              <>
                {l.name} <FigureText figure={l.massKg} quantity="massKg" digits={1} />
              </>
            }
          />
        ))}
      </div>
    </section>
  );
}
