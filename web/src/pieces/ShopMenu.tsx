import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useNavigate } from 'react-router';
import { useSettings } from '../hooks/settings.tsx';

/** What lies beside a build, and the settings of this browser. */
export function ShopMenu({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const { mode, setMode, units, setMetricHp, setDecimal, singleKeys, setSingleKeys } = useSettings();
  const navigate = useNavigate();
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      <MenuItem onClick={() => go('/shop')}>Shop: all builds</MenuItem>
      <MenuItem onClick={() => go('/library/engines')}>Library</MenuItem>
      <MenuItem component="a" href="/api/docs/" onClick={onClose}>
        The same over HTTP
      </MenuItem>
      <Divider />
      <MenuItem onClick={() => setMode(mode === 'day' ? 'night' : 'day')}>
        {mode === 'day' ? 'Night colours' : 'Day colours'}
      </MenuItem>
      <MenuItem onClick={() => setMetricHp(!units.metricHp)}>
        {units.metricHp ? 'Metric power in kW' : 'Metric power in PS'}
      </MenuItem>
      <MenuItem onClick={() => setDecimal(units.decimal === ',' ? '.' : ',')}>
        {units.decimal === ',' ? 'Decimal point: 1,234.5' : 'Decimal comma: 1.234,5'}
      </MenuItem>
      <MenuItem onClick={() => setSingleKeys(!singleKeys)}>
        {singleKeys ? 'Single keys off' : 'Single keys on'}
      </MenuItem>
    </Menu>
  );
}
