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
  type ErrorResponse,
} from 'react-router';
import { knowTheKnitter, whoAsks } from './knitter/asking.server';
import { readSettings } from './db/pieces.server';
import type { DamageShown } from './messages/damage';
import { Damaged } from './ui/damaged';
import type { Route } from './+types/root';
import './app.css';

export const middleware: Route.MiddlewareFunction[] = [knowTheKnitter];

export async function loader({ context }: Route.LoaderArgs) {
  const { db, knitterId } = whoAsks(context);
  return { settings: await readSettings(db, knitterId) };
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
  const answer = isRouteErrorResponse(error) ? error : null;
  const damage = (answer?.data as { damage?: DamageShown } | null | undefined)?.damage;
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <title>Gritch</title>
      {damage ? <Damaged damage={damage} /> : <Failed answer={answer} />}
    </main>
  );
}

function Failed({ answer }: { answer: ErrorResponse | null }) {
  const lost = answer?.status === 404;
  const words = answer && answer.status < 500 && typeof answer.data === 'string' ? answer.data : '';
  return (
    <>
      <h1 className="text-5xl">{lost ? 'Nothing on this hook' : 'A stitch was dropped'}</h1>
      <p className="mt-6 text-xl">
        {words ||
          (lost
            ? 'There is no such page here. The address may be mistyped.'
            : answer
              ? 'Gritch could not make this page. Rows that are not sent yet stay on this device.'
              : 'This page could not be shown here. Without a network only pages that were opened on this device before are to be had. Rows that are not sent yet stay on this device.')}
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
    </>
  );
}
