/** Finds rows off the page's own thread, so that a long piece never holds up the screen. */
import { expose } from 'comlink';
import { placeDesk } from './place-desk';

expose(placeDesk());
