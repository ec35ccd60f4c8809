import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useSettings } from '../hooks/settings.tsx';

/** The one choice of units. */
export function UnitSwitch() {
  const { units, setSystem } = useSettings();
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={units.system}
      onChange={(_, v: 'metric' | 'us' | null) => v && setSystem(v)}
      aria-label="Units"
    >
      <ToggleButton value="metric">Metric</ToggleButton>
      <ToggleButton value="us">US</ToggleButton>
    </ToggleButtonGroup>
  );
}
