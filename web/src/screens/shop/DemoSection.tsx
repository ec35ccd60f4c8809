import type { DemoAnswer } from '@sable/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { api } from '../../hooks/api.ts';
import { KEYS } from '../../hooks/queryKeys.ts';

type Wanted = Parameters<typeof api.putDemo>[0];

const count = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;
const MOST_NAMED = 4;

/** What came of it, in a sentence. */
function doneWords(before: DemoAnswer, after: DemoAnswer, { here, library }: Wanted): string {
  if (here) return 'The demo is in this shop, its builds and its library.';
  const moved = before.builds - after.builds;
  const gone = `${count(moved, 'build')} of the demo ${moved === 1 ? 'is' : 'are'} now with the deleted ones`;
  if (!library) return `${gone}; its library is still here.`;
  const named = after.stay.slice(0, MOST_NAMED).join(', ');
  const stay =
    after.stay.length === 0
      ? 'none of its library is left'
      : `${count(after.stay.length, 'row')} of its library stay, for you changed or use them (${named}${after.stay.length > MOST_NAMED ? '…' : ''})`;
  return `${gone}; ${count(before.rows - after.rows, 'library row')} retired, ${stay}.`;
}

/** Empties the shop of the demo, with its library or without, and brings it back. */
export function DemoSection() {
  const client = useQueryClient();
  const { data } = useQuery({ queryKey: KEYS.demo, queryFn: api.demo });
  const [done, setDone] = useState<{ words: string; back: boolean }>();
  const put = useMutation({
    mutationFn: async (wanted: Wanted) => {
      const before = data!;
      return { wanted, words: doneWords(before, await api.putDemo(wanted), wanted) };
    },
    onSuccess: async ({ wanted, words }) => {
      setDone({ words, back: !wanted.here });
      await Promise.all(
        [KEYS.demo, KEYS.builds, KEYS.library].map((queryKey) => client.invalidateQueries({ queryKey })),
      );
    },
  });
  if (!data) return null;
  const rowsToGo = data.rows - data.stay.length;
  const none = data.builds === 0 && rowsToGo === 0;
  return (
    <section className="block" style={{ maxWidth: 520 }} aria-label="The demo">
      <h2>The demo</h2>
      {done && (
        <Alert
          severity="info"
          variant="outlined"
          sx={{ mb: 2 }}
          onClose={() => setDone(undefined)}
          action={done.back && <Button onClick={() => put.mutate({ here: true })}>Undo</Button>}
        >
          {done.words}
        </Alert>
      )}
      {put.error && (
        <Alert severity="error" variant="outlined" sx={{ mb: 2 }}>
          {put.error.message}
        </Alert>
      )}
      {none ? (
        <>
          <p style={{ margin: '0 0 8px' }}>Not in this shop. Its cars, engines and prices are fictional.</p>
          <Button disabled={put.isPending} onClick={() => put.mutate({ here: true })}>
            Load the demo
          </Button>
        </>
      ) : (
        <>
          <p style={{ margin: '0 0 8px' }}>
            {count(data.builds, 'build')} and {count(data.rows, 'library row')} here are demo data. Removal moves its
            builds to the deleted ones; unused and unchanged library rows are archived.
          </p>
          {rowsToGo > 0 && (
            <Button disabled={put.isPending} onClick={() => put.mutate({ here: false, library: true })}>
              Empty the shop of the demo
            </Button>
          )}{' '}
          {data.builds > 0 && (
            <Button disabled={put.isPending} onClick={() => put.mutate({ here: false, library: false })}>
              Keep its library
            </Button>
          )}
        </>
      )}
    </section>
  );
}
