import type { Mode } from '../hooks/settings.tsx';

/**
 * The marking-out bench: paper, panels, steel, scribed lines. Colours by name, so that night is one list. MUI is dressed
 * from here, and style sheets read the same as variables: `steelEdge` is `--steel-edge`.
 */
export const TOKENS = {
  day: {
    paper: '#f2f3f0',
    panel: '#ffffff',
    steel: '#dde0da',
    steelEdge: '#9a9e96',
    tick: '#8b8f87',
    ink: '#1e1b19',
    muted: '#5a5e58',
    line: '#d3d6cf',
    hair: '#e3e5df',
    dye: '#2c3e91',
    onDye: '#ffffff',
    dyeTint: '#e4e8f6',
    chosen: '#f8f9fd',
    clear: '#14724f',
    tight: '#955800',
    blocked: '#b0281f',
    unknown: '#62666d',
    obstacle: '#e8ebe4',
    obstacleEdge: '#7d837a',
    cA: '#0f6fa8',
    cB: '#8a2f7c',
    cC: '#3b4450',
    cD: '#c13c6e',
    cE: '#5b4bb5',
    cF: '#7a5c46',
    edge: '#80857c',
  },
  night: {
    paper: '#161413',
    panel: '#201d1b',
    steel: '#2b2927',
    steelEdge: '#4a4541',
    tick: '#6d6761',
    ink: '#ece8e2',
    muted: '#a8a29b',
    line: '#3a3531',
    hair: '#302c29',
    dye: '#93a5ff',
    onDye: '#14162a',
    dyeTint: '#262a44',
    chosen: '#232230',
    clear: '#58c79a',
    tight: '#e3a548',
    blocked: '#f2887f',
    unknown: '#a5a9b0',
    obstacle: '#2f2d2a',
    obstacleEdge: '#8d8780',
    cA: '#62b4e6',
    cB: '#d98bcd',
    cC: '#aab4c2',
    cD: '#f08fb2',
    cE: '#a89cf0',
    cF: '#caa68c',
    edge: '#7a746e',
  },
} as const satisfies Readonly<Record<Mode, Readonly<Record<string, string>>>>;

const variableOf = (token: string): string => `--${token.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`;

/** The tokens of a mode as variables of style sheets. */
export const variablesOf = (mode: Mode): Record<string, string> =>
  Object.fromEntries(Object.entries(TOKENS[mode]).map(([token, colour]) => [variableOf(token), colour]));
