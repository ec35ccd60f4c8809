/** @jest-environment jsdom */
/** A new candidate: its engine by name or by family, years and code; the car's own rebuilt or bored out with kit and machine work. */
import type { Candidate, Engine, Part } from '@sable/core';
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { tug } from '../../../core/test/demo.ts';
import { serve, written } from '../testing/atServer.tsx';
import { actions, draw, open, openJudged } from '../testing/inBuild.tsx';
import { typeAndLeave } from '../testing/everyText.ts';

// What it would meet is judged in a thread, which a page of the tests has not.
jest.unstable_mockModule('../hooks/preview.ts', () => ({ usePreview: () => undefined }));
const { NewCandidate } = await import('./NewCandidate.tsx');

const close = jest.fn();
afterEach(cleanup);
beforeEach(() => {
  openJudged(tug, 'b');
  actions.saveCandidate.mockClear();
  close.mockClear();
  serve((a) =>
    a.path.startsWith('/library-free-id')
      ? { body: { id: `made-${a.path.includes('kind=engines') ? 'engine' : 'kit'}` } }
      : a.method === 'PUT'
        ? { body: { version: 1, row: a.body } }
        : undefined,
  );
  draw(<NewCandidate onClose={close} />);
});

const type = (label: string, text: string) => typeAndLeave(screen.getByLabelText(label), text);
const pick = (label: string, choice: string | RegExp) => {
  fireEvent.mouseDown(screen.getByLabelText(label));
  // One that closes stays for a while.
  const lists = [...document.querySelectorAll<HTMLElement>('[role="listbox"]')];
  fireEvent.click(within(lists.at(-1)!).getByText(choice));
};
const added = () => (actions.saveCandidate.mock.calls.at(-1) as unknown as [undefined, Candidate])[1];
const own = () => open.library.engines.find((e) => e.id === tug.chassis!.originalEngineId)!;
const gearbox = () => open.library.gearboxes.find((g) => g.id === tug.chassis!.originalGearboxId)!;
const chooseOwn = () => {
  pick('Engine', own().name);
  pick('Gearbox', new RegExp(`^${gearbox().name}`));
};
const add = () => fireEvent.click(screen.getByRole('button', { name: 'Add candidate' }));

test('an engine in three choices: family, years, code', async () => {
  const engine = open.library.engines.find((e) => e.family && e.codes.length > 0 && e.builtFrom && e.builtTo)!;
  pick('Family', engine.family!);
  if (screen.getByLabelText('Production years').textContent !== `${engine.builtFrom} to ${engine.builtTo}`)
    pick('Production years', `${engine.builtFrom} to ${engine.builtTo}`);
  pick('Code', `${engine.codes.join(', ')}: ${engine.name}`);
  expect(screen.getByLabelText('Engine').textContent).toBe(engine.name);
});

test('bored out: the engine as it will be and its kit go into the library, the machine work on the bill', async () => {
  chooseOwn();
  pick('It is', 'bored out');
  add();
  expect((await screen.findByText('Enter the new bore.')).getAttribute('role')).toBe('alert');
  type('New bore', '60');
  add();
  await screen.findAllByText(/must be more than the bore as it is/);
  expect(actions.saveCandidate).not.toHaveBeenCalled();
  type('New bore', String(own().boreMm!.value + 1));
  for (const [point, text] of [
    ['low', '250'],
    ['likely', '310'],
    ['high', '400'],
  ] as const)
    type(`Machine work, ${point}`, text);
  add();
  await waitFor(() => expect(actions.saveCandidate).toHaveBeenCalled());
  const [engine, kit] = written()
    .filter((w) => w.method === 'PUT')
    .map((w) => w.body) as [Engine, Part];
  expect(engine).toMatchObject({ id: 'made-engine', madeFrom: own().id, boreMm: { value: own().boreMm!.value + 1 } });
  expect(kit).toMatchObject({ id: 'made-kit', class: 'rebuild kit', rebuilds: { of: 'made-engine' } });
  // Nobody has said what the kit costs.
  expect(kit).not.toHaveProperty('price');
  expect(added()).toMatchObject({ engineId: 'made-engine', partIds: ['made-kit'] });
  expect(added().bill!.own).toEqual([
    expect.objectContaining({ class: 'outside', price: { low: 250, likely: 310, high: 400, evidence: 'claimed' } }),
  ]);
  expect(close).toHaveBeenCalled();
});

test('rebuilt it stays the engine that it is; as it is nothing is written', async () => {
  chooseOwn();
  pick('It is', 'rebuilt');
  add();
  await waitFor(() => expect(actions.saveCandidate).toHaveBeenCalledTimes(1));
  expect(added()).toMatchObject({ engineId: own().id, partIds: ['made-kit'] });
  expect(written().filter((w) => w.method === 'PUT')).toHaveLength(1);
  cleanup();
  serve(() => undefined);
  draw(<NewCandidate onClose={close} />);
  chooseOwn();
  add();
  await waitFor(() => expect(actions.saveCandidate).toHaveBeenCalledTimes(2));
  expect(written()).toEqual([]);
  expect(added().partIds).toEqual([]);
});

test('where the library refuses it the dialog stays and says why', async () => {
  serve((a) =>
    a.path.startsWith('/library-free-id')
      ? { body: { id: 'x' } }
      : { status: 409, body: { detail: 'There is a part “x” already.' } },
  );
  chooseOwn();
  pick('It is', 'rebuilt');
  add();
  expect(await screen.findByText('There is a part “x” already.')).toBeTruthy();
  expect(actions.saveCandidate).not.toHaveBeenCalled();
  expect(close).not.toHaveBeenCalled();
});
