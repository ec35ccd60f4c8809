import { createHash } from 'node:crypto';
import type { Bundle, Chassis } from '@sable/core';
import { call, openShop, type BuildBody, type ProblemBody, type Shop } from './shop.ts';

let full: Shop;
let empty: Shop;
beforeAll(async () => {
  full = await openShop(true);
  empty = await openShop(false);
}, 90_000);
afterAll(async () => {
  await full.close();
  await empty.close();
});

/** The least PNG: one grey point. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==',
  'base64',
);
const ID = createHash('sha256').update(PNG).digest('hex');

async function keep(shop: Shop, bytes: Buffer, type = 'image/png') {
  const { statusCode, payload } = await shop.app.inject({
    method: 'POST',
    url: '/api/v1/pictures',
    headers: { host: 'localhost', 'content-type': type },
    payload: bytes,
  });
  return { status: statusCode, body: JSON.parse(payload) as { id: string } & ProblemBody };
}
const fetched = (shop: Shop, id: string) =>
  shop.app.inject({ method: 'GET', url: `/api/v1/pictures/${id}`, headers: { host: 'localhost' } });

test('a picture is kept once, by its bytes, and comes out as it went in, in a sandbox', async () => {
  expect(await keep(full, PNG)).toEqual({ status: 201, body: { id: ID } });
  expect((await keep(full, PNG)).body.id).toBe(ID);
  const out = await fetched(full, ID);
  expect(out.statusCode).toBe(200);
  expect(out.rawPayload.equals(PNG)).toBe(true);
  expect(out.headers['content-type']).toBe('image/png');
  expect(out.headers['content-security-policy']).toContain('sandbox');
  expect(out.headers['x-content-type-options']).toBe('nosniff');
  const [{ n }] = (await full.db.query<{ n: number }>('SELECT count(*)::int AS n FROM picture')) as [{ n: number }];
  expect(n).toBe(1);
});

test('what is too large, of another kind, or not there is refused in words', async () => {
  const large = Buffer.concat([PNG, Buffer.alloc(3 * 1024 * 1024)]);
  expect(await keep(full, large)).toMatchObject({
    status: 413,
    body: { detail: 'A picture may have at most 3.0 MB; this one has 3.0 MB. Save it smaller.' },
  });
  expect((await keep(full, Buffer.alloc(9 * 1024 * 1024))).status).toBe(413);
  expect((await keep(full, Buffer.from('<script>alert(1)</script>'))).status).toBe(422);
  expect((await keep(full, Buffer.from('{}'), 'application/json')).status).toBe(415);
  expect((await keep(full, PNG, 'text/html')).status).toBe(415);
  expect((await fetched(full, ID.replace(/^./, '0'))).statusCode).toBe(404);
  expect((await fetched(full, 'x')).statusCode).toBe(400);
});

test('a photo of a plug goes with its build and comes in on an empty install; one whose bytes are others is refused', async () => {
  await keep(full, PNG);
  const { version, build } = (await call<BuildBody>(full, 'GET', '/builds/glider-tug')).body;
  const chassis: Chassis = {
    ...build.chassis!,
    plugs: build.chassis!.plugs!.map((p, i) => (i === 0 ? { ...p, photo: ID } : p)),
  };
  expect((await call(full, 'PUT', '/builds/glider-tug/chassis', chassis, { version })).status).toBe(200);
  const file = (await call<Bundle>(full, 'GET', '/builds/glider-tug/bundle')).body;
  expect(file.pictures).toEqual([{ id: ID, type: 'image/png', base64: PNG.toString('base64') }]);
  const other = { ...file, pictures: [{ ...file.pictures![0]!, id: ID.replace(/^./, '0') }] };
  const refused = await call<ProblemBody>(empty, 'POST', '/bundles', other);
  expect(refused).toMatchObject({ status: 422, body: { errors: [{ pointer: '/pictures/0' }] } });
  expect((await call(empty, 'POST', '/bundles', file)).status).toBe(201);
  expect((await fetched(empty, ID)).rawPayload.equals(PNG)).toBe(true);
});
