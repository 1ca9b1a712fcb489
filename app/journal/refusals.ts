/** What the journal itself says no to, by the codes of `/pieces/:id/events`. Anything else is a door, and doors open. */
export const JOURNAL_REFUSALS = [
  'not-json',
  'not-an-event',
  'not-of-this-piece',
  'same-id-other-content',
  'plan-changed-elsewhere',
  'no-such-piece',
] as const;
export type JournalRefusal = (typeof JOURNAL_REFUSALS)[number];
