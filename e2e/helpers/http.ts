/** Requests as no browser would send them: any method, any header, any body, half-read answers. */
import http from 'node:http';
import net from 'node:net';

export type Asked = {
  readonly method?: string;
  readonly path?: string;
  readonly headers?: Readonly<Record<string, string>>;
  /** Written in turn; without a length in the headers it is sent in chunks. */
  readonly body?: string | Buffer | readonly Buffer[];
};
export type Answered = {
  readonly status: number;
  readonly text: string;
  readonly headers: http.IncomingHttpHeaders;
};

export function ask(
  address: string,
  { method = 'GET', path = '/', headers = {}, body }: Asked,
): Promise<Answered> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve, reject) => {
    const request = http.request(
      { hostname, port, method, path, headers, agent: false, insecureHTTPParser: false },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('error', reject);
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            text: Buffer.concat(chunks).toString(),
            headers: response.headers,
          }),
        );
      },
    );
    request.on('error', reject);
    for (const part of Array.isArray(body) ? (body as Buffer[]) : []) request.write(part);
    request.end(Array.isArray(body) ? undefined : (body as string | undefined));
  });
}

/** The same block again and again, `total` bytes in all, as fast as it is taken; resolves with the answer's status. */
export function pour(
  address: string,
  path: string,
  headers: Readonly<Record<string, string>>,
  block: Buffer,
  total: number,
): Promise<number> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve, reject) => {
    let status = 0;
    const request = http.request(
      { hostname, port, method: 'POST', path, headers, agent: false },
      (response) => {
        status = response.statusCode ?? 0;
        response.resume();
        response.on('end', () => {
          request.destroy();
          resolve(status);
        });
      },
    );
    // Once the answer is here, a line that is cut is none of the sender's business.
    request.on('error', (error) => (status > 0 ? resolve(status) : reject(error)));
    let sent = 0;
    const more = () => {
      while (sent < total && status === 0) {
        sent += block.length;
        if (!request.write(block)) return void request.once('drain', more);
      }
      request.end();
    };
    more();
  });
}

/** The status of an answer, which is left as soon as it begins. */
export const begun = (address: string, path: string): Promise<number> =>
  new Promise((resolve, reject) => {
    const request = http.get(`${address}${path}`, { agent: false }, (response) => {
      resolve(response.statusCode ?? 0);
      response.destroy();
    });
    request.on('error', reject);
  });

/** Opens a line, asks, and reads nothing of the answer until `read`; `cut` resolves when the server is found to have ended it. */
export function unread(
  address: string,
  path: string,
): { readonly cut: Promise<void>; read(): void; close(): void } {
  const { hostname, port } = new URL(address);
  const socket = net.connect(Number(port), hostname);
  const cut = new Promise<void>((resolve) => {
    socket.on('close', () => resolve());
    socket.on('error', () => resolve());
  });
  socket.write(`GET ${path} HTTP/1.1\r\nHost: ${hostname}:${port}\r\n\r\n`);
  socket.pause();
  return { cut, read: () => socket.resume(), close: () => socket.destroy() };
}
