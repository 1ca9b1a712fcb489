/**
 * The log: one line of JSON for each request and each fault, without anything a knitter wrote. `GRITCH_LOG` sets how much
 * (`silent`, `error`, `warn`, `info`, `debug`); at a terminal it keeps to what went wrong.
 */
import pino from 'pino';

type Fault = {
  readonly name?: string;
  readonly message?: string;
  readonly stack?: string;
  readonly code?: string;
  readonly query?: string;
  readonly cause?: unknown;
};

/** A parser's message quotes what it was given. */
const QUOTED = /("|'|“|`)[^]*("|'|”|`)/g;

const framesOf = (stack: string | undefined) => stack?.split('\n').filter((line) => /^\s+at /.test(line));

/** A fault as it may be written down. A query's message holds its values, so only its words and its cause are told. */
export function faultOf(error: unknown): object {
  const { name, message, stack, code, query, cause } = (error ?? {}) as Fault;
  return {
    name,
    ...(query === undefined ? { message: message?.replace(QUOTED, '…') } : { query }),
    code,
    at: framesOf(stack),
    ...(cause instanceof Error && { cause: faultOf(cause) }),
  };
}

export const LOG_LEVELS = ['silent', 'error', 'warn', 'info', 'debug'] as const;

export const log = pino({
  level:
    LOG_LEVELS.find((level) => level === process.env.GRITCH_LOG) ?? (process.stdout.isTTY ? 'warn' : 'info'),
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: (level) => ({ level }) },
  serializers: { err: faultOf },
});
