import rateLimit from '@fastify/rate-limit';
import type { FastifyInstance } from 'fastify';
import { Refused } from '../errors.ts';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** The host of an address or header, without its port. */
const hostName = (text: string | undefined): string => (text ?? '').replace(/:\d+$/, '').toLowerCase();
const originHost = (origin: string): string | null => {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return null;
  }
};

/** How many requests are left is nobody's concern until they are too many. */
const NO_HEADERS = {
  'x-ratelimit-limit': false,
  'x-ratelimit-remaining': false,
  'x-ratelimit-reset': false,
};
/** Requests of one address that are taken within the time below: a person with a dozen tabs, with room. */
const MOST_REQUESTS = 2_000;
const WITHIN_MS = 10_000;

/**
 * Who may ask, and how often. Requests to another name are refused (a page elsewhere that points its own name at this
 * machine), changes that a page of elsewhere sends are refused (its Origin tells), and a flood is told to wait.
 */
export async function guardRequests(
  app: FastifyInstance,
  allowedHosts: readonly string[],
  mostRequests: number = MOST_REQUESTS,
): Promise<void> {
  await app.register(rateLimit, {
    max: mostRequests,
    timeWindow: WITHIN_MS,
    addHeaders: NO_HEADERS,
    addHeadersOnExceeding: NO_HEADERS,
    errorResponseBuilder: (_request, { ttl }) =>
      new Refused(
        429,
        'too-many-requests',
        `too many requests: wait ${Math.ceil(ttl / 1000)} s, then try again`,
      ),
  });
  app.addHook('onRequest', async (request, reply) => {
    const { host, origin } = request.headers;
    const name = hostName(host);
    if (!LOOPBACK.has(name) && !allowedHosts.includes(name))
      throw new Refused(
        421,
        'unknown-host',
        `this server does not answer for “${name.slice(0, 100)}”: name it in ALLOWED_HOSTS`,
      );
    const isForeign =
      request.headers['sec-fetch-site'] === 'cross-site' ||
      (origin !== undefined && originHost(origin) !== (host ?? '').toLowerCase());
    if (!READS.has(request.method) && isForeign)
      throw new Refused(403, 'foreign-origin', 'a page of another site cannot change designs here');
    void reply.header('x-request-id', request.id);
    void reply.header('permissions-policy', PERMISSIONS);
    if (request.url.startsWith('/api/')) void reply.header('cache-control', 'no-store');
  });
}

/** Nothing of the device beside the screen is requested. */
const PERMISSIONS = [
  'camera',
  'geolocation',
  'microphone',
  'payment',
  'usb',
  'serial',
  'midi',
  'display-capture',
]
  .map((feature) => `${feature}=()`)
  .join(', ');
