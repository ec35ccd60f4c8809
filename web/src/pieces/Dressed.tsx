import { ThemeProvider } from '@mui/material/styles';
import { useMemo, type ReactNode } from 'react';
import { useSettings } from '../hooks/settings.tsx';
import { themeFor } from './theme.ts';

/** What it holds is drawn by MUI, dressed for the mode of the page. */
export function Dressed({ children }: { children: ReactNode }) {
  const { mode } = useSettings();
  const theme = useMemo(() => themeFor(mode, !matchMedia('(prefers-reduced-motion: reduce)').matches), [mode]);
  return <ThemeProvider theme={theme}>{children}</ThemeProvider>;
}
