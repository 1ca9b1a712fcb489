/** What a chart of the shelf says of itself. */
export const KINDS = ['rope', 'pair', 'braid', 'allover', 'motif', 'wave', 'edge', 'ground'] as const;
export type Kind = (typeof KINDS)[number];
export type ShelfEntry = {
  readonly key: string;
  readonly name: string;
  readonly kind: Kind;
  readonly edge: boolean;
  readonly rows: string;
};
