import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import sse from '@fastify/sse';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import { fieldProblems, InputError } from '@sable/core';
import Fastify, { type FastifyError, type FastifyReply, type FastifyRequest } from 'fastify';
import { Type } from 'typebox';
import type { Db } from './db/db.ts';
import type { App } from './http/app.ts';
import { misfit, problemBody, problemOf, Problem } from './http/problem.ts';
import { parseJson } from './http/json.ts';
import { briefly } from './http/docs.ts';
import { answers, validateWhenAsked, writeAsItIs } from './http/schemas.ts';
import { Files } from './jobs/files.ts';
import type { SumTask } from './jobs/sumWorker.ts';
import { SUM_LIMITS, WorkPool, type PoolLimits } from './jobs/workPool.ts';
import { BuildCache } from './store/buildCache.ts';
import { ShopEvents } from './store/shopEvents.ts';
import { demoRoutes } from './routes/demo.ts';
import { eventRoutes } from './routes/events.ts';
import { buildRoutes } from './routes/builds.ts';
import { exchangeRoutes } from './routes/exchange.ts';
import { guardHosts } from './http/guard.ts';
import { incomingRoutes } from './routes/incoming.ts';
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
  /** The bundles that threads for sums, and for files, start from. */
  readonly sumWorker: string;
  readonly fileWorker: string;
  /** The folder of the demo shop. */
  readonly demo: string;
  /** The folder of the migrations. */
  readonly migrations: string;
  /** Is shown every answer before it goes out: the tests hold each against its schema. */
  readonly onAnswer?: (request: FastifyRequest, status: number, payload: unknown) => void;
  /** How many sums at once, and how long each. */
  readonly sums?: PoolLimits;
  readonly files?: PoolLimits;
}

export async function buildApp(options: AppOptions): Promise<App> {
  const app: App = Fastify({
    logger: options.logger ?? false,
    bodyLimit: BODY_LIMIT,
    frameworkErrors: (error, _request, reply) => {
      const words =
        error.code === 'FST_ERR_BAD_URL'
          ? 'Invalid address: incomplete % code.'
          : 'The address can’t be read: a part of it is too long.';
      void (reply as unknown as FastifyReply).code(400).type('application/problem+json').send(problemBody(400, words));
    },
  }).withTypeProvider<TypeBoxTypeProvider>();
  // The query string is text by nature; everything there is an enum or a string, so nothing needs coercing.
  app.setValidatorCompiler(validateWhenAsked);
  app.setSerializerCompiler(writeAsItIs);
  const { onAnswer } = options;
  if (onAnswer) app.addHook('onSend', async (request, reply, payload) => onAnswer(request, reply.statusCode, payload));
  readJson(app);
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
    openapi: { info: { title: 'Sable', description: 'HTTP API for all functions.', version: '1' } },
    transform: ({ schema, url }) => ({ schema: schema && briefly(schema as Readonly<Record<string, unknown>>), url }),
  });
  await app.register(swaggerUi, { routePrefix: '/api/docs' });
  await app.register(sse);
  await app.register(
    async (v1) => {
      const routes = v1 as unknown as App;
      routes.get(
        '/health',
        { schema: { summary: 'Health check', response: answers(Type.Object({ ok: Type.Boolean() })) } },
        async () => {
          await options.db.alive();
          return { ok: true };
        },
      );
      const events = new ShopEvents();
      libraryRoutes(routes, options.db, events);
      buildRoutes(routes, options.db, new BuildCache(options.db, events));
      demoRoutes(routes, options.db, events, options.demo);
      eventRoutes(routes, events);
      const files = new Files(options.db, options.fileWorker, options.migrations, options.files);
      app.addHook('onClose', () => files.close());
      exchangeRoutes(routes, options.db, files);
      incomingRoutes(routes, files, events);
      yardRoutes(routes, options.db, options.yard);
      scalesRoutes(routes, options.db);
      loomTestRoutes(routes, options.db);
      pictureRoutes(routes, options.db);
      sumRoutes(routes, new WorkPool<SumTask>(options.sumWorker, options.sums ?? SUM_LIMITS));
    },
    { prefix: '/api/v1' },
  );
  await serveWeb(app, options.webFolder);
  return app;
}

/** JSON that says where it is none. */
function readJson(app: App): void {
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) => {
    try {
      done(null, parseJson(String(body)));
    } catch (error) {
      done(error as Problem);
    }
  });
}

function answerProblems(app: App): void {
  app.setErrorHandler((error: FastifyError | Problem | InputError, request, reply) => {
    reply.type('application/problem+json');
    const problem =
      error instanceof Error && 'validation' in error && error.validation
        ? misfit(fieldProblems(error.validation))
        : problemOf(error);
    if (problem)
      return reply
        .code(problem.status)
        .send(problemBody(problem.status, problem.message, problem.errors, problem.more));
    const status = (error as FastifyError).statusCode ?? 500;
    if (status === 413) {
      const most = request.routeOptions.bodyLimit ?? BODY_LIMIT;
      return reply.code(413).send(problemBody(413, `Request too large (limit ${Math.round(most / 1024 / 1024)} MB).`));
    }
    if (status >= 400 && status < 500) return reply.code(status).send(problemBody(status, error.message));
    request.log.error(error);
    return reply.code(500).send(problemBody(500, 'Not saved. See the server log.'));
  });
}

async function serveWeb(app: App, folder: string | undefined): Promise<void> {
  const notFound = (url: string) => problemBody(404, `Not found: ${url}.`);
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
