/** The last stitch of a row in words. */
import type { RowEnd } from '@core/cue/row-end';
import type { Stitch } from '@core/stitch/types';
import { specialWords } from './cue';

const STITCH_WORDS: Readonly<Record<Stitch, string>> = {
  knit: 'a knit',
  purl: 'a purl',
  knitTbl: 'a knit through the back',
  purlTbl: 'a purl through the back',
  slipBehind: 'a slipped stitch',
  slipBefore: 'a slipped stitch',
};

export const rowEndWords = (end: RowEnd): string =>
  `ends on ${end.kind === 'stitch' ? STITCH_WORDS[end.stitch] : specialWords(end.step)}`;
