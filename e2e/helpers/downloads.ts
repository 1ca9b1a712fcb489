/** Files that the browser saves, told by the browser itself when they are whole. */
import path from 'node:path';
import type { Device } from './browser';

/**
 * Does what saves a file, and waits until it is whole.
 * @returns its path in the folder
 */
export async function download(
  { context }: Device,
  folder: string,
  save: () => Promise<unknown>,
): Promise<string> {
  const session = await context.browser().target().createCDPSession();
  try {
    await session.send('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
      eventsEnabled: true,
      ...(context.id && { browserContextId: context.id }),
    });
    const whole = new Promise<string>((resolve, reject) => {
      const names = new Map<string, string>();
      session.on('Browser.downloadWillBegin', ({ guid, suggestedFilename }) =>
        names.set(guid, suggestedFilename),
      );
      session.on('Browser.downloadProgress', ({ guid, state }) => {
        const name = names.get(guid);
        if (name && state === 'completed') resolve(path.join(folder, name));
        if (name && state === 'canceled') reject(new Error(`${name} was not saved`));
      });
    });
    await save();
    return await whole;
  } finally {
    await session.detach();
  }
}
