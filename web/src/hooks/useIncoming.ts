import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { clientId } from './api.ts';
import { onShopEvent } from './events.ts';

export interface Incoming<Report> {
  /** Brings a file in; the one before it must be done. */
  readonly bring: (file: File) => void;
  readonly stop: () => void;
  readonly isRunning: boolean;
  /** Rows that have come in, of how many; nothing before the first are told. */
  readonly progress: { readonly rows: number; readonly of: number } | undefined;
  readonly report: Report | undefined;
  readonly error: Error | null;
  readonly clear: () => void;
}

/** A file on its way into the shop: how far it is, and the way to stop it. Afterwards everything that is shown is read anew. */
export function useIncoming<Report>(send: (file: File, stopped: AbortSignal) => Promise<Report>): Incoming<Report> {
  const client = useQueryClient();
  const running = useRef<AbortController>(undefined);
  const [progress, setProgress] = useState<Incoming<Report>['progress']>();
  const { mutate, isPending, data, error, reset } = useMutation({
    mutationFn: (file: File) => {
      running.current = new AbortController();
      return send(file, running.current.signal);
    },
    onSettled: async () => {
      setProgress(undefined);
      await client.invalidateQueries();
    },
  });
  useEffect(
    () =>
      isPending
        ? onShopEvent(({ importing }) => {
            if (importing?.by === clientId()) setProgress(importing);
          })
        : undefined,
    [isPending],
  );
  return {
    bring: mutate,
    stop: () => running.current?.abort(),
    isRunning: isPending,
    progress,
    report: data,
    error,
    clear: reset,
  };
}
