import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let shop: Shop;
let url: string;
beforeAll(async () => {
  shop = await openShop(true);
  const address = await shop.app.listen({ port: 0, host: '127.0.0.1' });
  url = address.replace('127.0.0.1', 'localhost');
}, 60_000);
afterAll(() => shop.close());

/** What a page is told until it has heard so many events. */
async function hear(count: number, after: () => Promise<void>): Promise<unknown[]> {
  const gone = new AbortController();
  const response = await fetch(`${url}/api/v1/events`, { signal: gone.signal });
  expect(response.status).toBe(200);
  const heard: unknown[] = [];
  let text = '';
  let ready = false;
  for await (const chunk of response.body!) {
    text += Buffer.from(chunk as Uint8Array).toString();
    for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
      const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1];
      text = text.slice(end + 2);
      if (data === undefined) continue;
      if (ready) heard.push(JSON.parse(data));
      else {
        ready = true;
        await after();
      }
    }
    if (heard.length >= count) break;
  }
  gone.abort();
  return heard;
}

const rename = (id: string, name: string, version: number) =>
  call<BuildBody & ProblemBody>(shop, 'PUT', `/builds/${id}/name`, { name }, { version });

describe('pages are told what others change', () => {
  test('a build with its new version, once for each change; nothing for a change that changes nothing', async () => {
    const { version } = (await call<BuildBody>(shop, 'GET', '/builds/glider-tug')).body;
    const heard = await hear(2, async () => {
      await rename('glider-tug', 'One', version);
      await rename('glider-tug', 'One', version + 1);
      await rename('glider-tug', 'Two', version + 1);
    });
    expect(heard).toEqual([
      { build: 'glider-tug', version: version + 1 },
      { build: 'glider-tug', version: version + 2 },
    ]);
  });

  test('a library that changed', async () => {
    const [row] = (await call<{ parts: { id: string; name: string }[] }>(shop, 'GET', '/library')).body.parts;
    const heard = await hear(1, async () => {
      const answer = await call(shop, 'PUT', `/library/parts/${row!.id}`, { ...row, name: 'Renamed' }, { version: 1 });
      expect(answer.status).toBe(200);
    });
    expect(heard).toEqual([{ library: true }]);
  });
});

describe('writers at once', () => {
  test('of twenty that saw the same version one is saved; the others get what is stored, never what is not', async () => {
    const { version } = (await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body;
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, i) => rename('ice-racer', `Writer ${i}`, version)),
    );
    const saved = answers.filter((a) => a.status === 200);
    expect(saved).toHaveLength(1);
    expect(saved[0]!.body.version).toBe(version + 1);
    for (const { status, body } of answers.filter((a) => a.status !== 200)) {
      expect(status).toBe(409);
      expect(body.currentVersion).toBe(version + 1);
      expect(body.theirs!.name).toBe(saved[0]!.body.build.name);
    }
    expect((await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body).toMatchObject({
      version: version + 1,
      build: { name: saved[0]!.body.build.name },
    });
  });

  test('a write that fails leaves nothing that anybody sees', async () => {
    const before = (await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body;
    const [first] = before.build.candidates;
    const bad = { ...first!, engineId: 'no-such-engine' };
    const path = `/builds/ice-racer/candidates/${first!.id}`;
    const [write, read] = await Promise.all([
      call(shop, 'PUT', path, bad, { version: before.version }),
      call<BuildBody>(shop, 'GET', '/builds/ice-racer'),
    ]);
    expect(write.status).toBe(422);
    expect(read.body).toEqual(before);
    expect((await call<BuildBody>(shop, 'GET', '/builds/ice-racer')).body).toEqual(before);
  });
});
