import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useRef } from 'react';
import type { Incoming } from '../hooks/useIncoming.ts';
import css from './BringFile.module.css';

const many = (n: number): string => n.toLocaleString('en-GB');

/** The button that brings a file in; while one comes, how far it is and a way to stop it. */
export function BringFile({
  incoming: { bring, stop, isRunning, progress },
  accept,
  label,
  children,
}: {
  incoming: Pick<Incoming<unknown>, 'bring' | 'stop' | 'isRunning' | 'progress'>;
  accept: string;
  label: string;
  children: string;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) bring(chosen);
        }}
      />
      {isRunning ? (
        <span className={css['coming']}>
          <LinearProgress
            className={css['bar']}
            variant={progress ? 'determinate' : 'indeterminate'}
            value={progress ? (100 * progress.rows) / Math.max(1, progress.of) : 0}
            aria-label="Rows brought in"
          />
          <span className="muted num" aria-live="polite">
            {progress ? `${many(progress.rows)} of ${many(progress.of)} rows` : 'Importing…'}
          </span>
          <Button onClick={stop}>Stop</Button>
        </span>
      ) : (
        <Button onClick={() => input.current?.click()}>{children}</Button>
      )}
    </>
  );
}
