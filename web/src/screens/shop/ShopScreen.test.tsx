/** @jest-environment jsdom */
import type { BuildSummary, ImportReport } from '@sable/core';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { SettingsProvider } from '../../hooks/settings.tsx';
import { AtServer, asked, serve, written } from '../../testing/atServer.tsx';
import { ShopScreen } from './ShopScreen.tsx';

afterEach(cleanup);

const BUILDS = [
  {
    id: 'tug',
    name: 'Tug',
    car: 'An estate',
    candidates: 6,
    chosen: 'B',
    shelf: 'open',
    version: 4,
    updatedAt: '2026-11-02T10:00:00Z',
  },
  {
    id: 'raw',
    name: 'Raw',
    car: null,
    candidates: 0,
    chosen: null,
    shelf: 'open',
    version: 1,
    updatedAt: '2026-11-01T10:00:00Z',
  },
] as unknown as readonly BuildSummary[];

/** Where the page has come to, written on it. */
function Where() {
  const { pathname, search } = useLocation();
  return <output data-testid="where">{pathname + search}</output>;
}
const where = () => screen.getByTestId('where').textContent;
const shop = () =>
  render(
    <MemoryRouter initialEntries={['/shop']}>
      <SettingsProvider>
        <AtServer>
          <ShopScreen />
          <Where />
        </AtServer>
      </SettingsProvider>
    </MemoryRouter>,
  );
const withBuilds = (list: readonly BuildSummary[], more: Parameters<typeof serve>[0] = () => undefined) =>
  serve((a) => (a.method === 'GET' && a.path === '/builds' ? { body: list } : more(a)));

test.each([
  [[], 'No builds yet'],
  [BUILDS.slice(0, 1), 'One build'],
  [BUILDS, '2 builds'],
])('it says how many there are', async (list, words) => {
  withBuilds(list);
  shop();
  expect(await screen.findByText(words)).toBeTruthy();
});

test('each build leads to its line-up and is there as a file; what is not known is said', async () => {
  withBuilds(BUILDS);
  shop();
  const tug = await screen.findByRole('link', { name: 'Tug' });
  expect(tug.getAttribute('href')).toBe('/builds/tug/line-up');
  expect(screen.getByRole('link', { name: 'Tug as a file' }).getAttribute('href')).toMatch(/tug/);
  expect(screen.getByText('not measured yet')).toBeTruthy();
  expect(screen.getByText('none')).toBeTruthy();
});

test('a build is begun under the name typed, without the blanks about it, and opened at its brief', async () => {
  withBuilds([], (a) => (a.method === 'POST' ? { body: { build: { id: 'new-one' }, version: 1 } } : undefined));
  shop();
  await screen.findByText('No builds yet');
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Create' }).disabled).toBe(true);
  fireEvent.change(screen.getByLabelText('Build name'), { target: { value: '  New one ' } });
  fireEvent.click(screen.getByRole('button', { name: 'Create' }));
  await waitFor(() => expect(where()).toBe('/builds/new-one/brief'));
  expect(written()).toEqual([{ method: 'POST', path: '/builds', body: { name: 'New one', currency: 'EUR' } }]);
});

test('blanks are no name', async () => {
  withBuilds([]);
  shop();
  await screen.findByText('No builds yet');
  fireEvent.change(screen.getByLabelText('Build name'), { target: { value: '   ' } });
  fireEvent.submit(screen.getByLabelText('Build name').closest('form')!);
  expect(written()).toEqual([]);
});

test('a build that can’t be begun is told, and that nothing was saved', async () => {
  withBuilds([], (a) =>
    a.method === 'POST' ? { status: 422, body: { detail: 'That name is too long.' } } : undefined,
  );
  shop();
  await screen.findByText('No builds yet');
  fireEvent.change(screen.getByLabelText('Build name'), { target: { value: 'x' } });
  fireEvent.click(screen.getByRole('button', { name: 'Create' }));
  expect((await screen.findByRole('alert')).textContent).toMatch(/That name is too long\..*Nothing was saved\./);
  expect(where()).toBe('/shop');
});

test('a server that does not answer is told', async () => {
  globalThis.fetch = () => Promise.reject(new TypeError('refused'));
  shop();
  expect((await screen.findByRole('alert')).textContent).toContain('No connection to the Sable server');
});

