import Divider from '@mui/material/Divider';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useSettings } from '../hooks/settings.tsx';
import { UnitsDialog } from './UnitsDialog.tsx';

/** What lies beside a build, and the settings of this browser. */
export function ShopMenu({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const { mode, setMode, singleKeys, setSingleKeys } = useSettings();
  const [choosing, setChoosing] = useState(false);
  const navigate = useNavigate();
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  if (choosing) return <UnitsDialog onClose={onClose} />;
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      <MenuItem onClick={() => go('/shop')}>All builds</MenuItem>
      <MenuItem onClick={() => go('/library/engines')}>Library</MenuItem>
      <MenuItem component="a" href="/api/docs/" onClick={onClose}>
        API documentation
      </MenuItem>
      <Divider />
      <MenuItem onClick={() => setMode(mode === 'day' ? 'night' : 'day')}>
        {mode === 'day' ? 'Dark theme' : 'Light theme'}
      </MenuItem>
      <MenuItem onClick={() => setChoosing(true)}>Units and numbers…</MenuItem>
      <MenuItem onClick={() => setSingleKeys(!singleKeys)}>
        {singleKeys ? 'Turn off single-key shortcuts' : 'Turn on single-key shortcuts'}
      </MenuItem>
    </Menu>
  );
}
