/** What can be wrong with a pasted text. Each problem names its place; words for it live in app/messages. */
import type { LinearForm } from '../chart/row';
import type { Cell, Side } from '../stitch/types';

/** 1-based line and column in the pasted text; `from` is the same place as a 0-based offset. */
export type TextSpan = {
  readonly line: number;
  readonly column: number;
  readonly length: number;
  readonly from: number;
};

/** One thing that a name may stand for. */
export type Option = {
  readonly name: string;
  readonly cell: Cell;
  /** With this one the rows fit, and with others they do not. */
  readonly fits?: boolean;
};

export type Problem =
  | { readonly code: 'no-rows' }
  | { readonly code: 'text-too-long'; readonly most: number }
  | { readonly code: 'odd-character'; readonly code16: string }
  | { readonly code: 'markup'; readonly text: string }
  | { readonly code: 'stray-line'; readonly text: string }
  | { readonly code: 'header-not-understood'; readonly text: string }
  | { readonly code: 'order-not-understood'; readonly text: string }
  /** "Rep rows 1-4 three times": three more times, or three in all? */
  | { readonly code: 'order-times-unclear'; readonly times: number }
  | { readonly code: 'order-twice' }
  /** "Until 8 sts remain", and how many there are to begin with is not said. */
  | { readonly code: 'left-of-what'; readonly left: number }
  /** From `from` stitches, taking away `less` each time, no whole number of times leaves `left`. */
  | {
      readonly code: 'left-not-reached';
      readonly left: number;
      readonly from: number;
      readonly less: number;
    }
  /** "Work 4 rows in pattern", behind which the rows are numbered otherwise. */
  | {
      readonly code: 'goes-on-differs';
      readonly count: number;
      readonly first: number;
      readonly last: number;
      readonly next: number;
    }
  /** "Rep rows 1-4", with further rows behind it: until when? */
  | { readonly code: 'order-without-end'; readonly first: number; readonly last: number }
  | { readonly code: 'legend-not-understood'; readonly name: string }
  /** An entry that reads like a row, under a name that no row uses. */
  | { readonly code: 'entry-or-row'; readonly name: string }
  | { readonly code: 'too-many-entries'; readonly most: number }
  | { readonly code: 'legend-twice'; readonly name: string }
  | { readonly code: 'unknown-word'; readonly word: string }
  /** A row with more unknown words than can be mended one by one. */
  | { readonly code: 'row-not-understood'; readonly words: readonly string[] }
  /** Asked: one of the options, or whatever a legend entry says. */
  | { readonly code: 'ambiguous-name'; readonly word: string; readonly options: readonly Option[] }
  | { readonly code: 'name-clash'; readonly word: string; readonly names: readonly string[] }
  | { readonly code: 'crossing-not-understood'; readonly text: string }
  /** A crossing that holds so many stitches and works others from the needle. */
  | { readonly code: 'held-differs'; readonly held: number; readonly worked: number }
  | { readonly code: 'flat-or-round' }
  | { readonly code: 'choose-size'; readonly sizes: number }
  | { readonly code: 'sizes-differ'; readonly sizes: number; readonly here: number }
  | { readonly code: 'no-such-size'; readonly sizes: number }
  | { readonly code: 'empty-row' }
  | { readonly code: 'unclosed'; readonly bracket: '[' | '(' | '{' | '*' }
  | { readonly code: 'unopened'; readonly bracket: ']' | ')' | '}' }
  | { readonly code: 'too-deep'; readonly most: number }
  | { readonly code: 'missing-times' }
  | { readonly code: 'count-out-of-range'; readonly count: number; readonly most: number }
  | { readonly code: 'repeat-without-star' }
  | { readonly code: 'repeat-count-unclear'; readonly times: number }
  | { readonly code: 'too-many-unclear'; readonly most: number }
  | { readonly code: 'two-repeats' }
  /** "p2, C4B to end": one of them to the end, or both? */
  | {
      readonly code: 'repeat-from-where';
      /** Offsets in the text at which the repeat may begin. */
      readonly starts: readonly number[];
    }
  | { readonly code: 'over-differs'; readonly stated: number; readonly taken: number }
  | { readonly code: 'to-last-differs'; readonly stated: number; readonly follows: number }
  | { readonly code: 'row-missing'; readonly number: number }
  | { readonly code: 'row-twice'; readonly number: number }
  /** Several patterns in one text, by their headings; '' where one has none. */
  | {
      readonly code: 'choose-pattern';
      readonly names: readonly string[];
      /** Each begins on the stitches that the one before leaves. */
      readonly follow: boolean;
    }
  /** "All WS rows", where every such row is written out: its words would be lost. */
  | { readonly code: 'row-unused' }
  | { readonly code: 'too-many-rows'; readonly most: number }
  | { readonly code: 'rows-and-rounds' }
  | { readonly code: 'side-contradicts'; readonly stated: Side; readonly expected: Side }
  | { readonly code: 'copies-nothing'; readonly number: number }
  | { readonly code: 'copies-itself'; readonly number: number }
  | { readonly code: 'lists-differ'; readonly rows: number; readonly copies: number }
  | {
      readonly code: 'repeats-other-rows';
      readonly first: number;
      readonly last: number;
      readonly highest: number;
    }
  | { readonly code: 'panels-in-rows' }
  | { readonly code: 'no-such-panel'; readonly name: string; readonly known: readonly string[] }
  | {
      readonly code: 'panel-width-differs';
      readonly name: string;
      readonly over: number;
      readonly form: LinearForm;
    }
  | {
      readonly code: 'panel-row-differs';
      readonly name: string;
      readonly patternRow: RowLabel;
      readonly expected: RowLabel;
    }
  /** A chart with set-up rows that no row of the piece works. */
  | { readonly code: 'set-up-not-worked'; readonly name: string; readonly rows: number }
  | { readonly code: 'panels-differ'; readonly stitches: number; readonly before: number }
  | {
      readonly code: 'nothing-below';
      /** The row as the last one would leave it, written out, and the words that it would replace. */
      readonly instead?: string;
      readonly words: TextSpan;
    }
  | { readonly code: 'presents-two-ways' }
  | { readonly code: 'counts-differ'; readonly takes: LinearForm; readonly gives: LinearForm }
  /** The rows do not come back to their first count: worked once, or is one of them wrong? */
  | { readonly code: 'worked-once'; readonly takes: LinearForm; readonly gives: LinearForm }
  /** The text says that its rows repeat, and that they are worked once. */
  | { readonly code: 'once-and-again' }
  /** The rows of one pattern of the text do not begin on the stitches that the one before leaves. */
  | { readonly code: 'parts-differ'; readonly takes: LinearForm; readonly gives: LinearForm }
  | { readonly code: 'crossing-past-end'; readonly over: number }
  | { readonly code: 'no-multiple-fits' }
  /** Unturned: what a hold makes in a row from left to right, done as said and meant as in turned work. */
  | { readonly code: 'unturned-holds'; readonly hands: Cell; readonly picture: Cell };

