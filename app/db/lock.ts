/**
 * One write at a time. The driver is synchronous and SQLite has one writer: parallel transactions would only
 * collide. The lock lies round the client itself, so whatever writes through it waits its turn.
 */
import type { Client, Transaction } from '@libsql/client';

export class Turn {
  private last: Promise<unknown> = Promise.resolve();

  /** Waits for its turn; the returned function ends it. */
  async take(): Promise<() => void> {
    let end: () => void = () => undefined;
    const before = this.last;
    this.last = new Promise<void>((resolve) => (end = resolve));
    await before;
    return end;
  }

  async run<T>(work: () => Promise<T>): Promise<T> {
    const end = await this.take();
    try {
      return await work();
    } finally {
      end();
    }
  }
}

const reads = (statement: unknown) => {
  const sql = typeof statement === 'string' ? statement : ((statement as { sql?: string } | null)?.sql ?? '');
  return /^\s*(select|explain|pragma)\b/i.test(sql);
};

/** Ends the turn when the transaction ends, however it does. */
function endingTurn(transaction: Transaction, end: () => void): Transaction {
  return new Proxy(transaction, {
    get(target, key) {
      const value = Reflect.get(target, key, target) as unknown;
      if (typeof value !== 'function') return value;
      if (key !== 'commit' && key !== 'rollback' && key !== 'close') return value.bind(target) as unknown;
      return (...args: unknown[]) => {
        const result = (value as (...a: unknown[]) => unknown).apply(target, args);
        if (result instanceof Promise) return result.finally(end);
        end();
        return result;
      };
    },
  });
}

export function lockWrites(client: Client): Client {
  const turn = new Turn();
  return new Proxy(client, {
    get(target, key) {
      const value = Reflect.get(target, key, target) as unknown;
      if (typeof value !== 'function') return value;
      const call = (...args: unknown[]) =>
        (value as (...a: unknown[]) => Promise<unknown>).apply(target, args);
      if (key === 'transaction')
        return async (...args: unknown[]) => {
          const end = await turn.take();
          try {
            return endingTurn((await call(...args)) as Transaction, end);
          } catch (error) {
            end();
            throw error;
          }
        };
      if (key === 'execute')
        return (...args: unknown[]) => (reads(args[0]) ? call(...args) : turn.run(() => call(...args)));
      if (key === 'batch' || key === 'migrate' || key === 'executeMultiple')
        return (...args: unknown[]) => turn.run(() => call(...args));
      return call;
    },
  });
}
