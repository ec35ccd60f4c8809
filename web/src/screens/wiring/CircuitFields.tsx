import { TERMINALS, type Circuit, type Route } from '@sable/core';
import { CONSUMERS, WIRE_MM2, type JudgedCircuit } from '@sable/core/questions/wiring';
import { AWG_MM2, capital, formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useUnits } from '../../hooks/settings.tsx';
import { FigureField } from '../../pieces/FigureField.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import css from './wiring.module.css';

const NONE = '-';

/** All that is entered of one circuit. */
export function CircuitFields({
  circuit,
  at,
  looms,
  judged: { leastMm2, fuseA, path },
  fused,
  onChange,
}: {
  circuit: Circuit;
  at: string;
  /** Looms led through the bay, along which it may lie. */
  looms: readonly Route[];
  judged: JudgedCircuit;
  fused: boolean;
  onChange: (next: Circuit | undefined) => void;
}) {
  const units = useUnits();
  const put = <K extends keyof Circuit>(key: K, value: Circuit[K] | undefined) => {
    const { [key]: _was, ...rest } = circuit;
    onChange((value === undefined ? rest : { ...rest, [key]: value }) as Circuit);
  };
  const sold = units.system === 'us' ? AWG_MM2 : WIRE_MM2;
  const consumer = CONSUMERS.find((c) => c.id === circuit.consumer);
  return (
    <div className={css['fields']}>
      <div className={layout['form-grid']}>
        <WordsField
          label="Name"
          value={circuit.name}
          maxLength={120}
          onCommit={(name) => (name.trim() === '' ? 'A circuit needs a name.' : put('name', name.trim()))}
        />
        <ChoiceField
          label="Terminal"
          value={circuit.terminal ?? NONE}
          choices={[{ value: NONE, label: 'not entered' }, ...TERMINALS.map((t) => ({ value: t, label: t }))]}
          onCommit={(t) => put('terminal', t === NONE ? undefined : (t as Circuit['terminal']))}
        />
        <ChoiceField
          label="Back by"
          value={circuit.backBy ?? NONE}
          choices={[
            { value: NONE, label: 'not entered' },
            { value: 'wire', label: 'a wire: the length counts both ways' },
            { value: 'body', label: 'the body' },
          ]}
          onCommit={(b) => put('backBy', b === NONE ? undefined : (b as Circuit['backBy']))}
        />
        <WordsField
          label="Ground point"
          value={circuit.ground ?? ''}
          maxLength={60}
          onCommit={(text) => put('ground', text.trim() === '' ? undefined : text.trim())}
        />
        <QuantityField
          label="Around the bundle"
          quantity="temperatureC"
          optional
          min={-40}
          max={104}
          at={`${at}/aroundC`}
          value={circuit.aroundC}
          onCommit={(v) => put('aroundC', v)}
        />
        {fused && (
          <QuantityField
            label="Loaded wires in the bundle"
            quantity="count"
            optional
            whole
            min={1}
            max={60}
            at={`${at}/loadedWires`}
            value={circuit.loadedWires}
            onCommit={(v) => put('loadedWires', v)}
          />
        )}
        {fused && (
          <QuantityField
            label="Fuse"
            quantity="currentA"
            optional
            min={1}
            max={500}
            digits={1}
            at={`${at}/fuseAmps`}
            help={fuseA === undefined ? undefined : `${formatQuantity(fuseA, 'currentA', units)} is the least`}
            value={circuit.fuseAmps}
            onCommit={(v) => put('fuseAmps', v)}
          />
        )}
        <ChoiceField
          label="Wire"
          value={circuit.sizeMm2 === undefined ? NONE : String(circuit.sizeMm2)}
          help={
            leastMm2 === undefined ? '' : `${formatQuantity(leastMm2, 'wireMm2', units, { digits: 2 })} is the least`
          }
          choices={[
            { value: NONE, label: 'not entered' },
            ...[...new Set([...sold, ...(circuit.sizeMm2 === undefined ? [] : [circuit.sizeMm2])])]
              .sort((a, b) => a - b)
              .map((s) => ({ value: String(s), label: formatQuantity(s, 'wireMm2', units, { digits: 2 }) })),
          ]}
          onCommit={(s) => put('sizeMm2', s === NONE ? undefined : Number(s))}
        />
        <QuantityField
          label="Share of the time, idle"
          quantity="percent"
          optional
          min={0}
          max={100}
          digits={0}
          placeholder={consumer && String(consumer.idlePct)}
          at={`${at}/idlePct`}
          value={circuit.idlePct}
          onCommit={(v) => put('idlePct', v)}
        />
        <QuantityField
          label="Share of the time, cruise"
          quantity="percent"
          optional
          min={0}
          max={100}
          digits={0}
          placeholder={consumer && String(consumer.cruisePct)}
          at={`${at}/cruisePct`}
          value={circuit.cruisePct}
          onCommit={(v) => put('cruisePct', v)}
        />
      </div>
      <FigureField
        label="Current"
        quantity="currentA"
        optional
        digits={1}
        at={`${at}/currentAmps`}
        value={circuit.currentAmps}
        help={consumer && `typical of ${consumer.label.toLowerCase()}: ${consumer.typicalA} A`}
        onChange={(f) => put('currentAmps', f)}
      />
      <FigureField
        label="Length, out and back"
        quantity="distanceM"
        optional
        digits={1}
        at={`${at}/lengthM`}
        value={circuit.lengthM}
        help={
          circuit.lengthM === undefined && path
            ? `${formatQuantity(path.value, 'distanceM', units, { digits: 1 })} by its loom in the bay`
            : undefined
        }
        onChange={(f) => put('lengthM', f)}
      />
      {looms.length > 0 && (
        <ChoiceField
          label="Led along"
          value={circuit.routeId ?? NONE}
          choices={[
            { value: NONE, label: 'no loom of the bay' },
            ...looms.map((r) => ({ value: r.id, label: r.name })),
          ]}
          onCommit={(id) => put('routeId', id === NONE ? undefined : id)}
        />
      )}
      <div className={css['tools']}>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={circuit.relay === true}
              onChange={(_, on) => put('relay', on ? true : undefined)}
            />
          }
          label="Through a relay"
        />
        <Button onClick={() => onChange(undefined)}>Remove {capital(circuit.name)}</Button>
      </div>
    </div>
  );
}
