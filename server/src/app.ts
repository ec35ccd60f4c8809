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
/** Faults told of one body; of the rest their number. */
const MOST_ERRORS = 20;

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
    frameworkErrors: (error, _request, reply) => {
      const words =
        error.code === 'FST_ERR_BAD_URL'
          ? 'The address can’t be read: a % in it stands for nothing.'
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

/** As PostgreSQL and the system say that there is no room. */
const isDiskFull = ({ code, message }: { readonly code?: string; readonly message: string }): boolean =>
  code === '53100' || code === 'ENOSPC' || /no space left on device/i.test(message);

/** JSON that says where it is none. */
function readJson(app: App): void {
  const parse = app.getDefaultJsonParser('error', 'error');
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (request, body, done) => {
    const text = String(body);
    void parse(request, text, (error, value) => (error ? done(badJson(text)) : done(null, value)));
  });
}

function badJson(text: string): Problem {
  if (text.trim() === '') return new Problem(400, 'The body is empty: JSON is wanted.');
  try {
    JSON.parse(text);
  } catch (error) {
    const at = /position (\d+)/.exec((error as Error).message)?.[1];
    const before = text.slice(0, at === undefined ? text.length : Number(at)).split('\n');
    return new Problem(400, `The body is no JSON: see line ${before.length}, character ${before.at(-1)!.length + 1}.`);
  }
  return new Problem(400, 'The body names a thing “__proto__” or “constructor”, which is not taken.');
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
      const all = fieldProblems(error.validation);
      const errors = all.slice(0, MOST_ERRORS);
      const more = all.length > errors.length ? { errorsLeft: all.length - errors.length } : {};
      return reply.code(400).send(problemBody(400, errors[0]?.message ?? 'The input does not fit.', errors, more));
    }
    const status = error.statusCode ?? 500;
    if (status === 413) {
      const most = request.routeOptions.bodyLimit ?? BODY_LIMIT;
      return reply
        .code(413)
        .send(problemBody(413, `The body is larger than the ${Math.round(most / 1024 / 1024)} MB that are taken.`));
    }
    if (status >= 400 && status < 500) return reply.code(status).send(problemBody(status, error.message));
    if (isDiskFull(error))
      return reply
        .code(507)
        .send(problemBody(507, 'The disk is full: nothing was saved. Make room; then it goes on as it is.'));
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
