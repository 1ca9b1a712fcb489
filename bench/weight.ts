/** JavaScript that the needles screen loads, gzipped; fonts and workers are counted apart. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { atMost, type Line } from './numbers';

const ASSETS = 'build/client';
const SCREEN = ['root', 'routes/needles/route'];

type Manifest = {
  readonly entry: { readonly module: string; readonly imports: readonly string[] };
  readonly routes: Readonly<
    Record<string, { readonly module: string; readonly imports?: readonly string[] }>
  >;
  readonly url: string;
};

function manifest(): Manifest {
  const name = readdirSync(path.join(ASSETS, 'assets')).find((file) => /^manifest-.*\.js$/.test(file));
  if (!name) throw new Error('the build has no manifest');
  const url = `/assets/${name}`;
  const script = readFileSync(path.join(ASSETS, url), 'utf8');
  return JSON.parse(script.slice(script.indexOf('{'), script.lastIndexOf('}') + 1)) as Manifest;
}

export function weight(): Line[] {
  const { entry, routes, url } = manifest();
  const modules = SCREEN.flatMap((id) => {
    const route = routes[id];
    return route ? [route.module, ...(route.imports ?? [])] : [];
  });
  const files = new Set(
    [url, entry.module, ...entry.imports, ...modules].filter((file) => file.endsWith('.js')),
  );
  const bytes = [...files].reduce(
    (sum, file) => sum + gzipSync(readFileSync(path.join(ASSETS, file))).length,
    0,
  );
  return [atMost('JavaScript for the needles screen, gzipped', bytes / 1000, 220, ' kB')];
}
