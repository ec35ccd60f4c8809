/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { library } from '../../../../../core/test/demo.ts';
import { AtServer, serve } from '../../../testing/atServer.tsx';
import { RowPick } from './RowPick.tsx';

afterEach(cleanup);
const box = () => screen.getByRole('combobox', { name: 'Weighed with gearbox' });

test('the gearbox that was weighed with it is chosen by its name, and can be taken back', async () => {
  serve(({ path }) => (path === '/library' ? { body: library } : undefined));
  const changed = jest.fn();
  const draw = (value: unknown) => (
    <AtServer>
      <RowPick
        name="withGearboxId"
        schema={{ type: 'string' }}
        value={value}
        at="/massRecords/0/withGearboxId"
        problems={[]}
        kinds={['gearboxes']}
        onChange={changed}
      />
    </AtServer>
  );
  const { rerender } = render(draw(undefined));
  expect(box().textContent).toBe('not entered');
  await screen.findByRole('combobox');
  fireEvent.mouseDown(box());
  fireEvent.click(await screen.findByRole('option', { name: 'Corran six-speed' }));
  expect(changed).toHaveBeenLastCalledWith('corran-g6');
  rerender(draw('corran-g6'));
  expect(box().textContent).toBe('Corran six-speed');
  fireEvent.mouseDown(box());
  fireEvent.click(screen.getByRole('option', { name: 'not entered' }));
  expect(changed).toHaveBeenLastCalledWith(undefined);
});
