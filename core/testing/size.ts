/**
 * Property tests have two sizes: the daily one, in `npm test`, and the deep one, `npm run test:deep`, whose figures are
 * those that were once promised. The seed of the day is fixed, so that a red run comes from a change; a deep run takes a
 * new one and prints it.
 */
const DEEP = process.env.GRITCH_DEEP === '1';
const SEED_OF_THE_DAY = 20_261_201;

export const SEED = Number(process.env.GRITCH_SEED ?? SEED_OF_THE_DAY);

/** How many cases a property is tried on. */
export const runs = (daily: number, deep: number): number => (DEEP ? deep : daily);

/** All in a deep run; of a list by day every `step`th, beginning at `from`, so that neighbours take different ones. */
export const some = <T>(list: readonly T[], step: number, from = 0): readonly T[] =>
  DEEP ? list : list.filter((_, i) => i % step === from % step);

/**
 * Counts the cases of a property that put it to the test; the others are passed over. `enough` fails where too few of them
 * did, for then the property says nothing.
 * @param share the least share of the cases tried, 0 to 1
 */
export function soundCases(share: number) {
  let [tried, sound] = [0, 0];
  return {
    /** Notes a case, and answers whether it is sound. */
    is: (isSound: boolean): boolean => {
      tried += 1;
      if (isSound) sound += 1;
      return isSound;
    },
    enough: () => {
      if (sound < share * tried || sound === 0)
        throw new Error(`only ${sound} of ${tried} cases were sound; ${share * tried} are wanted`);
    },
  };
}
