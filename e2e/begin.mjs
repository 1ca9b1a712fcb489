/** Before the first browser test: one place of work for each of Jest's workers (see workplace.mjs). */
import { fork } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';

async function begin() {
  const child = fork(path.join(import.meta.dirname, 'workplace.mjs'), {
    env: { ...process.env, NODE_ENV: 'production', GRITCH_LOG: 'error' },
    execArgv: ['--no-warnings'],
  });
  const [told] = await Promise.race([
    once(child, 'message'),
    once(child, 'exit').then(([code]) => {
      throw new Error(`a place of work ended with ${code} before it began`);
    }),
  ]);
  return { child, told };
}

export default async function beginAll({ maxWorkers }) {
  const places = await Promise.all(Array.from({ length: maxWorkers }, begin));
  globalThis.workplaces = places.map(({ child }) => child);
  process.env.GRITCH_WORKPLACES = JSON.stringify(places.map(({ told }) => told));
}
