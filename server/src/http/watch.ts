import { Router, type Request, type RequestHandler } from 'express';
import type { Logger } from 'pino';
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client';

/** What a request is counted under: its route with names in the place of ids, so that there are as many as there are routes. */
const routeOf = ({ baseUrl, path, route }: Request): string => {
  const own = (route as { path?: unknown } | undefined)?.path;
  return typeof own === 'string' && own !== '/{*screen}'
    ? baseUrl + own
    : baseUrl.startsWith('/api') || path.startsWith('/api')
      ? 'other'
      : 'page';
};

/** How the server is doing: a line in the log for each request, and counts to be fetched in the open text format. Neither holds anything of what was sent. */
export function watch(log: Logger): { each: RequestHandler; routes: Router } {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const took = new Histogram({
    name: 'tamper_request_seconds',
    help: 'Requests by method, route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.2, 1, 5],
    registers: [registry],
  });
  const each: RequestHandler = (request, response, next) => {
    const begun = performance.now();
    response.once('finish', () => {
      const seconds = (performance.now() - begun) / 1000;
      const [method, route, status] = [request.method, routeOf(request), response.statusCode];
      took.observe({ method, route, status }, seconds);
      log.info({ method, route, status, ms: Math.round(seconds * 1000) }, 'request');
    });
    next();
  };
  const routes = Router();
  routes.get('/', async (_request, response) => {
    response.type(registry.contentType).send(await registry.metrics());
  });
  return { each, routes };
}
