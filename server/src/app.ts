import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import sse from '@fastify/sse';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import { fieldProblems, InputError } from '@sable/core';
import Fastify, { type FastifyError, type FastifyRequest } from 'fastify';
import { Type } from 'typebox';
import type { Db } from './db/db.ts';
import type { App } from './http/app.ts';
import { Problem, problemBody } from './http/problem.ts';
import { briefly } from './http/docs.ts';
import { answers, validateWhenAsked, writeAsItIs } from './http/schemas.ts';
import { SumPool, type PoolLimits } from './jobs/sumPool.ts';
import { BuildCache } from './store/buildCache.ts';
import { ShopEvents } from './store/shopEvents.ts';
import { eventRoutes } from './routes/events.ts';
import { buildRoutes } from './routes/builds.ts';
import { exchangeRoutes } from './routes/exchange.ts';
import { guardHosts } from './http/guard.ts';
import { libraryRoutes } from './routes/library.ts';
import { loomTestRoutes } from './routes/loomTest.ts';
import { pictureRoutes } from './routes/pictures.ts';
import { scalesRoutes } from './routes/scales.ts';
import { sumRoutes } from './routes/sums.ts';
import { yardRoutes } from './routes/yard.ts';
import type { YardFeed } from './standins/yard.ts';

/** Largest body taken, bytes: a bundle of a large build is well below it. */
const BODY_LIMIT = 8 * 1024 * 1024;

export interface AppOptions {
  readonly db: Db;
  readonly yard: YardFeed;
  /** Hosts with port that this server answers to; asked at each request, because the port may be chosen when listening. */
  readonly hosts: () => ReadonlySet<string>;
  readonly webFolder?: string;
  readonly devOrigin?: string | undefined;
  readonly logger?: boolean;
  /** The bundle that threads for sums start from. */
  readonly sumWorker: string;
  /** Is shown every answer before it goes out: the tests hold each against its schema. */
  readonly onAnswer?: (request: FastifyRequest, status: number, payload: unknown) => void;
  /** How many sums at once, and how long each. */
  readonly sums?: PoolLimits;
}

export async function buildApp(options: AppOptions): Promise<App> {
  const app: App = Fastify({
    logger: options.logger ?? false,
    bodyLimit: BODY_LIMIT,
  }).withTypeProvider<TypeBoxTypeProvider>();
  // The query string is text by nature; everything there is an enum or a string, so nothing needs coercing.
  app.setValidatorCompiler(validateWhenAsked);
  app.setSerializerCompiler(writeAsItIs);
  const { onAnswer } = options;
  if (onAnswer) app.addHook('onSend', async (request, reply, payload) => onAnswer(request, reply.statusCode, payload));
  guardHosts(app, options.hosts, options.devOrigin);
  answerProblems(app);
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'", 'blob:'],
        // MUI writes its styles into the page.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
  await app.register(swagger, {
    openapi: { info: { title: 'Sable', description: 'Everything the screens do, over HTTP.', version: '1' } },
    transform: ({ schema, url }) => ({ schema: schema && briefly(schema as Readonly<Record<string, unknown>>), url }),
  });
  await app.register(swaggerUi, { routePrefix: '/api/docs' });
  await app.register(sse);
  await app.register(
    async (v1) => {
      const routes = v1 as unknown as App;
      routes.get(
        '/health',
        { schema: { summary: 'Whether it runs', response: answers(Type.Object({ ok: Type.Boolean() })) } },
        async () => {
          await options.db.query('SELECT 1');
          return { ok: true };
        },
      );
      const events = new ShopEvents();
      libraryRoutes(routes, options.db, events);
      buildRoutes(routes, options.db, new BuildCache(options.db, events));
      eventRoutes(routes, events);
      exchangeRoutes(routes, options.db, events);
      yardRoutes(routes, options.db, options.yard);
      scalesRoutes(routes, options.db);
      loomTestRoutes(routes, options.db);
      pictureRoutes(routes, options.db);
      sumRoutes(routes, new SumPool(options.sumWorker, options.sums));
    },
    { prefix: '/api/v1' },
  );
  await serveWeb(app, options.webFolder);
  return app;
}

function answerProblems(app: App): void {
  app.setErrorHandler((error: FastifyError | Problem | InputError, request, reply) => {
    reply.type('application/problem+json');
    if (error instanceof Problem)
      return reply.code(error.status).send(problemBody(error.status, error.message, error.errors, error.more));
    if (error instanceof InputError) {
      return reply
        .code(422)
        .send(problemBody(422, error.message, [{ pointer: error.pointer, message: error.message }]));
    }
    if (error.validation) {
      const errors = fieldProblems(error.validation).slice(0, 20);
      return reply.code(400).send(problemBody(400, errors[0]?.message ?? 'The input does not fit.', errors));
    }
    const status = error.statusCode ?? 500;
    if (status === 413) {
      const most = request.routeOptions.bodyLimit ?? BODY_LIMIT;
      return reply
        .code(413)
        .send(problemBody(413, `The body is larger than the ${Math.round(most / 1024 / 1024)} MB that are taken.`));
    }
    if (status >= 400 && status < 500) return reply.code(status).send(problemBody(status, error.message));
    request.log.error(error);
    return reply.code(500).send(problemBody(500, 'Nothing was saved. The log of the server says more.'));
  });
}

async function serveWeb(app: App, folder: string | undefined): Promise<void> {
  const notFound = (url: string) => problemBody(404, `There is nothing at ${url}.`);
  if (folder === undefined || !existsSync(folder)) {
    app.setNotFoundHandler((request, reply) =>
      reply.code(404).type('application/problem+json').send(notFound(request.url)),
    );
    return;
  }
  await app.register(fastifyStatic, {
    root: folder,
    wildcard: false,
    preCompressed: true,
    immutable: true,
    maxAge: '1y',
    index: false,
  });
  app.setNotFoundHandler((request, reply) => {
    const page =
      ['GET', 'HEAD'].includes(request.method) &&
      !request.url.startsWith('/api/') &&
      !request.url.startsWith('/assets/');
    if (!page) return reply.code(404).type('application/problem+json').send(notFound(request.url));
    return reply.sendFile('index.html', { maxAge: 0, immutable: false });
  });
}
