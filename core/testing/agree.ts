/** Assertions of long loops: Jest's own `expect` takes half of their time. */

/**
 * As `expect(got).toEqual(wanted)` for words or numbers, which is asked only where they differ.
 * @param about what a failure shows beside them
 */
export function agree<T extends string | number>(
  got: readonly T[],
  wanted: readonly T[],
  about: unknown = null,
) {
  if (got.length === wanted.length && got.every((one, i) => one === wanted[i])) return;
  expect([about, got]).toEqual([about, wanted]);
}
