/** Which pages there are, and what each takes: known before the framework is asked. */
import { matchRoutes, type RouteObject, type ServerBuild } from 'react-router';
import { TAKES, type Takes } from './takes';

/** `page`: it has something to show, and so data that the framework asks for apart. */
export type Way = { readonly path: string; readonly takes: Takes | null; readonly page: boolean };

const NO_PAGE = '*';
/** The framework asks for a page's data under the page's path with this at its end. */
const DATA = /\.data$/;
const ROOT_DATA = '/_root.data';

export const asksForData = (path: string) => DATA.test(path);
const pagePath = (path: string) => (path === ROOT_DATA ? '/' : path.replace(DATA, ''));

/** @returns what is at a path; null where no page is. Throws if a route with an action has no limits. */
export function waysOf(build: Pick<ServerBuild, 'routes'>): (path: string) => Way | null {
  const routes = Object.values(build.routes).filter((route) => route !== undefined);
  const leaves = routes.filter(({ id }) => id !== 'root');
  for (const { path = '', module } of leaves)
    if (Boolean(module.action) !== TAKES.has(path)) throw new Error(`server/takes.ts and ${path} disagree`);
  const objects: RouteObject[] = leaves.map(({ id, path, index }) =>
    index ? { id, index: true } : { id, path: path ?? '' },
  );
  const pages = new Set(leaves.filter(({ module }) => module.default).map(({ path }) => path ?? ''));
  return (path) => {
    const page = pagePath(path);
    let found: ReturnType<typeof matchRoutes>;
    try {
      found = matchRoutes(objects, page);
    } catch {
      return null;
    }
    const route = found?.[0]?.route;
    if (!route || route.path === NO_PAGE) return null;
    const own = route.path ?? '';
    return { path: own, takes: TAKES.get(own) ?? null, page: pages.has(own) };
  };
}
