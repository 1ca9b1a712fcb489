/** What only a browser can lay out is left out of the server's page. */
import { useSyncExternalStore } from 'react';

const unchanging = () => () => undefined;

/** Whether the page lives: false on the server and in the first drawing after it. */
export const useInPage = (): boolean =>
  useSyncExternalStore(
    unchanging,
    () => true,
    () => false,
  );
