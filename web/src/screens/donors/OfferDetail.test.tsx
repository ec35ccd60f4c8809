/** @jest-environment jsdom */
import { readFileSync } from 'node:fs';
import type { Candidate, Listing } from '@sable/core';
import { costOfOffer } from '@sable/core/questions/donor';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { tug } from '../../../../core/test/demo.ts';
import { AtServer, serve, written } from '../../testing/atServer.tsx';
import { actions, draw, open, openJudged } from '../../testing/inBuild.tsx';

const { OfferDetail } = await import('./OfferDetail.tsx');
const { gearboxesFor } = await import('./candidateFrom.ts');

const offers = JSON.parse(
  readFileSync(new URL('../../../../server/src/demo/listings.json', import.meta.url), 'utf8'),
) as readonly Listing[];
const v6 = offers.find((l) => l.id === 'v6-engine-only')!;
const bearer = tug.candidates.find((c) => c.engineId === v6.engineId)!;

let watched: { listing: Listing; note: string; stillThere: boolean }[] = [];
beforeEach(() => {
  watched = [];
  actions.saveCandidate.mockClear();
  openJudged(tug, bearer.id);
  serve(({ method, path, body }) => {
    if (path.startsWith('/yard?')) {
      const engineId = new URLSearchParams(path.split('?')[1]).get('engineId');
      const listings = offers.filter((l) => l.engineId === engineId);
      return { body: { total: listings.length, listings } };
    }
    const id = /^\/watch\w*\/(.+)$/.exec(path)?.[1];
    if (method === 'PUT' && id)
      watched = [
        { listing: offers.find((l) => l.id === id)!, note: (body as { note: string }).note, stillThere: true },
      ];
    if (method === 'DELETE') watched = [];
    return { body: watched };
  });
});
afterEach(cleanup);

const show = (listing: Listing) =>
  draw(
    <AtServer>
      <OfferDetail listing={listing} ways={[]} />
    </AtServer>,
  );
const number = (text: string | null) => Number((text ?? '').replaceAll(/[^\d.−-]/g, '').replace('−', '-'));

test('it says what is with it, what is missing and what is broken', () => {
  show(v6);
  const said = screen.getByRole('complementary', { name: 'The offer' }).textContent;
  for (const word of [...v6.included, ...v6.missing, ...v6.broken, v6.words, v6.seller]) expect(said).toContain(word);
});

test('of what nobody tells it says so', () => {
  const { travelledKm: _t, builtYear: _b, ...quiet } = v6;
  show({ ...quiet, included: [], missing: [], broken: [] });
  expect(screen.getByText('not stated')).toBeTruthy();
  expect(screen.getAllByText('none stated')).toHaveLength(2);
  expect(screen.queryByText('Damaged')).toBeNull();
});

test('what it comes to is the sum of its lines', () => {
  for (const listing of offers.slice(0, 6)) {
    show(listing);
    const like =
      open.candidate!.engineId === listing.engineId
        ? open.candidate!
        : tug.candidates.find((c) => c.engineId === listing.engineId);
    const engine = open.library.engines.find((e) => e.id === listing.engineId)!;
    const gearbox =
      open.library.gearboxes.find((g) => g.id === (like?.gearboxId ?? listing.gearboxId)) ?? open.library.gearboxes[0]!;
    const parts = open.library.parts.filter((p) => like?.partIds.includes(p.id));
    const cost = costOfOffer(listing, { engine, gearbox, parts, library: open.library });
    expect(number(screen.getByText(/^Total cost/).textContent.split('±')[0]!)).toBe(Math.round(cost.mean));
    const [table] = screen.getAllByRole('table');
    expect(within(table!).getAllByRole('rowheader')).toHaveLength(cost.lines.length);
    cleanup();
  }
});

test('an engine that the library lacks can be watched, and nothing is reckoned', () => {
  show({ ...v6, engineId: 'nobody-knows' });
  expect(screen.getByText(/Engine not in the library/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Create candidate' }).disabled).toBe(true);
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add to watch list' }).disabled).toBe(false);
});

test('bought for the candidate that has the engine: that alone is saved, with the other ways beside it', async () => {
  show(v6);
  // The other ways come from the yard: until they are there none can be kept.
  const bought = () => (actions.saveCandidate.mock.calls.at(-1) as unknown as [Candidate, Candidate])[1].bought!;
  await waitFor(() => {
    fireEvent.click(screen.getByText(`Use for candidate ${bearer.letter}`));
    expect(bought().besides.length).toBeGreaterThan(0);
  });
  const [from, to] = actions.saveCandidate.mock.calls.at(-1) as unknown as [Candidate, Candidate];
  expect(from).toBe(open.candidate);
  const { bought: _now, ...rest } = to;
  const { bought: _was, ...before } = from;
  expect(rest).toEqual(before);
  expect(bought().listing).toEqual(v6);
  for (const other of bought().besides) {
    expect(other.engineId).toBe(v6.engineId);
    expect(other.kind).not.toBe(v6.kind);
  }
});

test('already bought for it, it says so and can’t be bought twice', () => {
  openJudged(
    {
      ...tug,
      candidates: tug.candidates.map((c) => (c === bearer ? { ...c, bought: { listing: v6, besides: [] } } : c)),
    },
    bearer.id,
  );
  show(v6);
  expect(
    screen.getByRole<HTMLButtonElement>('button', { name: `Assigned to candidate ${bearer.letter}` }).disabled,
  ).toBe(true);
});

test('watched, noted, and watched no more', async () => {
  show(v6);
  fireEvent.click(await screen.findByRole('button', { name: 'Add to watch list' }));
  const note = await screen.findByLabelText<HTMLTextAreaElement>('Note');
  fireEvent.change(note, { target: { value: 'ask about the bracket' } });
  fireEvent.blur(note);
  await waitFor(() => expect(watched[0]?.note).toBe('ask about the bracket'));
  fireEvent.click(screen.getByRole('button', { name: 'Remove from watch list' }));
  await waitFor(() => expect(screen.queryByLabelText('Note')).toBeNull());
  expect(written().map((w) => w.method)).toEqual(['PUT', 'PUT', 'DELETE']);
});

test('made a candidate, it stands in the line-up behind the gearbox chosen', () => {
  show(v6);
  fireEvent.click(screen.getByRole('button', { name: 'Create candidate' }));
  const dialog = within(screen.getByRole('dialog'));
  fireEvent.click(dialog.getAllByRole('button').at(-1)!);
  const calls = actions.saveCandidate.mock.calls as unknown as [Candidate | undefined, Candidate][];
  const made = calls.at(-1)!.at(-1) as Candidate;
  expect(made).toMatchObject({
    engineId: v6.engineId,
    gearboxId: gearboxesFor(tug, open.library, v6)[0],
    bought: { listing: { id: v6.id } },
  });
  expect(tug.candidates.map((c) => c.id)).not.toContain(made.id);
});
