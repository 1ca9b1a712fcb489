/** Expected failure is a value: every fallible operation in core answers with one of these. */
export type Ok<T> = { readonly ok: true; readonly value: T };
export type Err<E> = { readonly ok: false; readonly error: E };
export type Result<T, E> = Ok<T> | Err<E>;

export const ok = <T>(value: T): Ok<T> => ({ ok: true, value });
export const err = <E>(error: E): Err<E> => ({ ok: false, error });

/** For the last branch of a switch over a closed union: the compiler proves that it is never reached. */
export function never(value: never): never {
  throw new Error(`impossible value: ${JSON.stringify(value)}`);
}
