import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import type { FastifyInstance, FastifyServerOptions } from 'fastify';
import Fastify from 'fastify';
import { jsonSchemaTransform, serializerCompiler, validatorCompiler } from 'fastify-type-provider-zod';
import type { Config } from './config.ts';
import type { Db } from './db/connect.ts';
import { FIRST_WORKSHOP } from './db/migrations.ts';
import { demoRoutes } from './demo.ts';
import { designRoutes } from './designs/routes.ts';
import { Refused, tellErrors } from './errors.ts';
import { partRoutes } from './parts/routes.ts';
import { pictureRoutes } from './pictures/routes.ts';
import { revisionRoutes } from './revisions/routes.ts';
import { workshopRoutes } from './workshops/routes.ts';

/** Largest request that is read: a design of the most nodes is under a tenth of it. */
const BODY_LIMIT = 2 * 1024 * 1024;
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** The host a request was made to, without its port. */
const hostName = (header: string | undefined): string => (header ?? '').replace(/:\d+$/, '').toLowerCase();

/** The application's server, not yet listening. */
export async function buildApp(
  db: Db,
  config: Pick<Config, 'webRoot' | 'allowedHosts'> & Partial<Pick<Config, 'demoRoot'>>,
  logger: FastifyServerOptions['logger'] = false,
): Promise<FastifyInstance> {
  const app = Fastify({ logger, bodyLimit: BODY_LIMIT, forceCloseConnections: true });
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  // JSON alone: a form on a page elsewhere cannot send it without being asked first.
  app.removeContentTypeParser('text/plain');
  tellErrors(app);
  // A page elsewhere that points its own name at this machine does not reach the designs.
  app.addHook('onRequest', async (request) => {
    const host = hostName(request.headers.host);
    if (!LOOPBACK.has(host) && !config.allowedHosts.includes(host))
      throw new Refused(
        421,
        'unknown-host',
        `this server does not answer for “${host.slice(0, 100)}”: name it in ALLOWED_HOSTS`,
      );
  });
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
      info: { title: 'Pelkin', description: 'Designs of electric guitars and basses', version: '0.1.0' },
    },
    transform: jsonSchemaTransform,
  });
  const workshopOf = (): string => FIRST_WORKSHOP;
  await app.register(workshopRoutes(db));
  await app.register(designRoutes(db, workshopOf));
  await app.register(revisionRoutes(db, workshopOf));
  await app.register(partRoutes(db, workshopOf));
  await app.register(pictureRoutes(db, workshopOf));
  await app.register(demoRoutes(db, workshopOf, config.demoRoot ?? null));
  app.get('/api/openapi.json', { schema: { hide: true } }, async () => app.swagger());

  const { webRoot } = config;
  if (webRoot) {
    await app.register(fastifyStatic, {
      root: webRoot,
      preCompressed: true,
      wildcard: false,
      // Built files carry a hash in their names; the page that names them is always asked for anew.
      setHeaders: (reply, path) =>
        void reply.header(
          'cache-control',
          /\/assets\//.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
        ),
    });
    // Places within the application are its page: reload and bookmarks work.
    app.get('/designs/*', { schema: { hide: true } }, (_request, reply) => reply.sendFile('index.html'));
  }
  return app;
}
