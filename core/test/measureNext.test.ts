import { measureNext, type Finding, type State, type Verdictable } from '../src/index.ts';
import { tug } from './demo.ts';

const unknown = (title: string, ...missing: string[]): Finding => ({
  id: title,
  state: 'unknown',
  step: 'weight',
  title,
  because: '',
  about: [],
  missing,
  remedies: [],
});
const judged = (candidateId: string, state: State, ...findings: Finding[]): Verdictable =>
  ({ candidateId, state, findings, checks: [] }) as unknown as Verdictable;

test('what settles a candidate comes first, then what most wait for; blocked ones do not ask', () => {
  const next = measureNext(tug, [
    judged('c', 'unknown', unknown('mass', '/w'), unknown('hill', '/w')),
    judged('d', 'unknown', unknown('mass', '/w'), unknown('shaft', '/pinion')),
    judged('f', 'unknown', unknown('octane', '/ron', '/boost')),
    judged('e', 'blocked', unknown('none', '/none')),
  ]);
  expect(next).toEqual([
    {
      pointer: '/w',
      waits: [
        { title: 'mass', letters: ['C', 'D'] },
        { title: 'hill', letters: ['C'] },
      ],
      settles: ['C'],
    },
    { pointer: '/pinion', waits: [{ title: 'shaft', letters: ['D'] }], settles: [] },
    { pointer: '/ron', waits: [{ title: 'octane', letters: ['F'] }], settles: [] },
    { pointer: '/boost', waits: [{ title: 'octane', letters: ['F'] }], settles: [] },
  ]);
});

test('where all are blocked all of them ask; where nothing is unknown there is nothing to measure', () => {
  expect(measureNext(tug, [judged('c', 'blocked', unknown('x', '/x'))])).toHaveLength(1);
  expect(measureNext(tug, [judged('c', 'tight')])).toEqual([]);
});

test('an unknown that names no figure settles nothing', () => {
  const [only] = measureNext(tug, [judged('c', 'unknown', unknown('mass', '/w'), unknown('judgement of a person'))]);
  expect(only?.settles).toEqual([]);
});
