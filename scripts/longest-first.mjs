/** The order in which Jest runs files: the longest first, so that both cores end together, also where nothing was run before. */
import fs from 'node:fs';
import path from 'node:path';
import Sequencer from '@jest/test-sequencer';
import { ROOT } from './prepare.mjs';

/** Seconds that long files took on a quiet machine: only their order counts, and only until they have been run here. */
const TOOK = JSON.parse(fs.readFileSync(new URL('test-seconds.json', import.meta.url), 'utf8'));

export default class LongestFirst extends Sequencer {
  sort(tests) {
    const seconds = ({ path: file, duration }) =>
      duration === undefined ? (TOOK[path.relative(ROOT, file)] ?? 0) : duration / 1000;
    return super.sort(tests).toSorted((a, b) => seconds(b) - seconds(a));
  }
}
