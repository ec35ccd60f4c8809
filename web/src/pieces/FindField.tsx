import TextField from '@mui/material/TextField';
import { memo, startTransition, useState } from 'react';

/** A word to find. Typing is drawn here alone; the list that is searched follows when it can. */
export const FindField = memo(function FindField({ label, onFind }: { label: string; onFind: (text: string) => void }) {
  const [typed, setTyped] = useState('');
  return (
    <TextField
      label={label}
      value={typed}
      onChange={(e) => {
        const text = e.target.value;
        setTyped(text);
        startTransition(() => onFind(text.trim()));
      }}
      slotProps={{ htmlInput: { type: 'search' }, inputLabel: { shrink: true } }}
    />
  );
});
