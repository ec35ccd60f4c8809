import {
  Brief,
  BuildAnswer,
  BuildHistory,
  BuildSummary,
  Candidate,
  Chassis,
  Decision,
  Name,
  ShelfSchema,
  checkBrief,
  checkCandidate,
  checkChassis,
  idFrom,
  type Build,
} from '@sable/core';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { Type } from 'typebox';
import type { Db, Queryable } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import {
  eraseBuild,
  insertBuild,
  listBuilds,
  nextPosition,
  putOnShelf,
  readBuild,
  type Seat,
  type StoredBuild,
} from '../store/buildStore.ts';
import type { BuildCache } from '../store/buildCache.ts';
import { change, history, stepBack, stepWords, type Order } from '../store/changes.ts';
import type { App } from '../http/app.ts';
import { clientOf, versionOf } from '../http/client.ts';
import { answers, answersNothing } from '../http/schemas.ts';

const Params = Type.Object({ id: Type.String() });
const CandidateParams = Type.Object({ id: Type.String(), candidateId: Type.String() });
const Currency = Type.String({ pattern: '^[A-Z]{3}$', description: 'ISO 4217' });
const NewBuild = Type.Object({ name: Name, currency: Type.Optional(Currency) }, { additionalProperties: false });

/** A brief that asks for nothing yet, so that a new build can be judged at all. */
const PLAIN_BRIEF: Brief = {
  use: 'street',
  purpose: '',
  band: { lowRpm: 1500, highRpm: 5000 },
  now: {},
  later: {},
  worstAir: { temperatureC: 30, altitudeM: 200, humidityPct: 50 },
  hotDaySchool: 'standard',
  driverKg: { value: 75, plusMinus: 8, evidence: 'estimated' },
  hourlyRate: 48,
  ownLabour: true,
  fuelOctaneRon: 95,
  mountSchool: 'rubber',
};

/** An id of a name that no build has yet. */
async function freeBuildId(q: Queryable, name: string): Promise<string> {
  const slug = idFrom(name, 'build');
  let id = slug;
  for (let n = 2; (await q.query('SELECT 1 FROM build WHERE id = $1', [id])).length > 0; n++) id = `${slug}-${n}`;
  return id;
}

function orderOf(request: FastifyRequest, buildId: string): Order {
  return { buildId, ifVersion: versionOf(request), client: clientOf(request) };
}

