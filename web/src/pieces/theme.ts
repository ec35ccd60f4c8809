import { createTheme, type Theme } from '@mui/material/styles';
import type { Mode } from '../hooks/settings.tsx';
import { TOKENS } from './tokens.ts';

const BRISK = {
  shortest: 100,
  shorter: 120,
  short: 140,
  standard: 160,
  complex: 180,
  enteringScreen: 150,
  leavingScreen: 120,
};
const AT_ONCE = { transitionDuration: 0 };

/** For those who want nothing to move what opens is there at once: MUI counts its transitions down in code, not in style sheets. */
const still = {
  transitions: { create: () => 'none', duration: Object.fromEntries(Object.keys(BRISK).map((k) => [k, 0])) },
  components: {
    MuiDialog: { defaultProps: AT_ONCE },
    MuiMenu: { defaultProps: AT_ONCE },
    MuiPopover: { defaultProps: AT_ONCE },
    MuiTooltip: { defaultProps: { slotProps: { transition: { timeout: 0 } } } },
  },
};

/** MUI dressed as the bench: square, flat, dense, sentence case. */
export function themeFor(mode: Mode, moves = true): Theme {
  const c = TOKENS[mode];
  return createTheme({
    palette: {
      mode: mode === 'day' ? 'light' : 'dark',
      primary: { main: c.dye, contrastText: c.onDye },
      error: { main: c.blocked },
      warning: { main: c.tight },
      success: { main: c.clear },
      background: { default: c.paper, paper: c.panel },
      text: { primary: c.ink, secondary: c.muted },
      divider: c.line,
    },
    shape: { borderRadius: 3 },
    typography: {
      fontFamily: "'Encode Sans Semi Condensed', sans-serif",
      fontSize: 14,
      button: { textTransform: 'none', fontWeight: 500, fontSize: 14, lineHeight: 1.2 },
    },
    transitions: moves ? { duration: BRISK } : still.transitions,
    components: {
      ...(moves ? {} : still.components),
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        // MUI takes the ring of the page away from all that is pressed.
        styleOverrides: { root: { '&:focus-visible': { outline: `2px solid ${c.dye}`, outlineOffset: 1 } } },
      },
      MuiButton: {
        defaultProps: { disableElevation: true, size: 'small', variant: 'outlined', color: 'inherit' },
        styleOverrides: {
          root: { minWidth: 0, padding: '5px 10px' },
          outlined: { borderColor: c.line, backgroundColor: c.panel },
        },
      },
      MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
      MuiOutlinedInput: {
        styleOverrides: {
          root: { '@media (pointer: coarse)': { minHeight: 44 } },
          notchedOutline: { borderColor: c.edge },
          input: { fontVariantNumeric: 'tabular-nums' },
        },
      },
      MuiPaper: {
        defaultProps: { elevation: 0 },
        styleOverrides: { root: { border: `1px solid ${c.line}`, backgroundImage: 'none' } },
      },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            textTransform: 'none',
            padding: '4px 10px',
            color: c.muted,
            borderColor: c.line,
            '&.Mui-selected': { color: c.dye, backgroundColor: mode === 'day' ? '#E4E8F6' : '#262A44' },
          },
        },
      },
    },
  });
}
