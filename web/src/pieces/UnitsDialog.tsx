import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { formatQuantity, unitOf, UNIT_CHOICES, type Quantity, type UnitKind } from '@sable/core/units';
import { NUMBER_STYLES, useSettings, type NumberStyle } from '../hooks/settings.tsx';
import { UnitSwitch } from './UnitSwitch.tsx';
import css from './UnitsDialog.module.css';

/** Each kind with its name and a quantity that shows what it does. */
const KINDS: Readonly<Record<UnitKind, readonly [name: string, shows: Quantity, sample: number]>> = {
  length: ['Length', 'lengthMm', 2412],
  mass: ['Mass', 'massKg', 1184],
  power: ['Power', 'powerKw', 110],
  torque: ['Torque', 'torqueNm', 212],
  pressure: ['Pressure', 'pressureBar', 0.9],
  speed: ['Speed and distance', 'speedKph', 100],
  temperature: ['Temperature', 'temperatureC', 90],
  volume: ['Volume of fluids', 'volumeL', 45],
  displacement: ['Displacement', 'displacementL', 2.2],
  injectors: ['Injector flow', 'flowCcPerMin', 310],
  force: ['Force', 'forceN', 3200],
};
const ORDER = Object.keys(KINDS) as UnitKind[];

/** The reader’s units: a system, single kinds otherwise, and how numbers are written. Each choice counts at once. */
export function UnitsDialog({ onClose }: { onClose: () => void }) {
  const { units, setChosen, numbers, setNumbers } = useSettings();
  const chosen = units.chosen ?? {};
  const choose = (kind: UnitKind, word: string) => {
    const { [kind]: _, ...rest } = chosen;
    setChosen(word === '' ? rest : { ...rest, [kind]: word });
  };
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="units-title">
      <DialogTitle id="units-title">Units and numbers</DialogTitle>
      <DialogContent>
        <div className={css['top']}>
          <UnitSwitch />
          <TextField
            select
            label="Numbers"
            fullWidth={false}
            value={numbers}
            onChange={(e) => setNumbers(e.target.value as NumberStyle)}
            slotProps={{ inputLabel: { shrink: true } }}
          >
            {Object.keys(NUMBER_STYLES).map((style) => (
              <MenuItem key={style} value={style} className="num">
                {style}
              </MenuItem>
            ))}
          </TextField>
        </div>
        <div className={css['kinds']}>
          {ORDER.map((kind) => {
            const [name, quantity, sample] = KINDS[kind];
            return (
              <TextField
                key={kind}
                select
                label={name}
                value={chosen[kind] ?? ''}
                onChange={(e) => choose(kind, e.target.value)}
                helperText={formatQuantity(sample, quantity, units)}
                slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
              >
                <MenuItem value="">{unitOf(quantity, { system: units.system })} (system)</MenuItem>
                {UNIT_CHOICES[kind].map((word) => (
                  <MenuItem key={word} value={word}>
                    {word}
                  </MenuItem>
                ))}
              </TextField>
            );
          })}
        </div>
        <p className={`muted ${css['note']}`}>
          Areas follow length; inertia and power to weight follow mass; stiffness follows force. Fields accept any unit
          typed behind the figure.
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => setChosen({})} disabled={units.chosen === undefined}>
          Use system units
        </Button>
        <Button variant="contained" color="primary" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
