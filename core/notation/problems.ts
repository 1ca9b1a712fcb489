/** What can be wrong with a pasted text. Each problem names its place; words for it live in app/messages. */
import type { LinearForm } from '../chart/row';
import type { Side } from '../stitch/types';

/** 1-based line and column in the pasted text. */
export type TextSpan = { readonly line: number; readonly column: number; readonly length: number };

export type Problem =
  | { readonly code: 'no-rows' }
  | { readonly code: 'text-too-long'; readonly most: number }
  | { readonly code: 'stray-line'; readonly text: string }
  | { readonly code: 'header-not-understood'; readonly text: string }
  | { readonly code: 'legend-not-understood'; readonly name: string }
  | { readonly code: 'legend-twice'; readonly name: string }
  | { readonly code: 'unknown-word'; readonly word: string }
  | { readonly code: 'ambiguous-name'; readonly word: string; readonly meanings: readonly string[] }
  | { readonly code: 'empty-row' }
  | { readonly code: 'unclosed'; readonly bracket: '[' | '(' | '*' }
  | { readonly code: 'unopened'; readonly bracket: ']' | ')' }
  | { readonly code: 'too-deep'; readonly most: number }
  | { readonly code: 'missing-times' }
  | { readonly code: 'count-out-of-range'; readonly count: number; readonly most: number }
  | { readonly code: 'repeat-without-star' }
  | { readonly code: 'repeat-count-unclear'; readonly times: number }
  | { readonly code: 'two-repeats' }
  | { readonly code: 'to-last-differs'; readonly stated: number; readonly follows: number }
  | { readonly code: 'row-missing'; readonly number: number }
  | { readonly code: 'row-twice'; readonly number: number }
  | { readonly code: 'too-many-rows'; readonly most: number }
  | { readonly code: 'rows-and-rounds' }
  | { readonly code: 'side-contradicts'; readonly stated: Side; readonly expected: Side }
  | { readonly code: 'copies-nothing'; readonly number: number }
  | { readonly code: 'copies-itself'; readonly number: number }
  | { readonly code: 'lists-differ'; readonly rows: number; readonly copies: number }
  | { readonly code: 'nothing-below' }
  | { readonly code: 'presents-two-ways' }
  | { readonly code: 'counts-differ'; readonly takes: LinearForm; readonly gives: LinearForm }
  | { readonly code: 'crossing-past-end'; readonly over: number }
  | { readonly code: 'no-multiple-fits' }
  | { readonly code: 'stated-multiple-wrong'; readonly multiple: number; readonly plus: number }
  | { readonly code: 'stated-count-wrong'; readonly stated: number; readonly form: LinearForm }
  | { readonly code: 'ring-needs-whole-repeats' };

/** The row a problem is in, as the text numbers it. */
export type RowLabel = { readonly kind: 'setUp' | 'row'; readonly number: number };
export type NotationProblem = Problem & { readonly at: TextSpan; readonly row?: RowLabel };
