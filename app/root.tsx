import type { ReactNode } from 'react';
import {
  isRouteErrorResponse,
  Link,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
} from 'react-router';
import { database, LOCAL_KNITTER } from './db/client.server';
import { readSettings } from './db/pieces.server';
import type { Route } from './+types/root';
import './app.css';

export async function loader() {
  return { settings: await readSettings(await database(), LOCAL_KNITTER) };
}

export const links: Route.LinksFunction = () => [
  { rel: 'icon', href: '/icon.svg', type: 'image/svg+xml' },
  { rel: 'manifest', href: '/manifest.webmanifest' },
  { rel: 'apple-touch-icon', href: '/icon-192.png' },
];
export const meta: Route.MetaFunction = () => [{ title: 'Gritch' }];

export function Layout({ children }: { children: ReactNode }) {
  const root = useRouteLoaderData<typeof loader>('root');
  return (
    <html lang="en" data-theme={root?.settings.theme ?? 'system'}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover" />
        <meta name="theme-color" content="#14564a" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function App() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = isRouteErrorResponse(error);
  const lost = known && error.status === 404;
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <title>Gritch</title>
      <h1 className="text-5xl">{lost ? 'Nothing on this hook' : 'A stitch was dropped'}</h1>
      <p className="mt-6 text-xl">
        {lost && typeof error.data === 'string' && error.data
          ? error.data
          : lost
            ? 'There is no such page here. The address may be mistyped.'
            : 'This page could not be shown. Without a network only pages that were opened on this device before are here. Your rows are safe.'}
      </p>
      <p className="mt-10 flex flex-wrap gap-4">
        <Link to="/" reloadDocument className="action-button">
          To the bench
        </Link>
        {!lost && (
          <a href="" className="plain-button">
            Try this page again
          </a>
        )}
      </p>
    </main>
  );
}
