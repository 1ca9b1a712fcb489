/** Reads texts off the page's own thread, so that typing never waits for a long pattern. */
import { expose } from 'comlink';
import { readText } from '../patterns/reading';

export type Reader = { readonly readText: typeof readText };
expose({ readText } satisfies Reader);
