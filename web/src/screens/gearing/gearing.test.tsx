/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { finished, InputError, sumNamed, type CandidateSumName } from '@sable/core';
import type { BoxFigures } from '@sable/core/assess';
import { library, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged } from '../../testing/inBuild.tsx';

const asked: { name: CandidateSumName; question: Record<string, unknown> }[] = [];

// The hook has tests of its own; here every question is answered at once, by the sum itself.
jest.unstable_mockModule('../../hooks/useSum.ts', () => ({
  useSum: (name: CandidateSumName, question?: Record<string, unknown>) => {
    const quiet = { running: false, progress: undefined, ask: () => undefined, stop: () => undefined };
    if (!question) return { ...quiet, answer: undefined, fault: undefined };
    asked.push({ name, question });
    try {
      return { ...quiet, answer: finished(sumNamed(name)!.run({ ...question, library })), fault: undefined };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { ...quiet, answer: undefined, fault: error.message };
    }
  },
}));
const { Boxes } = await import('./Boxes.tsx');
const { Run } = await import('./Run.tsx');

afterEach(() => {
  cleanup();
  asked.length = 0;
  actions.saveCandidate.mockClear();
});
beforeEach(() => openJudged(tug, 'c'));

const answer = () => document.querySelector('.say.big')!.textContent;

describe('gearboxes compared', () => {
  const boxes = () =>
    finished(sumNamed('candidate.gearboxes')!.run({ ...asked[0]!.question, library })) as readonly BoxFigures[];

  test('asks once for the powers of the brief, and shows every box of the layout', () => {
    draw(<Boxes />);
    const powers = asked[0]!.question['powersKw'] as number[];
    expect(powers).toEqual([...powers].sort((a, b) => a - b));
    expect(powers).toContain(tug.brief.now.powerKw);
    const names = screen.getAllByRole('rowheader').map((h) => h.textContent ?? '');
    for (const box of boxes()) expect(names.some((n) => n.includes(box.gearbox.shortName))).toBe(true);
  });

  test('the answer counts those that stand it, by the very margins', () => {
    draw(<Boxes />);
    const stand = boxes().filter((b) => b.margin && b.margin.value >= 1).length;
    expect(answer()).toMatch(new RegExp(`^${stand} of ${boxes().length} gearboxes are strong enough`));
  });

  test('another box that is taken is written into the candidate', () => {
    draw(<Boxes />);
    const other = boxes().find((b) => !b.current)!;
    const row = screen.getAllByRole('row').find((r) => r.textContent?.includes(other.gearbox.shortName))!;
    fireEvent.click(within(row).getByRole('button', { name: 'Use' }));
    const [from, to] = actions.saveCandidate.mock.calls[0] as [{ gearboxId: string }, { gearboxId: string }];
    expect(from).toBe(open.candidate);
    expect(to.gearboxId).toBe(other.gearbox.id);
  });
});

describe('a run', () => {
  test('is told to the tenth, to 100 km/h or 60 mph', () => {
    draw(<Run />);
    const run = finished(sumNamed('candidate.run')!.run({ ...asked[0]!.question, library })) as {
      zeroTo100S: number;
      zeroTo60MphS: number;
    };
    expect(answer()).toBe(`100 km/h in ${run.zeroTo100S.toFixed(1)} s`);
    cleanup();
    draw(<Run />, 'us');
    expect(answer()).toBe(`60 mph in ${run.zeroTo60MphS.toFixed(1)} s`);
  });

  test('a launch beyond what the engine turns is held to that, and the rpm that was run with is told', () => {
    draw(<Run />);
    const launch = screen.getByLabelText<HTMLInputElement>('Launch rpm');
    fireEvent.change(launch, { target: { value: '14000' } });
    fireEvent.blur(launch);
    const run = finished(sumNamed('candidate.run')!.run({ ...asked.at(-1)!.question, library })) as {
      launchRpm: number;
      shiftRpm: number[];
    };
    expect(run.launchRpm).toBe(run.shiftRpm[0]);
    const told = /Clutch engagement at ([\d,]+) rpm/.exec(document.body.textContent ?? '')?.[1];
    expect(Number(told!.replace(',', ''))).toBe(Math.round(run.launchRpm));
  });

  test('a grade makes it slower', () => {
    draw(<Run />);
    const time = () => Number(/in ([\d.]+) s/.exec(answer())?.[1]);
    const flat = time();
    const grade = screen.getByLabelText<HTMLInputElement>('Grade');
    fireEvent.change(grade, { target: { value: '6' } });
    fireEvent.blur(grade);
    expect(time()).toBeGreaterThan(flat);
  });

  test('a candidate whose curve nobody has is not run: what is missing is said', () => {
    const f = tug.candidates.find((c) => c.letter === 'F')!;
    openJudged({ ...tug, chassis: null }, f.id);
    draw(<Run />);
    expect(answer()).toMatch(/Missing: torque curve, vehicle mass, tyre/);
  });
});
