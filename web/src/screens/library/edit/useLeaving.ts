import { useContext, useEffect, useRef, useState } from 'react';
import { UNSAFE_NavigationContext as NavigationContext, type Navigator } from 'react-router';

/** A way out that was held up: it can be gone after all, or forgotten. */
export interface Leaving {
  readonly go: () => void;
  readonly stay: () => void;
}

/** How many entries the history has gone from one place of the router to another; each entry keeps its place. */
const placeOf = (state: unknown): number =>
  typeof state === 'object' && state !== null && 'idx' in state && typeof state.idx === 'number' ? state.idx : 0;

const pathOf = (to: Parameters<Navigator['push']>[0]): string =>
  typeof to === 'string' ? new URL(to, window.location.href).pathname : (to.pathname ?? window.location.pathname);

/**
 * Holds up every way to another page while `held`: links and whatever else goes by the router, the browser’s back and forward,
 * and by the browser’s own question the closing of the page. Undefined while nobody wants to leave.
 */
export function useLeaving(held: boolean): Leaving | undefined {
  const { navigator } = useContext(NavigationContext);
  const [leaving, setLeaving] = useState<Leaving>();
  const path = useRef(window.location.pathname);
  useEffect(() => {
    if (!held) return undefined;
    path.current = window.location.pathname;
    let place = placeOf(window.history.state);
    let free = false;
    let returning = false;
    const own = { push: navigator.push, replace: navigator.replace };
    const hold = (go: () => void) =>
      setLeaving({
        go: () => {
          free = true;
          setLeaving(undefined);
          go();
        },
        stay: () => setLeaving(undefined),
      });
    const heldUp =
      (way: Navigator['push']): Navigator['push'] =>
      (...args) => {
        const go = () => way.apply(navigator, args);
        if (free || pathOf(args[0]) === window.location.pathname) {
          go();
          place = placeOf(window.history.state);
        } else hold(go);
      };
    Object.assign(navigator, { push: heldUp(own.push), replace: heldUp(own.replace) });
    const back = (e: PopStateEvent) => {
      if (free) return;
      const delta = placeOf(e.state) - place;
      if (returning || delta === 0 || window.location.pathname === path.current) {
        // Our own way back, of which the router knows nothing.
        if (returning) e.stopImmediatePropagation();
        else place += delta;
        returning = false;
        return;
      }
      e.stopImmediatePropagation();
      returning = true;
      window.history.go(-delta);
      hold(() => window.history.go(delta));
    };
    const close = (e: BeforeUnloadEvent) => e.preventDefault();
    window.addEventListener('popstate', back, true);
    window.addEventListener('beforeunload', close);
    return () => {
      Object.assign(navigator, own);
      window.removeEventListener('popstate', back, true);
      window.removeEventListener('beforeunload', close);
    };
  }, [held, navigator]);
  return leaving;
}
