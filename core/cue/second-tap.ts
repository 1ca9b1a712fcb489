/**
 * A second tap right after the first is an accident: nobody knits a row so fast. A quick knitter makes about a stitch and a
 * half in a second (from memory); a sixteenth of the time such a row takes is certainly too short for it.
 */
const MS_A_STITCH = 40;
const LEAST_MS = 700;
const MOST_MS = 4000;

/** The shortest time between two finished rows that is believed, in ms, for a row of so many stitches. */
export const leastRowMs = (stitches: number) => Math.min(MOST_MS, Math.max(LEAST_MS, stitches * MS_A_STITCH));
