/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { library, tug } from '../../../../core/test/demo.ts';
import { SettingsProvider } from '../../hooks/settings.tsx';
import { AtServer, serve } from '../../testing/atServer.tsx';
import { OwnCarScreen } from './OwnCarScreen.tsx';

afterEach(cleanup);

function Where() {
  const { pathname, search } = useLocation();
  return <output data-testid="where">{pathname + search}</output>;
}
const page = (at: string, lib: object, builds: readonly object[]) => {
  serve(({ path }) =>
    path === '/builds'
      ? { body: builds }
      : path === '/library'
        ? { body: lib }
        : path === '/builds/glider-tug'
          ? { body: { version: 1, build: tug } }
          : undefined,
  );
  render(
    <MemoryRouter initialEntries={[at]}>
      <SettingsProvider>
        <AtServer>
          <OwnCarScreen />
          <Where />
        </AtServer>
      </SettingsProvider>
    </MemoryRouter>,
  );
};
const step = async (title: string) => (await screen.findByRole('heading', { name: title })).closest('li')!;

test('in an empty shop the first step is an engine, and what needs a build can’t be gone to', async () => {
  page('/own-car', { engines: [], gearboxes: [], parts: [] }, []);
  expect(await screen.findByText('Next: an engine. 10 steps and about 40 minutes to go')).toBeTruthy();
  expect((await step('An engine')).getAttribute('aria-current')).toBe('step');
  const there = within(await step('The bay by tape')).getByRole<HTMLButtonElement>('button');
  expect(there.disabled).toBe(true);
  fireEvent.click(within(await step('An engine')).getByRole('button'));
  expect(screen.getByTestId('where').textContent).toBe('/library/engines/new/edit');
});

test('of a build that is whole all is done, and each step still leads there', async () => {
  page('/own-car?build=glider-tug', library, [{ id: 'glider-tug', name: 'Glider tug', shelf: 'open' }]);
  expect(await screen.findByText(/^All steps are done/)).toBeTruthy();
  fireEvent.click(within(await step('The bay by tape')).getByRole('button'));
  expect(screen.getByTestId('where').textContent).toBe('/builds/glider-tug/survey');
});

test('a build that is not there is told', async () => {
  page('/own-car?build=gone', library, []);
  expect((await screen.findByRole('alert')).textContent).toContain('Nothing at /builds/gone');
});
