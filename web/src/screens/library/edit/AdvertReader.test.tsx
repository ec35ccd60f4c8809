/** @jest-environment jsdom */
/** An advert is read, and nothing of it is put in before a person says yes. */
import type { Engine } from '@sable/core';
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { SettingsProvider } from '../../../hooks/settings.tsx';
import { marked, proposalsOf } from './advertInto.ts';

const { AdvertReader } = await import('./AdvertReader.tsx');
const ENGINE = {
  id: 'four',
  name: 'Four 1.8 turbo',
  shortName: 'Four',
  codes: [],
  boreMm: { value: 81, evidence: 'published' },
  strokeMm: { value: 87.3, evidence: 'published' },
  cylinders: 4,
  induction: 'turbocharged',
} as unknown as Engine;
const TEXT = '1.8 turbo with box and loom, 600 euro, 140 km away, no turbo oil feed';

const put = jest.fn<(draft: Readonly<Record<string, unknown>>) => void>();
function Page() {
  const [draft, setDraft] = useState<Readonly<Record<string, unknown>>>({
    name: '',
    included: [],
    missing: [],
    broken: [],
  });
  return (
    <SettingsProvider>
      <AdvertReader
        draft={draft}
        engines={[ENGINE]}
        onDraft={(next) => {
          put(next);
          setDraft(next);
        }}
      />
    </SettingsProvider>
  );
}
const type = (text: string) => {
  render(<Page />);
  fireEvent.change(screen.getByLabelText('Advert'), { target: { value: text } });
};
const taken = () => put.mock.calls.at(-1)![0];
const row = (words: string) =>
  within(screen.getByRole('list', { name: 'Proposed' }))
    .getByText(words)
    .closest('li')!;

beforeEach(() => put.mockClear());
afterEach(cleanup);

test('what is read is shown and not taken; one yes takes one thing', () => {
  type(TEXT);
  expect(screen.getByText('gearbox, loom and ECU')).toBeTruthy();
  expect(put).not.toHaveBeenCalled();
  fireEvent.click(within(row('140 km')).getByRole('button'));
  expect(taken()).toMatchObject({ name: '', distanceKm: 140, words: TEXT, included: [] });
  expect(taken()).not.toHaveProperty('price');
  expect(within(row('140 km')).getByText('taken')).toBeTruthy();
});

test('one yes to all of it takes what is left, as the offer keeps it', () => {
  type(`${TEXT}. 168 tkm`);
  fireEvent.click(screen.getByRole('button', { name: /Use all: \d+/ }));
  expect(taken()).toMatchObject({
    kind: 'set',
    engineId: 'four',
    price: 600,
    currency: 'EUR',
    distanceKm: 140,
    travelledKm: { value: 168_000, evidence: 'claimed' },
    included: ['gearbox', 'loom and computer'],
    otherMissing: [{ what: 'turbo oil feed' }],
  });
  // What tells which engine it is is no field of an offer.
  expect(taken()).not.toHaveProperty('litres');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'All used' }).disabled).toBe(true);
});

test('an engine that is not here is said, and nothing is proposed in its place', () => {
  type('2.4 diesel, 300 euro');
  expect(screen.getByText(/No one engine of the library is that 2.4 L/)).toBeTruthy();
  expect(screen.queryByText('Four 1.8 turbo')).toBeNull();
});

test('the stretches of a marked text are the text', () => {
  const stretches = marked(TEXT, proposalsOf(TEXT, [ENGINE]));
  expect(stretches.map((s) => s.text).join('')).toBe(TEXT);
  expect(stretches.filter((s) => s.of.includes('price')).map((s) => s.text)).toEqual(['600 euro']);
});