describe('a file', () => {
  const bring = (text: string) => {
    const file = new File([text], 'build.json', { type: 'application/json' });
    // This page’s files can’t be read as a browser’s can.
    Object.assign(file, { text: async () => text });
    fireEvent.change(screen.getByLabelText('Build file'), { target: { files: [file] } });
  };
  const report = (more: Partial<ImportReport>): ImportReport => ({ buildId: 'tug', build: 'added', rows: [], ...more });

  test('is sent as it is, and what came of it is said row by row', async () => {
    const rows = [
      { id: 'a', outcome: 'added' },
      { id: 'b', outcome: 'already here' },
      { id: 'c', outcome: 'added under a new id', newId: 'c-2' },
    ];
    withBuilds(BUILDS, (a) => (a.path === '/bundles' ? { body: report({ rows } as never) } : undefined));
    shop();
    await screen.findByText('2 builds');
    bring('{"build":1}');
    const said = (await screen.findByText(/Library rows/)).textContent;
    expect(said).toContain('The build is added. Library rows: 1 added, 1 already here');
    expect(said).toContain('c was imported as c-2 because the id is in use');
    expect(written()).toEqual([{ method: 'POST', path: '/bundles', body: { build: 1 } }]);
    // What was brought in stands in the list at once.
    await waitFor(() => expect(asked.filter((a) => a.path === '/builds').length).toBeGreaterThan(1));
  });

  test('that is here already is said to be the same', async () => {
    withBuilds(BUILDS, (a) => (a.path === '/bundles' ? { body: report({ build: 'already here' }) } : undefined));
    shop();
    await screen.findByText('2 builds');
    bring('{}');
    expect((await screen.findByText(/Library rows/)).textContent).toContain('already in the library, identical');
  });

  test('of a whole shop is added, and what came, what was here and what has another id is counted', async () => {
    withBuilds(BUILDS, (a) =>
      a.path === '/shop/restore'
        ? {
            body: {
              builds: [
                { buildId: 'a', build: 'added' },
                { buildId: 'tug-2', build: 'added under a new id' },
                { buildId: 'raw', build: 'already here' },
              ],
              rows: [{ kind: 'parts', id: 'p', outcome: 'added' }],
            },
          }
        : undefined,
    );
    shop();
    await screen.findByText('2 builds');
    fireEvent.change(screen.getByLabelText('Shop file'), { target: { files: [new File(['x'], 'shop.jsonl.gz')] } });
    expect(
      await screen.findByText(
        'Builds: 2 added (1 under a new id), 1 already here. Library rows: 1 added, 0 already here.',
      ),
    ).toBeTruthy();
  });

  test('while it comes, how far it is is shown; stopped, that is said and nothing else', async () => {
    withBuilds(BUILDS);
    const answer = globalThis.fetch;
    // One that is never answered, until whoever asked gives up.
    globalThis.fetch = ((url: string, init: RequestInit) =>
      url.endsWith('/bundles')
        ? new Promise((_, reject) => init.signal!.addEventListener('abort', () => reject(new Error('aborted'))))
        : answer(url, init)) as typeof fetch;
    shop();
    await screen.findByText('2 builds');
    bring('{}');
    expect(await screen.findByText('Importing…')).toBeTruthy();
    expect(screen.queryByText('Import file')).toBeNull();
    fireEvent.click(screen.getByText('Stop'));
    expect((await screen.findByRole('alert')).textContent).toBe('Stopped. Nothing was saved.');
    expect(screen.getByText('Import file')).toBeTruthy();
  });

  test('that is broken is told with its places, five at most', async () => {
    const errors = Array.from({ length: 9 }, (_, n) => ({ pointer: `/rows/${n}`, message: 'must be a number.' }));
    withBuilds(BUILDS, (a) =>
      a.path === '/bundles' ? { status: 422, body: { detail: 'This is no build of Sable.', errors } } : undefined,
    );
    shop();
    await screen.findByText('2 builds');
    bring('{}');
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('This is no build of Sable.');
    expect(alert.querySelectorAll('li')).toHaveLength(5);
  });
});

const rowMenu = async (build: string, item: string) => {
  fireEvent.click(await screen.findByLabelText(`More for ${build}`));
  fireEvent.click(await screen.findByText(item));
};

