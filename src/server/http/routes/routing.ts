import { problem } from '#server/http/problem';
import { allRoutes } from '#server/http/routes/all';
import type { ServedRoute } from '#server/http/serve';
import type { APIContext } from 'astro';

type Params = Readonly<Record<string, string>>;
type Found = { readonly route: ServedRoute; readonly params: Params };
type Place = { readonly pattern: RegExp; readonly routes: ServedRoute[] };

const patternOf = (path: string): RegExp => new RegExp(`^${path.replace(/:(\w+)/g, '(?<$1>[^/]+)')}/?$`);

const places: readonly Place[] = (() => {
  const byPath = new Map<string, ServedRoute[]>();
  for (const each of allRoutes) byPath.set(each.route.path, [...(byPath.get(each.route.path) ?? []), each]);
  // What is named whole comes before what has a name to be filled in.
  const paths = [...byPath].sort(([a], [b]) => Number(a.includes(':')) - Number(b.includes(':')));
  return paths.map(([path, routes]) => ({ pattern: patternOf(path), routes }));
})();

function decoded(groups: Params | undefined): Params | null {
  try {
    return Object.fromEntries(Object.entries(groups ?? {}).map(([name, value]) => [name, decodeURIComponent(value)]));
  } catch {
    return null; // half of an escape
  }
}

/** What answers a path: null where nothing does, else by its method. */
function placeOf(path: string): { readonly routes: readonly ServedRoute[]; readonly params: Params } | null {
  for (const { pattern, routes } of places) {
    const match = pattern.exec(path);
    const params = match && decoded(match.groups);
    if (params) return { routes, params };
  }
  return null;
}

/** @returns what answers a method at a path of the table, or null where there is none */
export function routeAt(method: string, path: string): Found | null {
  const place = placeOf(path);
  const route = place?.routes.find((each) => each.route.method === (method === 'HEAD' ? 'GET' : method));
  return place && route ? { route, params: place.params } : null;
}

/** Answers by the table of routes: 404 for a path that there is not, 405 for a method that its path does not have. */
export async function answerByTable(context: APIContext): Promise<Response> {
  const { pathname } = context.url;
  const found = routeAt(context.request.method, pathname);
  if (found) return found.route.answer(context, found.params);
  const place = placeOf(pathname);
  if (!place) return problem(404, 'not_found');
  const refused = problem(405, 'not_allowed');
  refused.headers.set('allow', place.routes.map((each) => each.route.method).join(', '));
  return refused;
}
