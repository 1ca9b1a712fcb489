/** What the request layer tells the app about a request, beside the request itself. */
import { createContext } from 'react-router';

/** Marks the scripts of this answer as Gritch's own. */
export const nonceContext = createContext<string | undefined>(undefined);
/** Under this id the log speaks of the request. */
export const requestIdContext = createContext<string>('');
