import * as routers from 'expo-router/build/fork/getStateFromPath-forks';
import type { RouteConfig } from 'expo-router/build/fork/getStateFromPath';
import { getRouteConfigSorter } from './routeOrder';

const config = (pattern: string, ...routeNames: string[]): RouteConfig => {
  const parts = pattern.split('/');
  const how = { isIndex: routeNames.at(-1) === 'index', staticPartCount: parts.filter((part) => !part.startsWith(':')).length };
  return { type: 'dynamic', pattern, parts, routeNames, expandedRouteNames: routeNames, ...how } as unknown as RouteConfig;
};

test('routes stand in the order the router gives them, those of one address too', () => {
  const routes = [
    config('jobs/:jobId', 'jobs/[jobId]', 'index'),
    config('jobs/:jobId', 'jobs/[jobId]'),
    config('jobs/:jobId/bin', 'jobs/[jobId]', 'bin'),
    config('jobs/:jobId/runs/:runId', 'jobs/[jobId]/runs/[runId]'),
    config('jobs/:jobId/runs/:runId', 'jobs/[jobId]/runs/[runId]', 'index'),
    config('jobs/:jobId/runs/:runId/dig/:tab', 'jobs/[jobId]/runs/[runId]', 'dig/[tab]'),
  ];
  const [own, ours] = [routers.getRouteConfigSorter(), getRouteConfigSorter()];
  for (const a of routes) for (const b of routes) expect(Math.sign(ours(a, b))).toBe(Math.sign(own(a, b)));
});
