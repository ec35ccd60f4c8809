/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { compareMountTypes, type Build, type Candidate, type FittedMount } from '@sable/core';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { candidate, library, racer, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged } from '../../testing/inBuild.tsx';

// The thread has tests of its own: here the sum is worked out at once.
jest.unstable_mockModule('../../hooks/useSum.ts', () => ({
  useSum: (_name: string, asked?: { build: Build; candidate: Candidate }) => ({
    answer: asked && compareMountTypes(asked.build, asked.candidate, library),
  }),
}));
const { MountsScreen } = await import('./MountsScreen.tsx');

afterEach(() => {
  cleanup();
  actions.saveCandidate.mockClear();
});

const figures = () => open.judged!.assessments.find((a) => a.candidateId === open.candidate!.id)!.figures!.mounts!;
const saved = () => (actions.saveCandidate.mock.calls.at(-1) as unknown[])[1] as { mounts?: FittedMount[] };

test('the answer is the worst of what is found; each load is drawn with what every mount takes', () => {
  openJudged(tug, 'c');
  draw(<MountsScreen />);
  expect(document.querySelector('.say.big')!.textContent).toBe('3 mounts hold it; softest in roll');
  const shown = () => document.querySelector('svg[role="group"]')!.textContent;
  const { cases } = figures();
  const bump = cases.find((c) => c.case === 'bump')!;
  fireEvent.click(screen.getByRole('button', { name: 'Bump 3 g' }));
  expect(shown()).toContain(`${Math.round(bump.mounts['tail']!.sizeN).toLocaleString('en')} N`);
  expect(shown()).toMatch(/motion × \d+/);
  fireEvent.click(screen.getByRole('button', { name: 'Rest' }));
  expect(shown()).toContain('at rest');
  fireEvent.click(screen.getByRole('button', { name: 'roll' }));
  expect(shown()).toContain('not to scale');
});

test('its six motions stand there with their frequencies', () => {
  openJudged(tug, 'c');
  draw(<MountsScreen />);
  for (const m of figures().modes) expect(document.body.textContent).toContain(`${m.motion}${m.hz.toFixed(1)}`);
});

test('every type stands beside the chosen one', () => {
  openJudged(tug, 'c');
  draw(<MountsScreen />);
  const heads = screen.getAllByRole('rowheader').map((r) => r.textContent);
  expect(heads).toEqual(['solid', 'polyurethane, as chosen', 'rubber', 'hydraulic']);
  expect(document.querySelector('.answer')!.textContent).toContain('Rubber of the same size moves');
});

test('what rocks is said first, with its line drawn, and no load is', () => {
  openJudged(racer, 'b');
  draw(<MountsScreen />);
  expect(document.querySelector('.say.big')!.textContent).toContain('Rocks about the line through');
  expect(document.body.textContent).toContain('rocks about this line');
  expect(screen.queryByRole('button', { name: 'Bump 3 g' })).toBeNull();
});

test('the arrow keys move a mount in its view, by 1 mm or 10, and no other', () => {
  openJudged(tug, 'c');
  draw(<MountsScreen />);
  const [x, y, z] = figures().mounts[0]!.atMm;
  const left = () => screen.getByRole('button', { name: /^left engine mount, left side view/ });
  fireEvent.keyDown(left(), { key: 'ArrowUp' });
  expect(saved().mounts![0]!.atMm).toEqual([x, y, z + 1]);
  fireEvent.keyDown(left(), { key: 'ArrowLeft', shiftKey: true });
  expect(saved().mounts![0]!.atMm).toEqual([x + 10, y, z]);
  expect(saved().mounts!.slice(1)).toEqual(candidate('C').mounts!.slice(1));
});

test('without mounts those in reach are one press away, of the type that the candidate has', () => {
  const bare = { ...tug, candidates: tug.candidates.map(({ mounts: _mounts, ...c }) => c) };
  openJudged(bare, 'c');
  draw(<MountsScreen />);
  fireEvent.click(screen.getByRole('button', { name: 'Begin with the 3 chassis mounts that have a boss in reach' }));
  const { mounts } = saved();
  expect(mounts!.map((m) => [m.padId, m.bossId]).sort()).toEqual([
    ['pad-left', 'h27-bl'],
    ['pad-right', 'h27-br'],
    ['pad-tail', 'gearbox'],
  ]);
  expect(mounts!.every((m) => m.element!.school === 'polyurethane' && !m.element!.stiffness)).toBe(true);
});

test('nothing in reach: it says what to enter, each as a way there', () => {
  const bare = {
    ...tug,
    chassis: { ...tug.chassis!, pads: [] },
    candidates: tug.candidates.map(({ mounts: _mounts, ...c }) => c),
  };
  openJudged(bare, 'c');
  draw(<MountsScreen />);
  expect(screen.getByRole('link', { name: 'chassis mounts' }).getAttribute('href')).toContain('/survey?c=c&field=');
});

describe('a mount in its form', () => {
  const form = (name: string) => {
    const summary = [...document.querySelectorAll('summary')].find((s) => s.textContent.startsWith(name))!;
    return summary.closest('details')!;
  };
  const type = (of: HTMLElement, label: string, text: string) => {
    const input = [...of.querySelectorAll<HTMLInputElement>('input')].find((i) =>
      i.closest('.MuiFormControl-root')?.textContent?.startsWith(label),
    )!;
    fireEvent.change(input, { target: { value: text } });
    fireEvent.blur(input);
  };
  test('its place is that of the chassis mount until one is typed', () => {
    openJudged(tug, 'c');
    draw(<MountsScreen />);
    type(form('left engine mount'), 'Left of centreline', '280');
    expect(saved().mounts![0]!.atMm).toEqual([-40, 280, 300]);
  });
  test('a rating typed leaves the rest of what gives as it is', () => {
    openJudged(tug, 'c');
    draw(<MountsScreen />);
    type(form('gearbox mount'), 'Rated load', '5000');
    const { element } = saved().mounts![2]!;
    const was = candidate('C').mounts![2]!.element!;
    expect(element).toEqual({ ...was, ratingN: { ...was.ratingN, value: 5000 } });
  });
  test('removed it is gone, and the others stay', () => {
    openJudged(tug, 'c');
    draw(<MountsScreen />);
    const remove = [...form('right engine mount').querySelectorAll('button')].filter((b) => b.textContent === 'Remove');
    fireEvent.click(remove.at(-1)!);
    expect(saved().mounts!.map((m) => m.id)).toEqual(['left', 'tail']);
  });
});
