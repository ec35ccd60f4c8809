import { useLayoutEffect, useMemo, useRef } from 'react';

type Handlers = { readonly [name: string]: (...args: never[]) => unknown };

/** Handlers that stay the same functions and do what the newest ones do: what is handed them is not drawn anew for their sake. */
export function useLatest<T extends object>(handlers: T): T {
  const newest = useRef(handlers);
  useLayoutEffect(() => {
    newest.current = handlers;
  });
  // The names of the handlers are those of the first time.
  return useMemo(
    () =>
      Object.fromEntries(
        Object.keys(handlers).map((name) => [
          name,
          (...args: never[]) => (newest.current as unknown as Handlers)[name]!(...args),
        ]),
      ) as unknown as T,
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- made once: they call the newest by name
    [],
  );
}
