/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { cleanup, render, screen } from '@testing-library/react';
import { WhenBroken } from './WhenBroken.tsx';

afterEach(cleanup);

function Throws(): never {
  throw new Error('the curve has one point');
}

test('a screen that throws is told as that with a way out, and the next address is tried anew', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const { rerender } = render(
    <WhenBroken at="/fit">
      <Throws />
    </WhenBroken>,
  );
  expect(screen.getByRole('alert').textContent).toMatch(
    /This screen could not be shown.*the curve has one point.*Saved data is not affected/,
  );
  expect(screen.getByRole('link', { name: 'Reload' }).getAttribute('href')).toBe('/');
  rerender(<WhenBroken at="/fit">sound</WhenBroken>);
  expect(screen.queryByRole('alert')).not.toBeNull();
  rerender(<WhenBroken at="/weight">sound</WhenBroken>);
  expect(screen.queryByRole('alert')).toBeNull();
  expect(screen.getByText('sound')).toBeTruthy();
  quiet.mockRestore();
});