test('deleted, it is put on that shelf; undo puts it back where it was', async () => {
  withBuilds(BUILDS, (a) => (a.method === 'PUT' ? { status: 204, body: undefined } : undefined));
  shop();
  await rowMenu('Raw', 'Delete');
  expect(await screen.findByText('“Raw” is deleted.')).toBeTruthy();
  expect(written()).toMatchObject([{ method: 'PUT', path: '/builds/raw/shelf', body: { shelf: 'deleted' } }]);
  fireEvent.click(screen.getByText('Undo'));
  await waitFor(() => expect(written()).toHaveLength(2));
  expect(written()[1]).toMatchObject({ path: '/builds/raw/shelf', body: { shelf: 'open' } });
});

test('what is archived or deleted stands folded away, is not counted, and only a deleted one can be erased', async () => {
  withBuilds(
    [BUILDS[0]!, { ...BUILDS[1]!, shelf: 'archived' }, { ...BUILDS[1]!, id: 'old', name: 'Old', shelf: 'deleted' }],
    (a) => (a.method === 'DELETE' ? { status: 204, body: undefined } : undefined),
  );
  shop();
  expect(await screen.findByText('One build')).toBeTruthy();
  expect(screen.getByText('Archived, 1')).toBeTruthy();
  expect(screen.getByText('Deleted, 1')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('More for Raw'));
  expect(await screen.findByText('Restore')).toBeTruthy();
  expect(screen.queryByText('Erase for good')).toBeNull();
  fireEvent.keyDown(screen.getByText('Restore'), { key: 'Escape' });
  await rowMenu('Old', 'Erase for good');
  await waitFor(() => expect(written()).toMatchObject([{ method: 'DELETE', path: '/builds/old' }]));
});

test('renamed in its row, against the version that was seen; a name can’t be emptied', async () => {
  withBuilds(BUILDS, (a) => (a.method === 'PUT' ? { body: { build: { id: 'raw' }, version: 2 } } : undefined));
  shop();
  await rowMenu('Raw', 'Rename');
  const field = (await screen.findAllByLabelText('Build name'))[0]!;
  fireEvent.change(field, { target: { value: ' ' } });
  fireEvent.blur(field);
  expect(screen.getByText('A build needs a name.')).toBeTruthy();
  fireEvent.change(field, { target: { value: 'Ready' } });
  fireEvent.blur(field);
  expect(await screen.findByText('“Raw” is called “Ready” now.')).toBeTruthy();
  expect(written()).toMatchObject([{ method: 'PUT', path: '/builds/raw/name', body: { name: 'Ready' } }]);
});

test('copied, it says so', async () => {
  withBuilds(BUILDS, (a) => (a.method === 'POST' ? { body: { build: { id: 'tug-copy' }, version: 1 } } : undefined));
  shop();
  await rowMenu('Tug', 'Copy');
  expect(await screen.findByText('“Tug” is copied, with its survey and candidates.')).toBeTruthy();
  expect(written()).toMatchObject([{ method: 'POST', path: '/builds/tug/copy' }]);
});

describe('the demo', () => {
  const ALL = { builds: 4, rows: 78, stay: [] as string[] };
  const demo = (answers: readonly object[]) => {
    let at = 0;
    withBuilds(BUILDS, (a) =>
      a.path !== '/demo' ? undefined : a.method === 'PUT' ? { body: answers[++at] } : { body: answers[at] },
    );
    shop();
  };
  const press = async (name: string) => fireEvent.click(await screen.findByRole('button', { name }));

  test('is emptied with its library: what went and what stays for one’s own is said in one sentence, and undone', async () => {
    demo([ALL, { builds: 0, rows: 6, stay: ['V8', 'Box', 'Kit', 'Clutch', 'Plate', 'Family'] }, ALL]);
    await press('Empty the shop of the demo');
    expect(
      await screen.findByText(
        '4 builds of the demo are now with the deleted ones; 72 library rows retired, 6 rows of its library stay, for you changed or use them (V8, Box, Kit, Clutch…).',
      ),
    ).toBeTruthy();
    expect(await screen.findByRole('button', { name: 'Load the demo' })).toBeTruthy();
    await press('Undo');
    await screen.findByText('The demo is in this shop, its builds and its library.');
    expect(written().map((w) => w.body)).toEqual([{ here: false, library: true }, { here: true }]);
  });

  test('its builds alone go, and its library is still there to be taken away', async () => {
    demo([ALL, { ...ALL, builds: 0 }]);
    await press('Keep its library');
    expect(await screen.findByText(/with the deleted ones; its library is still here\.$/)).toBeTruthy();
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep its library' })).toBeNull());
    expect(screen.getByRole('button', { name: 'Empty the shop of the demo' })).toBeTruthy();
  });
});
