import { useHotkeys } from 'react-hotkeys-hook';

/** What the keys do at the fit; directions as seen in the active view. */
export interface FitMoves {
  readonly nudge: (right: number, down: number) => void;
  readonly tilt: (pitchDeg: number, cantDeg: number) => void;
  readonly shimBy: (steps: number) => void;
  readonly find: () => void;
  readonly change: () => void;
  readonly bringIn: () => void;
  readonly toggleMeasure: () => void;
  readonly nextLook: () => void;
}

/** Keys of the fit; those that move it only where it is seen from a side. */
export function useFitKeys(does: FitMoves, enabled: boolean, movable: boolean): void {
  const moves = { preventDefault: true, enabled: enabled && movable };
  useHotkeys('left', () => does.nudge(-1, 0), moves, [does]);
  useHotkeys('right', () => does.nudge(1, 0), moves, [does]);
  useHotkeys('up', () => does.nudge(0, -1), moves, [does]);
  useHotkeys('down', () => does.nudge(0, 1), moves, [does]);
  useHotkeys('comma', () => does.shimBy(-1), { enabled });
  useHotkeys('period', () => does.shimBy(1), { enabled });
  useHotkeys('n', () => does.tilt(0.1, 0), { enabled });
  useHotkeys('shift+n', () => does.tilt(-0.1, 0), { enabled });
  useHotkeys('t', () => does.tilt(0, 0.1), { enabled });
  useHotkeys('shift+t', () => does.tilt(0, -0.1), { enabled });
  useHotkeys('q', does.find, { enabled });
  useHotkeys('r', does.change, { enabled });
  useHotkeys('i', does.bringIn, { enabled });
  useHotkeys('m', does.toggleMeasure, { enabled });
  useHotkeys('d', does.nextLook, { enabled });
}
