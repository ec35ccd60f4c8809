/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { api } from './api.ts';
import { ApiProblem } from './problem.ts';

interface Sent {
  readonly path: string;
  readonly init: RequestInit & { headers: Record<string, string> };
}

const sent: Sent[] = [];
let next: () => Promise<unknown>;
const answer = (status: number, body: unknown, headers: Record<string, string> = {}) => {
  next = async () => ({
    ok: status < 400,
    status,
    headers: { get: (name: string) => headers[name] ?? null },
    json: async () => {
      if (typeof body === 'string') throw new SyntaxError('not JSON');
      return body;
    },
  });
};
globalThis.fetch = jest.fn((path: string, init: Sent['init']) => {
  sent.push({ path, init });
  return next();
}) as unknown as typeof fetch;

beforeEach(() => {
  sent.length = 0;
  localStorage.clear();
});

test('a read sends no body, and names who asks by the same name each time', async () => {
  answer(200, []);
  await api.builds();
  await api.builds();
  const [one, two] = sent;
  expect(one).toMatchObject({ path: '/api/v1/builds', init: { method: 'GET' } });
  expect(one!.init.body).toBeUndefined();
  expect(one!.init.headers['content-type']).toBeUndefined();
  expect(one!.init.headers['x-sable-client']).toMatch(/^p-\w{5,}$/);
  expect(two!.init.headers['x-sable-client']).toBe(one!.init.headers['x-sable-client']);
});

test('a browser that keeps nothing still asks', async () => {
  const refused = jest.spyOn(Storage.prototype, 'getItem').mockImplementation(() => {
    throw new Error('private window');
  });
  answer(200, []);
  await api.builds();
  expect(sent[0]!.init.headers['x-sable-client']).toBe('local');
  refused.mockRestore();
});

test('a write names the version that it saw', async () => {
  answer(200, { version: 8 });
  await api.put('glider-tug', 'brief', { use: 'street' }, 7);
  expect(sent[0]).toMatchObject({
    path: '/api/v1/builds/glider-tug/brief',
    init: {
      method: 'PUT',
      headers: { 'if-match': '"7"', 'content-type': 'application/json' },
      body: '{"use":"street"}',
    },
  });
});

test('a small write is sent to its end though the page goes; a large one, and a read, are not', async () => {
  answer(200, {});
  await api.put('a', 'name', { name: 'x' }, 1);
  await api.put('a', 'chassis', { source: 'x'.repeat(20_000) }, 1);
  await api.build('a');
  expect(sent.map((s) => s.init.keepalive)).toEqual([true, undefined, undefined]);
});

test('names are made fit for an address', async () => {
  answer(200, {});
  await api.build('a/b c');
  await api.freeId('parts', 'Rad & fan');
  expect(sent.map((s) => s.path)).toEqual([
    '/api/v1/builds/a%2Fb%20c',
    '/api/v1/library-free-id?kind=parts&name=Rad%20%26%20fan',
  ]);
});

test('a file goes as it is', async () => {
  answer(201, { rows: [] });
  await api.importBundle('{"format": "sable-build"}');
  expect(sent[0]!.init.body).toBe('{"format": "sable-build"}');
});

test('a row comes with the version that a later write must name', async () => {
  answer(200, { id: 'rad-2' }, { etag: '"4"' });
  await expect(api.row('parts', 'rad-2')).resolves.toEqual({ row: { id: 'rad-2' }, version: 4 });
});

test('nothing is answered by nothing', async () => {
  answer(204, 'no body');
  await expect(api.unwatch('x')).resolves.toBeUndefined();
});

test('what is left empty in a search is not asked for', async () => {
  answer(200, { total: 0, listings: [] });
  await api.yard({ text: '', kind: 'engine', mostPrice: undefined, from: 0 });
  expect(sent[0]!.path).toBe('/api/v1/yard?kind=engine&from=0');
});

describe('an answer other than yes', () => {
  const problem = async (ask: Promise<unknown>): Promise<ApiProblem> => {
    const error: unknown = await ask.catch((e: unknown) => e);
    if (!(error instanceof ApiProblem)) throw new Error('it was answered');
    return error;
  };

  test('brings its sentence, the fields it is about and all that came along', async () => {
    answer(409, { detail: 'Edit conflict.', errors: [{ pointer: '/a', message: 'so' }], currentVersion: 9 });
    const p = await problem(api.put('a', 'brief', {}, 1));
    expect([p.status, p.message, p.errors]).toEqual([409, 'Edit conflict.', [{ pointer: '/a', message: 'so' }]]);
    expect(p.body['currentVersion']).toBe(9);
  });

  test('without a sentence says at least which', async () => {
    answer(502, 'Bad gateway');
    const p = await problem(api.builds());
    expect([p.status, p.message, p.errors]).toEqual([502, 'Server error 502.', []]);
  });

  test('a server that does not answer is told as that, with what to do', async () => {
    next = () => Promise.reject(new TypeError('Failed to fetch'));
    const p = await problem(api.builds());
    expect(p.status).toBe(0);
    expect(p.message).toMatch(
      /No connection to the Sable server\. Restart it with npm start\. Saved changes are not lost\./,
    );
  });
});
