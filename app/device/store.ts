/** The browser's storage, or a stand-in that takes nothing where the browser forbids it. */
import type { Store } from '~/journal/pending';

const FORBIDDEN: Store = {
  length: 0,
  key: () => null,
  getItem: () => null,
  removeItem: () => undefined,
  setItem: () => {
    throw new Error('this browser keeps nothing for this page');
  },
};

export function deviceStore(): Store {
  try {
    return window.localStorage;
  } catch {
    return FORBIDDEN;
  }
}
