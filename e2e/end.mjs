/** After the last browser test: servers and browsers are closed, their folders removed. */
import { once } from 'node:events';

export default async function endAll() {
  await Promise.all(
    globalThis.workplaces.map(async (child) => {
      const gone = once(child, 'exit');
      child.send('close');
      await gone;
    }),
  );
}
