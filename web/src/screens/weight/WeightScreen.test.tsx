/** @jest-environment jsdom */
import { cleanup, screen } from '@testing-library/react';
import { tug } from '../../../../core/test/demo.ts';
import { draw, open, openJudged } from '../../testing/inBuild.tsx';

const { WeightScreen } = await import('./WeightScreen.tsx');

afterEach(cleanup);

const mass = () => open.judged!.assessments.find((a) => a.candidateId === open.candidate!.id)!.figures!.mass!;

test('the answer is what the car changes by, with its doubt, in the reader’s units', () => {
  openJudged(tug, 'c');
  const { value, plusMinus } = mass().changeKg!;
  draw(<WeightScreen />);
  const say = () => document.querySelector('.say.big')!.textContent;
  expect(say()).toContain(`+${Math.round(value)} ± ${Math.round(plusMinus)} kg`);
  cleanup();
  draw(<WeightScreen />, 'us');
  expect(say()).toContain(`+${Math.round(value / 0.45359237)} ± ${Math.round(plusMinus / 0.45359237)} lb as weighed`);
});

test('the steps from quoted to installed add up to what is installed', () => {
  openJudged(tug, 'c');
  draw(<WeightScreen />);
  const [table] = screen.getAllByRole('table');
  const number = (s: string | null) => Number(s!.replaceAll(',', '').replace('−', '-').replace('+', ''));
  const rows = [...table!.querySelectorAll('tbody tr')].map((r) => number(r.children[1]!.textContent));
  const installed = number(table!.querySelector('tfoot td')!.textContent);
  expect(rows.length).toBe(1 + mass().bridge!.steps.length);
  // Each is rounded to a tenth.
  expect(Math.abs(rows.reduce((a, b) => a + b, 0) - installed)).toBeLessThan(0.05 * (rows.length + 1));
});

test('a mass of unknown basis is not added up: why is said, and no change is claimed', () => {
  openJudged(tug, 'f');
  draw(<WeightScreen />);
  expect(mass().changeKg).toBeUndefined();
  expect(document.body.textContent).not.toMatch(/Vehicle mass change [+−]?\d/);
  expect(document.body.textContent).toMatch(/bare or dressed/);
});

test('the heat of the brakes is drawn up to the figures that are judged, in the reader’s units', () => {
  openJudged(tug, 'c');
  const judged = open.judged!.assessments.find((a) => a.candidateId === 'c')!;
  const stops = judged.checks.find((c) => c.id === 'brakes-stops')!;
  const drawn = () => screen.getByRole('figure', { name: /^Brakes, repeated stops/ }).getAttribute('aria-label')!;
  draw(<WeightScreen />);
  const metric = [...drawn().matchAll(/(\d+) °C/g)].map((m) => Number(m[1]));
  expect(metric).toContain(Math.round(stops.value!));
  cleanup();
  draw(<WeightScreen />, 'us');
  expect(drawn()).toContain(`${Math.round((stops.value! * 9) / 5 + 32)} °F`);
});
