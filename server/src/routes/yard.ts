import {
  CONDITIONS,
  Listing,
  OFFER_KINDS,
  WatchedListing,
  YardPage,
  type ConditionWord,
  type OfferKind,
} from '@sable/core';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { answers, answersNothing } from '../http/schemas.ts';
import type { YardFeed, YardSearch } from '../standins/yard.ts';
import { listWatched, putWatched, readWatched, removeWatched } from '../store/watchStore.ts';

const O = Type.Optional;
// A query string is text by nature; figures in it are read here, not coerced.
/** Limits as people type them: 30 miles are 48.28032 km. */
const limit = O(Type.String({ pattern: '^\\d{1,7}(\\.\\d{1,12})?$' }));
const figure = O(Type.String({ pattern: '^\\d{1,7}$' }));
const Query = Type.Object(
  {
    text: O(Type.String({ maxLength: 200 })),
    kind: O(Type.Unsafe<OfferKind>({ type: 'string', enum: [...OFFER_KINDS] })),
    engineId: O(Type.String({ maxLength: 64 })),
    gearboxId: O(Type.String({ maxLength: 64 })),
    condition: O(Type.Unsafe<ConditionWord>({ type: 'string', enum: [...CONDITIONS] })),
    mostPrice: limit,
    mostKm: limit,
    mostDistanceKm: limit,
    sort: O(
      Type.Unsafe<NonNullable<YardSearch['sort']>>({
        type: 'string',
        enum: ['newest', 'price', 'distance', 'mileage'],
      }),
    ),
    from: figure,
    count: figure,
  },
  { additionalProperties: false },
);
const Params = Type.Object({ id: Type.String({ maxLength: 80 }) });
const MOST_ROWS = 200;

/** Donors on offer, and those that somebody keeps an eye on. */
export function yardRoutes(app: App, db: Db, yard: YardFeed): void {
  app.get(
    '/yard',
    { schema: { summary: 'Donor listings', querystring: Query, response: answers(YardPage) } },
    (request) => {
      const { mostPrice, mostKm, mostDistanceKm, from, count, ...words } = request.query;
      const read = (name: 'mostPrice' | 'mostKm' | 'mostDistanceKm', text: string | undefined) =>
        text === undefined ? {} : { [name]: Number(text) };
      return yard.search({
        ...words,
        ...read('mostPrice', mostPrice),
        ...read('mostKm', mostKm),
        ...read('mostDistanceKm', mostDistanceKm),
        from: Number(from ?? 0),
        count: Math.min(MOST_ROWS, Number(count ?? 50)),
      });
    },
  );

  app.get(
    '/yard/:id',
    { schema: { summary: 'One offer', params: Params, response: answers(Listing) } },
    async (request) => {
      const listing = (await yard.read(request.params.id)) ?? (await readWatched(db, request.params.id));
      if (!listing) throw new Problem(404, 'Listing no longer available.');
      return listing;
    },
  );

  app.get(
    '/watched',
    { schema: { summary: 'Watch list', response: answers(Type.Array(WatchedListing)) } },
    async () => {
      const watched = await listWatched(db);
      return Promise.all(
        watched.map(async (w) => ({ ...w, stillThere: (await yard.read(w.listing.id)) !== undefined })),
      );
    },
  );

  app.put(
    '/watched/:id',
    {
      schema: {
        summary: 'Add to watch list with a note',
        params: Params,
        body: Type.Object({ note: Type.String({ maxLength: 2000 }) }, { additionalProperties: false }),
        response: answersNothing,
      },
    },
    async (request, reply) => {
      const { id } = request.params;
      const listing = (await yard.read(id)) ?? (await readWatched(db, id));
      if (!listing) throw new Problem(404, 'Listing no longer available.');
      await putWatched(db, listing, request.body.note);
      return reply.code(204).send();
    },
  );

  app.delete(
    '/watched/:id',
    { schema: { summary: 'Remove from watch list', params: Params, response: answersNothing } },
    async (request, reply) => {
      await removeWatched(db, request.params.id);
      return reply.code(204).send();
    },
  );
}
