/** How a fabric is made: turned after every row, round and round, or to and fro with the RS always facing. */
export const CONSTRUCTIONS = ['flat', 'round', 'unturned'] as const;
export type Construction = (typeof CONSTRUCTIONS)[number];
