import { DemoAnswer } from '@sable/core';
import { Type } from 'typebox';
import type { Db } from '../db/db.ts';
import { readDemo, type DemoShop } from '../demo/load.ts';
import type { App } from '../http/app.ts';
import { answers } from '../http/schemas.ts';
import { bringDemo, demoState, putDemoAway } from '../demo/shelf.ts';
import type { ShopEvents } from '../store/shopEvents.ts';

const Wanted = Type.Object(
  {
    here: Type.Boolean({ description: 'whether the demo is to be in this shop' }),
    library: Type.Optional(Type.Boolean({ description: 'of one that goes: whether its library goes too' })),
  },
  { additionalProperties: false },
);

/** The demo in this shop: what is here of it, put away or brought back in one step. */
export function demoRoutes(app: App, db: Db, events: ShopEvents, folder: string): void {
  let read: DemoShop | undefined;
  const demo = () => (read ??= readDemo(folder));
  app.get(
    '/demo',
    { schema: { summary: 'What of the demo is in this shop', response: answers(DemoAnswer) } },
    async () => demoState(db, demo()),
  );
  app.put(
    '/demo',
    {
      schema: {
        summary: 'Put the demo away, with its library or without, or bring it back',
        body: Wanted,
        response: answers(DemoAnswer),
      },
    },
    async (request) => {
      const { here, library } = request.body;
      const state = await db.tx(async (q) => {
        await (here ? bringDemo(q, demo()) : putDemoAway(q, demo(), { library: library ?? false }));
        return demoState(q, demo());
      });
      events.tell({ library: true });
      return state;
    },
  );
}
