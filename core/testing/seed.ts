/** Every property of a run draws from one seed: see size.ts. */
import fc from 'fast-check';
import { SEED } from './size';

fc.configureGlobal({ seed: SEED });