export function buildRoutes(app: App, db: Db, cache: BuildCache): void {
  const send = async (
    request: FastifyRequest,
    reply: FastifyReply,
    stored: StoredBuild,
    more: Record<string, string> = {},
  ) => {
    const words = await stepWords(cache, db, stored.build.id, clientOf(request));
    const { version, frozen } = stored;
    const rest = JSON.stringify({ version, ...words, ...more, ...(frozen ? { frozen } : {}) });
    return reply
      .header('etag', `"${stored.version}"`)
      .type('application/json; charset=utf-8')
      .send(`${rest.slice(0, -1)},"build":${cache.text(stored.build)}}`);
  };

  app.get('/builds', { schema: { summary: 'All builds', response: answers(Type.Array(BuildSummary)) } }, () =>
    listBuilds(db),
  );

  app.post(
    '/builds',
    { schema: { summary: 'A new build', body: NewBuild, response: answers(BuildAnswer, 201) } },
    async (request, reply) => {
      const { name, currency } = request.body;
      const stored = await db.tx(async (q) => {
        const id = await freeBuildId(q, name);
        const build: Build = {
          id,
          name,
          currency: currency ?? 'EUR',
          brief: PLAIN_BRIEF,
          chassis: null,
          candidates: [],
          decision: { candidateId: null, reason: '' },
        };
        await insertBuild(q, build);
        return readBuild(q, id);
      });
      reply.code(201).header('location', `/api/v1/builds/${stored.build.id}`);
      return send(request, reply, stored);
    },
  );

  app.get(
    '/builds/:id',
    {
      schema: { summary: 'One build, whole, with its version as ETag', params: Params, response: answers(BuildAnswer) },
    },
    async (request, reply) => {
      return send(request, reply, await cache.read(request.params.id));
    },
  );

  app.post(
    '/builds/:id/copy',
    {
      schema: {
        summary: 'A copy with brief, survey and candidates; nothing is chosen in it',
        params: Params,
        response: answers(BuildAnswer, 201),
      },
    },
    async (request, reply) => {
      const { build } = await cache.read(request.params.id);
      const name = `${build.name.slice(0, 110)}, copy`;
      const stored = await db.tx(async (q) => {
        const id = await freeBuildId(q, name);
        await insertBuild(q, { ...build, id, name, decision: { candidateId: null, reason: '' } });
        return readBuild(q, id);
      });
      reply.code(201).header('location', `/api/v1/builds/${stored.build.id}`);
      return send(request, reply, stored);
    },
  );

  app.put(
    '/builds/:id/shelf',
    {
      schema: {
        summary: 'Archive, delete or put back; a deleted build stays whole until it is erased',
        params: Params,
        body: Type.Object({ shelf: ShelfSchema }, { additionalProperties: false }),
        response: answersNothing,
      },
    },
    async (request, reply) => {
      await putOnShelf(db, request.params.id, request.body.shelf);
      return reply.code(204).send();
    },
  );

  app.delete(
    '/builds/:id',
    {
      schema: {
        summary: 'Erase a deleted build for good',
        params: Params,
        response: answersNothing,
      },
    },
    async (request, reply) => {
      await db.tx((q) => eraseBuild(q, request.params.id));
      cache.forget(request.params.id);
      return reply.code(204).send();
    },
  );

  app.put(
    '/builds/:id/name',
    {
      schema: {
        summary: 'Rename',
        params: Params,
        body: Type.Object({ name: Name }, { additionalProperties: false }),
        response: answers(BuildAnswer),
      },
    },
    async (request, reply) =>
      send(
        request,
        reply,
        await change(cache, orderOf(request, request.params.id), 'name', 'Renamed', () => request.body.name),
      ),
  );

  app.put(
    '/builds/:id/currency',
    {
      schema: {
        summary: 'What its money is in; no price is converted',
        params: Params,
        body: Type.Object({ currency: Currency }, { additionalProperties: false }),
        response: answers(BuildAnswer),
      },
    },
    async (request, reply) =>
      send(
        request,
        reply,
        await change(
          cache,
          orderOf(request, request.params.id),
          'currency',
          'Currency changed',
          () => request.body.currency,
        ),
      ),
  );

  app.put(
    '/builds/:id/brief',
    { schema: { summary: 'Brief', params: Params, body: Brief, response: answers(BuildAnswer) } },
    async (request, reply) => {
      checkBrief(request.body);
      return send(
        request,
        reply,
        await change(cache, orderOf(request, request.params.id), 'brief', 'Brief changed', () => request.body),
      );
    },
  );

  app.put(
    '/builds/:id/chassis',
    { schema: { summary: 'Survey', params: Params, body: Chassis, response: answers(BuildAnswer) } },
    async (request, reply) => {
      checkChassis(request.body);
      return send(
        request,
        reply,
        await change(cache, orderOf(request, request.params.id), 'chassis', 'Survey changed', () => request.body),
      );
    },
  );

  app.put(
    '/builds/:id/decision',
    {
      schema: {
        summary: 'Choose a candidate, or none',
        params: Params,
        body: Decision,
        response: answers(BuildAnswer),
      },
    },
    async (request, reply) => {
      const { candidateId } = request.body;
      const stored = await change(
        cache,
        orderOf(request, request.params.id),
        'decision',
        candidateId === null ? 'Selection cleared' : 'Candidate selected',
        (_current, { build }) => {
          const chosen = build.candidates.find((c) => c.id === candidateId);
          if (candidateId !== null && !chosen) {
            const message = `There is no candidate “${candidateId}” to choose.`;
            throw new Problem(422, message, [{ pointer: '/candidateId', message }]);
          }
          return request.body;
        },
      );
      return send(request, reply, stored);
    },
  );

  app.put(
    '/builds/:id/candidates/:candidateId',
    {
      schema: {
        summary: 'Add or change a candidate',
        params: CandidateParams,
        body: Candidate,
        response: answers(BuildAnswer),
      },
    },
    async (request, reply) => {
      const { id, candidateId } = request.params;
      const candidate = request.body;
      if (candidate.id !== candidateId)
        throw new Problem(422, 'The id in the body and in the address differ.', [
          { pointer: '/id', message: `id must be “${candidateId}”.` },
        ]);
      checkCandidate(candidate);
      const stored = await change(
        cache,
        orderOf(request, id),
        `candidate:${candidateId}`,
        `${candidate.letter} changed`,
        async (current, { build }, q) => {
          const seat = current as Seat | null;
          const taken = build.candidates.find((c) => c.letter === candidate.letter && c.id !== candidateId);
          if (taken)
            throw new Problem(422, `The letter ${candidate.letter} is taken.`, [
              { pointer: '/letter', message: `letter ${candidate.letter} is taken by ${taken.name}.` },
            ]);
          const position = seat?.position ?? (await nextPosition(q, id));
          return { position, candidate } satisfies Seat;
        },
      );
      return send(request, reply, stored);
    },
  );

  app.delete(
    '/builds/:id/candidates/:candidateId',
    { schema: { summary: 'Take a candidate out', params: CandidateParams, response: answers(BuildAnswer) } },
    async (request, reply) => {
      const { id, candidateId } = request.params;
      const stored = await change(
        cache,
        orderOf(request, id),
        `candidate:${candidateId}`,
        'Candidate deleted',
        (current, { build }) => {
          if (current === null) throw new Problem(404, `There is no candidate “${candidateId}”.`);
          if (build.decision.candidateId === candidateId)
            throw new Problem(422, 'This candidate is selected. Clear the selection first.');
          return null;
        },
      );
      return send(request, reply, stored);
    },
  );

  for (const direction of ['undo', 'redo'] as const) {
    app.post(
      `/builds/:id/${direction}`,
      {
        schema: {
          summary: direction === 'undo' ? 'Undo last change' : 'Redo',
          params: Params,
          response: answers(BuildAnswer),
        },
      },
      async (request, reply) => {
        const { words, ...stored } = await stepBack(
          cache,
          { buildId: request.params.id, client: clientOf(request) },
          direction,
        );
        return send(request, reply, stored, { words });
      },
    );
  }

  app.get(
    '/builds/:id/history',
    { schema: { summary: 'Change history, newest first', params: Params, response: answers(BuildHistory) } },
    (request) => history(db, request.params.id),
  );
}
