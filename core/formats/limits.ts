/** How large files may be, in characters. Apart, so that a screen that only asks for the size carries no reader. */

/** A journal of many years fits. */
export const MOST_PIECE_FILE = 40_000_000;
