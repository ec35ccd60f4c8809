import { dressingOf, fieldEntry, type Candidate } from '@sable/core';
import { fitMatrix } from '@sable/core/questions/fit';
import { formatNumber, unitOf } from '@sable/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useMemo } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import { MatrixDialog } from './MatrixDialog.tsx';
import { cellState } from './matrixState.ts';
import css from './fit.module.css';

/** The engine's changeable outside, beside the views: what each choice would have to spare where the engine stands. */
export function Dressing({
  live,
  candidate,
  onSave,
}: {
  live: LiveFit;
  candidate: Candidate;
  onSave: (candidate: Candidate) => void;
}) {
  const units = useUnits();
  const matrix = useMemo(() => fitMatrix(live.subject, live.movement), [live]);
  const chosen = dressingOf(live.subject.engine, candidate);
  if (chosen.length === 0) return null;
  return (
    <section className={css['block-small']}>
      <h3>Dressing</h3>
      <div className={css['fields']}>
        {chosen.map(({ slot, option }) => (
          <TextField
            key={slot}
            select
            label={fieldEntry(slot)?.label ?? slot}
            value={option.id}
            onChange={(e) => onSave({ ...candidate, dressing: { ...candidate.dressing, [slot]: e.target.value } })}
            slotProps={{ select: { renderValue: () => option.name } }}
          >
            {matrix
              .filter((r) => r.slot === slot)
              .map((r) => (
                <MenuItem key={r.option.id} value={r.option.id} sx={{ gap: 1 }}>
                  <StateMark state={cellState(r.bay)} />
                  <span style={{ flex: 1 }}>{r.option.name}</span>
                  <span className="num muted small">
                    {r.bay
                      ? `${formatNumber(r.bay.marginMm, 'lengthMm', units, { signed: true })} ${unitOf('lengthMm', units)}`
                      : 'required'}
                  </span>
                </MenuItem>
              ))}
          </TextField>
        ))}
      </div>
      <MatrixDialog live={live} />
    </section>
  );
}
