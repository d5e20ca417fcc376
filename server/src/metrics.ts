import { monitorEventLoopDelay } from 'node:perf_hooks';
import type { FastifyInstance } from 'fastify';
import { Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { Gate } from './guards/gate.ts';

/** Delays are counted in these steps, s. */
const STEPS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2, 5];
const LOOP_RESOLUTION_MS = 5;
const NS_PER_S = 1e9;

/**
 * What the server does, in figures, in the open text format: requests and their delays by route, saves by what came of
 * them, large requests that wait, how long the event loop was held up, memory. At `/metrics`, for whoever watches over it.
 */
export function tellMetrics(app: FastifyInstance, bodies: Pick<Gate, 'waiting'>): void {
  const registry = new Registry();
  const registers = [registry];
  const requests = new Counter({
    name: 'pelkin_requests_total',
    help: 'Requests answered',
    labelNames: ['method', 'route', 'status'],
    registers,
  });
  const delays = new Histogram({
    name: 'pelkin_request_seconds',
    help: 'Time from a request to the end of its answer',
    labelNames: ['method', 'route'],
    buckets: STEPS,
    registers,
  });
  const saves = new Counter({
    name: 'pelkin_saves_total',
    help: 'Saves of designs, by what came of them',
    labelNames: ['result'],
    registers,
  });
  new Gauge({
    name: 'pelkin_large_requests_waiting',
    help: 'Large requests that wait to be read',
    registers,
    collect() {
      this.set(bodies.waiting());
    },
  });
  new Gauge({
    name: 'pelkin_memory_bytes',
    help: 'Memory of the server process',
    registers,
    collect() {
      this.set(process.memoryUsage.rss());
    },
  });
  const loop = monitorEventLoopDelay({ resolution: LOOP_RESOLUTION_MS });
  loop.enable();
  new Gauge({
    name: 'pelkin_event_loop_delay_seconds',
    help: 'How long the event loop was held up, since these figures were last read',
    labelNames: ['quantile'],
    registers,
    collect() {
      for (const quantile of [50, 99])
        this.set({ quantile: quantile / 100 }, loop.percentile(quantile) / NS_PER_S);
      this.set({ quantile: 1 }, loop.max / NS_PER_S);
      loop.reset();
    },
  });
  app.addHook('onClose', async () => void loop.disable());
  app.addHook('onResponse', async (request, reply) => {
    const { method } = request;
    const route = request.routeOptions.url ?? 'none';
    requests.inc({ method, route, status: reply.statusCode });
    delays.observe({ method, route }, reply.elapsedTime / 1_000);
    if (route === '/api/designs/:id' && (method === 'PUT' || method === 'PATCH'))
      saves.inc({ result: resultOf(reply.statusCode) });
  });
  app.get('/metrics', { schema: { hide: true } }, async (_request, reply) =>
    reply.type(registry.contentType).send(await registry.metrics()),
  );
}

const resultOf = (status: number): string => {
  if (status === 200) return 'kept';
  if (status === 409) return 'stale';
  if (status === 503 || status === 429) return 'asked to wait';
  return status < 500 ? 'refused' : 'failed';
};
