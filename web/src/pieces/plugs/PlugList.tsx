import type { Plug } from '@sable/core';
import Button from '@mui/material/Button';
import { WordsField } from '../fields.tsx';
import { PlugGrid } from './PlugGrid.tsx';
import css from './plugs.module.css';

/** An id that no plug has yet. */
function freeId(plugs: readonly Plug[]): string {
  let n = plugs.length + 1;
  while (plugs.some((p) => p.id === `p${n}`)) n++;
  return `p${n}`;
}

/** The plugs of an engine, a gearbox, a part or a car, each with its pins. */
export function PlugList({ plugs, onChange }: { plugs: readonly Plug[]; onChange: (plugs: Plug[]) => void }) {
  return (
    <div>
      {plugs.map((plug, i) => (
        <details key={plug.id} open={plugs.length === 1 || plug.pins.length === 0} className={css['one']}>
          <summary>
            {plug.name}
            <span className="muted">
              {' '}
              {plug.id}, {plug.pins.length} pins
            </span>
          </summary>
          <div className={css['head']}>
            <WordsField
              label="Name of the plug"
              value={plug.name}
              maxLength={120}
              onCommit={(name) =>
                name.trim() === ''
                  ? 'A plug needs a name.'
                  : onChange(plugs.map((p, k) => (k === i ? { ...p, name: name.trim() } : p)))
              }
            />
            <Button onClick={() => onChange(plugs.filter((_, k) => k !== i))}>Remove {plug.name}</Button>
          </div>
          <PlugGrid plug={plug} onChange={(next) => onChange(plugs.map((p, k) => (k === i ? next : p)))} />
        </details>
      ))}
      <Button
        onClick={() => {
          const id = freeId(plugs);
          onChange([...plugs, { id, name: `Plug ${id.slice(1)}`, pins: [] }]);
        }}
      >
        Add a plug
      </Button>
    </div>
  );
}
