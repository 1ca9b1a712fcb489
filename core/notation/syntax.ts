/**
 * The second stage: a row's words as a syntax tree, nothing checked against other rows yet. Items stand in
 * working order, stitches as they look to the knitter who works them.
 */
import type { Cell, Face } from '../stitch/types';
import type { CrossingWords } from '../stitch/working';
import type { TextSpan } from './problems';

export type Meaning =
  /** What it looks like to the knitter. */
  | {
      readonly kind: 'picture';
      readonly cell: Cell;
      /** Named by where it is held: C4B. */
      readonly byHold?: boolean;
    }
  /** What her hands do. */
  | { readonly kind: 'words'; readonly words: CrossingWords };

export type Word =
  | { readonly kind: 'cell'; readonly cell: Cell; readonly count: number }
  /** A slip without "wyib" or "wyif": the yarn stays on the wrong side. */
  | { readonly kind: 'slip'; readonly count: number; readonly yarn: 'front' | 'back' | 'wrongSide' }
  | { readonly kind: 'named'; readonly meaning: Meaning }
  /** A texture over `count` stitches; `period` is what the RS shows, from the right. Garter is knit on either side. */
  | {
      readonly kind: 'texture';
      readonly period: readonly Face[] | 'garter';
      readonly count: number;
    }
  /** "work row 3 of Rope over the next 8 sts", or one of its set-up rows; both are null for "the next row". */
  | {
      readonly kind: 'panel';
      readonly name: string;
      readonly row: number | null;
      readonly setUp: number | null;
      readonly over: number | null;
    };

export type Item =
  | (Word & { readonly span: TextSpan })
  | {
      readonly kind: 'group';
      readonly items: readonly Item[];
      /** More than one: the words leave it open, the stitch count settles it. */
      readonly times: readonly number[];
      readonly span: TextSpan;
    }
  | {
      readonly kind: 'repeat';
      readonly items: readonly Item[];
      /** Stitches that are left for what follows; null when the text does not say. */
      readonly toLast: number | null;
      readonly span: TextSpan;
    }
  | {
      readonly kind: 'presented';
      readonly slipPurls: boolean;
      /** Said as "in pattern" or "as established". */
      readonly established: boolean;
      readonly toLast: number | null;
      readonly span: TextSpan;
    };

export type Body =
  | {
      readonly kind: 'items';
      readonly items: readonly Item[];
      readonly startAfter: number | null;
      readonly stated: { readonly count: number; readonly span: TextSpan } | null;
      /** Some of its words were not understood: the items are not all of the row. */
      readonly broken: boolean;
    }
  | {
      readonly kind: 'copy';
      readonly first: number;
      readonly last: number;
      /** How often the copied rows are worked one after the other. */
      readonly times: number;
      readonly span: TextSpan;
    };
