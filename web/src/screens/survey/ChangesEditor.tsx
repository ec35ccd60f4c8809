import { allowedChanges, CHANGE_KINDS, type ChangeKind, type Obstacle, type ObstacleChange } from '@sable/core';
import { fromDisplay, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

type Body = Pick<Obstacle, 'name' | 'role' | 'may' | 'engineersWord'>;

/** What may be done to something in the bay, and what that takes: nothing else is ever proposed. */
export function ChangesEditor({ body, onChange }: { body: Body; onChange: (more: Partial<Body>) => void }) {
  const { build } = useBuild();
  const [word, setWord] = useState<string>();
  const [begun, setBegun] = useState<BegunChange>();
  const left = CHANGE_KINDS.filter((k) => k !== 'replace' && k !== begun?.do && !body.may.some((m) => m.do === k));
  const structural =
    body.may.length === 0 ? allowedChanges({ ...body, may: [PROBE] }).length === 0 : allowedChanges(body).length === 0;
  const units = useUnits();
  // Money and hours are kept for each millimetre; a reader in inches tells them for each inch.
  const unitMm = fromDisplay(1, 'lengthMm', units);
  const put = (i: number, next: ObstacleChange | undefined) =>
    onChange({ may: body.may.flatMap((m, k) => (k === i ? (next ? [next] : []) : [m])) });
  return (
    <section className="block">
      <h2>Permitted modifications</h2>
      {structural || body.engineersWord !== undefined ? (
        <div style={{ display: 'grid', gap: 10, marginBottom: 10 }}>
          <p className="small">
            The {body.role} is structural or part of the steering. Modify only with written approval of a licensed
            engineer. Local regulations apply.
          </p>
          <TextField
            label="Engineer’s approval (name, date)"
            value={word ?? body.engineersWord ?? ''}
            onChange={(e) => setWord(e.target.value)}
            onBlur={() => {
              if (word === undefined) return;
              const text = word.trim();
              const { engineersWord: _gone, ...rest } = body;
              onChange(text === '' ? { ...rest, engineersWord: undefined as never } : { engineersWord: text });
              setWord(undefined);
            }}
          />
        </div>
      ) : (
        body.may.length === 0 && <p className="small muted">None permitted: never modified.</p>
      )}
      {(!structural || body.engineersWord !== undefined) && (
        <>
          {body.may.map((m, i) => (
            <fieldset key={m.do} className={layout['change']}>
              <legend>{m.do}</legend>
              <QuantityField
                label="Maximum amount"
                quantity="lengthMm"
                value={m.allowanceMm}
                min={0}
                max={5000}
                onCommit={(v) => v !== undefined && put(i, { ...m, allowanceMm: v })}
              />
              <QuantityField
                label="Fixed cost"
                quantity="money"
                currency={build.currency}
                value={m.cost}
                min={0}
                onCommit={(v) => v !== undefined && put(i, { ...m, cost: v })}
              />
              <QuantityField
                label={`and each ${unitOf('lengthMm', units)}`}
                quantity="money"
                currency={build.currency}
                value={(m.costPerMm ?? 0) * unitMm}
                digits={2}
                min={0}
                onCommit={(v) => v !== undefined && put(i, { ...m, costPerMm: v / unitMm })}
              />
              <QuantityField
                label="Fixed labour hours"
                quantity="hours"
                value={m.hours}
                digits={1}
                min={0}
                onCommit={(v) => v !== undefined && put(i, { ...m, hours: v })}
              />
              <QuantityField
                label={`and each ${unitOf('lengthMm', units)}`}
                quantity="hours"
                value={(m.hoursPerMm ?? 0) * unitMm}
                digits={2}
                min={0}
                onCommit={(v) => v !== undefined && put(i, { ...m, hoursPerMm: v / unitMm })}
              />
              <GivesUp value={m.givesUp ?? ''} onCommit={(v) => put(i, { ...m, givesUp: v })} />
              <Button aria-label={`Remove “${m.do}”`} onClick={() => put(i, undefined)}>
                <X size={14} />
              </Button>
            </fieldset>
          ))}
          {left.length > 0 && (
            <div style={{ maxWidth: 220, marginTop: 12 }}>
              <ChoiceField
                label="Allow"
                value=""
                choices={[{ value: '', label: 'choose' }, ...left.map((k) => ({ value: k, label: k }))]}
                onCommit={(v) => v !== '' && setBegun({ do: v as ChangeKind })}
              />
            </div>
          )}
          {begun && <Begun begun={begun} onChange={setBegun} onWhole={(m) => onChange({ may: [...body.may, m] })} />}
        </>
      )}
    </section>
  );
}

interface BegunChange extends Pick<ObstacleChange, 'do'> {
  readonly allowanceMm?: number | undefined;
  readonly cost?: number | undefined;
  readonly hours?: number | undefined;
}

/** A change that is being allowed: it counts once somebody has said how far, for what money and how long; nought is typed too. */
function Begun({
  begun,
  onChange,
  onWhole,
}: {
  begun: BegunChange;
  onChange: (b: BegunChange | undefined) => void;
  onWhole: (m: ObstacleChange) => void;
}) {
  const { build } = useBuild();
  const put = (more: Partial<BegunChange>) => {
    const next = { ...begun, ...more };
    const { allowanceMm, cost, hours } = next;
    if (allowanceMm === undefined || cost === undefined || hours === undefined) return onChange(next);
    onChange(undefined);
    onWhole({ do: next.do, allowanceMm, cost, hours });
  };
  return (
    <fieldset className={layout['change']}>
      <legend>{begun.do}</legend>
      <QuantityField
        label="Maximum amount"
        quantity="lengthMm"
        optional
        value={begun.allowanceMm}
        min={0}
        max={5000}
        onCommit={(v) => put({ allowanceMm: v })}
      />
      <QuantityField
        label="Fixed cost"
        quantity="money"
        optional
        currency={build.currency}
        value={begun.cost}
        min={0}
        onCommit={(v) => put({ cost: v })}
      />
      <QuantityField
        label="Fixed labour hours"
        quantity="hours"
        optional
        value={begun.hours}
        digits={1}
        min={0}
        onCommit={(v) => put({ hours: v })}
      />
      <p className="small muted">Allowed once all three are there; type 0 where it costs nothing.</p>
      <Button aria-label={`Remove “${begun.do}”`} onClick={() => onChange(undefined)}>
        <X size={14} />
      </Button>
    </fieldset>
  );
}

const PROBE: ObstacleChange = { do: 'notch', allowanceMm: 1, cost: 0, hours: 0 };

function GivesUp({ value, onCommit }: { value: string; onCommit: (v: string) => void }) {
  const [draft, setDraft] = useState<string>();
  return (
    <TextField
      label="Trade-off"
      value={draft ?? value}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => {
        if (draft !== undefined) onCommit(draft.trim().slice(0, 200));
        setDraft(undefined);
      }}
    />
  );
}
