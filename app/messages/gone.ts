/** A piece that an address names and that is not on the bench. */
export const NO_SUCH_PIECE =
  'There is no such piece on this bench. If it was put into the bin, it lies under Kept safe.';

export const IN_BIN = 'The piece lies in the bin. Lay it back on the bench, under Kept safe, and they go in.';
