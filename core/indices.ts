/**
 * Numbers that are easily mistaken for each other are branded, so that the compiler keeps them apart.
 * All rows are 1-based; wales are 0-based and counted from the right edge as seen from the RS. A chart has no columns
 * of its own (it is lists of cells), so a plain `column` always is a stitch's position on the needle, counted likewise.
 */
declare const brand: unique symbol;
type Branded<Name extends string> = number & { readonly [brand]: Name };

/** A row counted from the cast-on; 0 is the cast-on itself. */
export type PieceRow = Branded<'PieceRow'>;
/** A place in a panel's rows, 0-based: its set-up rows first, then its repeat over and over. */
export type PatternPosition = Branded<'PatternPosition'>;
/** A section's line-up coordinate, 0-based from the right edge seen from the RS; never renumbered. */
export type Wale = Branded<'Wale'>;

function whole(value: number, least: number, name: string): number {
  if (!Number.isInteger(value) || value < least)
    throw new RangeError(`${name} must be a whole number from ${least}: ${value}`);
  return value;
}

export const pieceRow = (value: number) => whole(value, 0, 'piece row') as PieceRow;
export const patternPosition = (value: number) => whole(value, 0, 'pattern position') as PatternPosition;
export const wale = (value: number) => whole(value, 0, 'wale') as Wale;

/** The remainder that is never negative. */
export const modulo = (value: number, by: number) => ((value % by) + by) % by;
