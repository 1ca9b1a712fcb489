/** What each route takes in a post: kinds of content and the most bytes. A route that is not named here takes none. */
import { MOST_PIECE_FILE } from '@core/formats/limits';
import { MOST_ARCHIVE } from '~/archive/manifest';

export const JSON_TEXT = 'application/json';
export const ZIP = 'application/zip';
export const FORM = 'application/x-www-form-urlencoded';

export type Takes = { readonly types: readonly string[]; readonly most: number };

const SETTINGS: Takes = { types: [FORM], most: 20_000 };
/** A press, with a word or two. */
const PRESS: Takes = { types: [FORM], most: 2000 };
/** A text of a pattern at its longest, three bytes a letter, and what was answered about it. */
const PATTERN: Takes = { types: [JSON_TEXT], most: 1_500_000 };
/** A piece as it is set up, with the texts of its patterns. */
const DRAFT: Takes = { types: [JSON_TEXT], most: 6_000_000 };

/** By a route's path as `app/routes.ts` has it. */
export const TAKES: ReadonlyMap<string, Takes> = new Map([
  ['pieces/new', DRAFT],
  ['pieces/:pieceId/plan', DRAFT],
  ['pieces/:pieceId/events', { types: [JSON_TEXT], most: 1_000_000 }],
  ['pieces/open', { types: ['text/plain', JSON_TEXT], most: MOST_PIECE_FILE }],
  ['pieces/:pieceId/begin-later', { types: [JSON_TEXT], most: 2000 }],
  ['pieces/:pieceId/remove', PRESS],
  ['safe', PRESS],
  ['safe/archive', { types: [ZIP], most: MOST_ARCHIVE }],
  ['patterns/new', PATTERN],
  ['patterns/:patternId', PATTERN],
  ['knitter', SETTINGS],
]);
