import { offered } from './offered.ts';

const ROWS = [{ id: 'a' }, { id: 'old', retired: true }, { id: 'b', retired: false }];

test('retired rows are offered only where they are chosen already', () => {
  expect(offered(ROWS).map((r) => r.id)).toEqual(['a', 'b']);
  expect(offered(ROWS, 'old').map((r) => r.id)).toEqual(['a', 'old', 'b']);
});
