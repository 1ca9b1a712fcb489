/**
 * Under which names and behind which proxies Gritch answers, from the environment:
 * `HOST` the address it listens on, `GRITCH_HOSTS` further names, `GRITCH_PROXY` trusted proxies: their addresses, or the
 * origin under which the world sees them. A setting that cannot be understood stops the start, in plain words.
 */
import { LOG_LEVELS } from '~/log.server';

export type Settings = {
  /** Host names, lower case, without port; IPv6 addresses in brackets. */
  readonly names: ReadonlySet<string>;
  /** Addresses, networks or `loopback`, as express takes them. */
  readonly proxies: readonly string[];
  /** Origins that stand for Gritch itself, whatever host the proxy passes on. */
  readonly origins: ReadonlySet<string>;
};

export class SettingProblem extends Error {}

const OWN_NAMES = ['127.0.0.1', 'localhost', '[::1]'];
const EVERY_ADDRESS = new Set(['0.0.0.0', '::', '[::]', '']);

const words = (text: string | undefined) => (text ?? '').split(/[\s,]+/).filter((word) => word !== '');

/** The host of a `Host` header or of a setting, lower case and without its port; null if it is none. */
export function hostNameOf(text: string): string | null {
  if (/[\s/\\?#@]/.test(text)) return null;
  try {
    return new URL(`http://${text}`).hostname.replace(/\.$/, '') || null;
  } catch {
    return null;
  }
}

const BARE_IPV6 = /^[0-9a-f]*:[0-9a-f]*:[0-9a-f:.]*$/i;

function nameIn(text: string, setting: string): string {
  const name = hostNameOf(BARE_IPV6.test(text) ? `[${text}]` : text);
  if (name !== null) return name;
  throw new SettingProblem(`${setting} holds “${text}”. Give bare names, such as ${setting}=knitting.local`);
}

const ADDRESS = /^(loopback|linklocal|uniquelocal|[0-9a-f.:]+(\/\d{1,3})?)$/i;

function originIn(text: string): string {
  try {
    const url = new URL(text);
    if (/^https?:$/.test(url.protocol) && url.pathname === '/' && !url.search) return url.origin;
  } catch {
    // Said below.
  }
  throw new SettingProblem(
    `GRITCH_PROXY holds “${text}”. Give the proxy's address, such as 127.0.0.1, or its origin, such as https://knitting.example`,
  );
}

export function settingsFrom(env: Readonly<Record<string, string | undefined>>): Settings {
  const proxies = words(env.GRITCH_PROXY);
  const addresses = proxies.filter((word) => ADDRESS.test(word));
  const origins = proxies.filter((word) => !ADDRESS.test(word)).map(originIn);
  const host = env.HOST ?? '';
  const level = env.GRITCH_LOG || 'info';
  if (!LOG_LEVELS.some((known) => known === level))
    throw new SettingProblem(`GRITCH_LOG must be one of ${LOG_LEVELS.join(', ')}, not “${level}”.`);
  return {
    names: new Set([
      ...OWN_NAMES,
      ...(EVERY_ADDRESS.has(host) ? [] : [nameIn(host, 'HOST')]),
      ...words(env.GRITCH_HOSTS).map((word) => nameIn(word, 'GRITCH_HOSTS')),
      ...origins.map((origin) => new URL(origin).hostname),
    ]),
    proxies: addresses.length > 0 || origins.length === 0 ? addresses : ['loopback'],
    origins: new Set(origins),
  };
}
