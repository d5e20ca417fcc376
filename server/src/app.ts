import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import { randomBytes } from 'node:crypto';
import type { FastifyBaseLogger, FastifyInstance } from 'fastify';
import Fastify, { LogController } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import type { Config } from './config.ts';
import type { Db } from './db/connect.ts';
import { demoRoutes } from './demo.ts';
import { stopChecking } from './designs/admit.ts';
import { designRoutes } from './designs/routes.ts';
import { answerFailure, tellErrors } from './errors.ts';
import { queueBodies } from './guards/bodies.ts';
import { limitConnections } from './guards/connections.ts';
import { guardRequests } from './guards/requests.ts';
import { VERSION, healthRoutes } from './health.ts';
import { tellMetrics } from './metrics.ts';
import { PICTURE_LIMIT } from './pictures/limit.ts';
import { partRoutes } from './parts/routes.ts';
import { pictureRoutes } from './pictures/routes.ts';
import { restorePointRoutes } from './restorePoints/routes.ts';
import { revisionRoutes } from './revisions/routes.ts';
import { workshopRoutes } from './workshops/routes.ts';

/** Largest request that is read: a design of the most nodes is under a tenth of it. */
const BODY_LIMIT = 2 * 1024 * 1024;
/** A request that has not come whole by then is not waited for, and one connection does not stay open for nothing, ms. */
const HEADERS_WITHIN_MS = 10_000;
const REQUEST_WITHIN_MS = 60_000;
const IDLE_MS = 30_000;
/** Connections are looked over for late ones this often, ms. */
const LOOK_EVERY_MS = 1_000;
const MOST_HEADER_BYTES = 16 * 1024;

/**
 * The library of solids is WebAssembly, which a page may not compile; the one worker that works with solids may, by a policy
 * of its own.
 */
const WITH_SOLIDS = /\/assets\/long\.worker-[^/]+\.js(\.\w+)?$/;
const SOLIDS_POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'";

/** A request's number: short enough to be read out. */
const requestId = (): string => randomBytes(5).toString('hex');

/** The application's server, not yet listening. Without a logger it says nothing. */
export async function buildApp(
  db: Db,
  config: Pick<Config, 'webRoot' | 'allowedHosts'> &
    Partial<Pick<Config, 'demoRoot' | 'mostRequests' | 'stateFolder'>>,
  logger: FastifyBaseLogger | null = null,
): Promise<FastifyInstance> {
  const app = Fastify({
    ...(logger ? { loggerInstance: logger } : { logger: false }),
    logController: new LogController({ disableRequestLogging: true }),
    genReqId: requestId,
    bodyLimit: BODY_LIMIT,
    forceCloseConnections: true,
    requestTimeout: REQUEST_WITHIN_MS,
    connectionTimeout: IDLE_MS * 4,
    keepAliveTimeout: IDLE_MS,
    http: {
      maxHeaderSize: MOST_HEADER_BYTES,
      headersTimeout: HEADERS_WITHIN_MS,
      connectionsCheckingInterval: LOOK_EVERY_MS,
    },
    // What is refused before any route is found is reported in the same shape.
    frameworkErrors: answerFailure,
  });
  limitConnections(app.server);
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  // JSON alone: a form on a page elsewhere cannot send it without being asked first.
  app.removeContentTypeParser('text/plain');
  tellErrors(app);
  app.addHook('onResponse', async (request, reply) => {
    const [place] = request.url.split('?');
    request.log.info(
      {
        method: request.method,
        place: place!.slice(0, 200),
        status: reply.statusCode,
        ms: Math.round(reply.elapsedTime),
      },
      'request',
    );
  });
  app.addHook('onClose', stopChecking);
  await guardRequests(app, config.allowedHosts, config.mostRequests);
  tellMetrics(app, queueBodies(app, PICTURE_LIMIT));
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        // The interface's style library writes its rules into the page.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'", 'data:'],
        workerSrc: ["'self'", 'blob:'],
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
    openapi: {
      info: { title: 'Pelkin', description: 'Designs of electric guitars and basses', version: VERSION },
    },
    transform: jsonSchemaTransform,
  });
  await app.register(healthRoutes(db, config.stateFolder ?? null));
  await app.register(workshopRoutes(db));
  await app.register(designRoutes(db));
  await app.register(revisionRoutes(db));
  await app.register(restorePointRoutes(db));
  await app.register(partRoutes(db));
  await app.register(pictureRoutes(db));
  await app.register(demoRoutes(db, config.demoRoot ?? null));
  app.get('/api/openapi.json', { schema: { hide: true } }, async () => app.swagger());

  const { webRoot } = config;
  if (webRoot) {
    await app.register(fastifyStatic, {
      root: webRoot,
      preCompressed: true,
      wildcard: false,
      // Built files carry a hash in their names; the page that names them is always requested again.
      setHeaders: (reply, path) => {
        const isAsset = /\/assets\//.test(path);
        void reply.header('cache-control', isAsset ? 'public, max-age=31536000, immutable' : 'no-cache');
        if (WITH_SOLIDS.test(path)) void reply.header('content-security-policy', SOLIDS_POLICY);
      },
    });
    // Places within the application are its page: reload and bookmarks work.
    app.get('/designs/*', { schema: { hide: true } }, (_request, reply) => reply.sendFile('index.html'));
  }
  return app;
}
