/** Who asks, and for whose data: decided once for each request. Accounts would be looked up here and nowhere else. */
import { createContext, type MiddlewareFunction, type RouterContextProvider } from 'react-router';
import { database, LOCAL_KNITTER, type Database } from '~/db/client.server';

export type Asking = { readonly db: Database; readonly knitterId: string };

const asking = createContext<Asking>();

/** The knitter of this request and the data to look in. */
export const whoAsks = (context: Readonly<RouterContextProvider>): Asking => context.get(asking);

/** Runs before every loader and action. */
export const knowTheKnitter: MiddlewareFunction<Response> = async ({ context }) => {
  context.set(asking, { db: await database(), knitterId: LOCAL_KNITTER });
};