/** The row a problem is in, as the text numbers it. */
export type RowLabel = { readonly kind: 'setUp' | 'row'; readonly number: number };
export type NotationProblem = Problem & { readonly at: TextSpan; readonly row?: RowLabel };

/** What the text says of itself and the rows deny; the chart stands all the same. */
export type Doubt =
  | {
      readonly code: 'stated-multiple-wrong';
      readonly multiple: number;
      readonly plus: number;
      readonly form: LinearForm;
    }
  | { readonly code: 'stated-width-wrong'; readonly stated: number; readonly form: LinearForm }
  | { readonly code: 'stated-count-wrong'; readonly stated: number; readonly form: LinearForm }
  | { readonly code: 'stated-rows-wrong'; readonly stated: number; readonly rows: number }
  | { readonly code: 'odd-rows'; readonly rows: number }
  /** Rows worked once that change the count, and do not say what it comes to. */
  | { readonly code: 'count-unstated'; readonly rows: number }
  /** One row that crosses, with nothing between it and itself. */
  | { readonly code: 'one-row' }
  /** "p2, p4", where every other row shows one of them otherwise. */
  | { readonly code: 'said-twice' }
  /** "In pattern" was read as "as the stitches face you", and other rows change the texture. */
  | { readonly code: 'established' }
  /** "All WS rows", and there is one. */
  | { readonly code: 'every-of-one' }
  /** A row that all others bend to: see lone-rows.ts. Stitches of its repeat or ends, and of the others'. */
  | {
      readonly code: 'lone-row';
      readonly kind: 'repeat' | 'ends' | 'single';
      readonly own: number;
      readonly others: number;
    }
  | { readonly code: 'legend-unused'; readonly name: string };
export type NotationDoubt = Doubt & { readonly at: TextSpan; readonly row?: RowLabel };
