import { fieldEntry } from '@sable/core';
import { fitMatrix, type MatrixCell } from '@sable/core/questions/fit';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useMemo, useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import { cellState } from './matrixState.ts';
import layout from '../../pieces/layout.module.css';
import css from './fit.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** All options compared and the bay, so that "fits only with" is seen before it is bought. */
export function MatrixDialog({ live }: { live: LiveFit }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const rows = useMemo(() => (open ? fitMatrix(live.subject, live.movement) : []), [live, open]);
  const unit = unitOf('lengthMm', units);
  const tell = (cell: MatrixCell | undefined, far: string) => (
    <span className={css['cellstate']} title={cell ? `${cell.ours} to ${cell.theirs}` : far}>
      <StateMark state={cellState(cell)} />
      {cell ? formatNumber(cell.marginMm, 'lengthMm', units, { signed: true }) : <small className="muted">{far}</small>}
    </span>
  );
  return (
    <>
      <Button onClick={() => setOpen(true)} sx={{ mt: 1.2 }}>
        Dressing compatibility
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} maxWidth="lg" aria-labelledby="matrix-title">
        <DialogTitle id="matrix-title">Compatibility, clearance margin in {unit}</DialogTitle>
        <DialogContent>
          <p className="small muted" style={{ marginBottom: 10 }}>
            To the bay: at the current position, including movement and tolerance. Between options: only interference
            counts. Factory combinations are not checked.
          </p>
          <Scrolled label="Dressing compatibility">
            <table className={`${layout['figures']} ${css['matrix']}`}>
              <thead>
                <tr>
                  <th scope="col">Dressing</th>
                  <th scope="col">The bay</th>
                  {rows.map((r) => (
                    <th scope="col" key={r.option.id}>
                      {r.option.name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((r) => (
                  <tr key={r.option.id} data-chosen={r.chosen}>
                    <th scope="row">
                      {r.option.name}
                      <small className="muted">
                        {' '}
                        {fieldEntry(r.slot)?.label.toLowerCase()}
                        {r.chosen ? ', chosen' : ''}
                      </small>
                    </th>
                    <td className="num">{tell(r.bay, 'required')}</td>
                    {rows.map((c) => (
                      <td key={c.option.id} className="num">
                        {c.slot === r.slot ? (
                          <span className="muted" aria-label="in its place">
                            ·
                          </span>
                        ) : (
                          tell(r.against.get(c.option.id), 'clear')
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </Scrolled>
          <Button onClick={() => setOpen(false)} sx={{ mt: 2 }}>
            Close
          </Button>
        </DialogContent>
      </Dialog>
    </>
  );
}
