/** Holds in rows from left to right; hands work the mirror image there (common practice, no published source). */
import { cellKey } from '../stitch/cells';
import { cross } from './names';
import type { Item } from './syntax';
import { firstHeld, heldFromLeft, HOLDS, HOLDS_SENTENCES, saidHolds } from './unturned-holds';

const span = { line: 1, column: 1, length: 1, from: 0 };
const RIGHT = cross('right', 2, 1, 'purl');
const named = (byHold: boolean) => ({ kind: 'picture', cell: RIGHT, byHold }) as const;
const WORDS = {
  kind: 'words',
  words: { hold: 'back', held: ['purl'], then: ['knit', 'knit'] },
} as const;

it('each sentence says what it means, and others say nothing', () => {
  expect(HOLDS.map((holds) => saidHolds(HOLDS_SENTENCES[holds]))).toEqual([...HOLDS]);
  expect(saidHolds('Remember: holds are done as said.')).toBe('hands');
  expect(saidHolds('Holds are done as you like.')).toBeNull();
});

it('a name by its hold leans the other way in the hands, and a lean stays a lean', () => {
  expect(cellKey(heldFromLeft(named(true), 'picture'))).toBe(cellKey(RIGHT));
  expect(cellKey(heldFromLeft(named(false), 'hands'))).toBe(cellKey(RIGHT));
  expect(heldFromLeft(named(true), 'hands')).toMatchObject({ lean: 'left' });
  const plain = { kind: 'picture', cell: { kind: 'stitch', stitch: 'knit' }, byHold: true } as const;
  expect(heldFromLeft(plain, 'hands')).toEqual(plain.cell);
});
it('a hold spelled out is done as it is said, or as turned work would show it', () => {
  expect(heldFromLeft(WORDS, 'picture')).toMatchObject({
    lean: 'right',
    over: ['knit', 'knit'],
    under: ['purl'],
  });
  expect(heldFromLeft(WORDS, 'hands')).toMatchObject({
    lean: 'left',
    over: ['knit', 'knit'],
    under: ['purl'],
  });
});

it('the first crossing told by its hold is found in groups and repeats', () => {
  const item = (meaning: typeof WORDS | ReturnType<typeof named>): Item => ({ kind: 'named', meaning, span });
  const knit: Item = { kind: 'cell', cell: { kind: 'stitch', stitch: 'knit' }, count: 2, span };
  const group = (...items: Item[]): Item => ({ kind: 'group', items, times: [2], span });
  const repeat = (...items: Item[]): Item => ({ kind: 'repeat', items, toLast: 0, span });
  expect(firstHeld([knit, item(named(false)), group(knit)])).toBeNull();
  expect(firstHeld([knit, group(knit, item(WORDS)), item(named(true))])?.meaning).toBe(WORDS);
  expect(firstHeld([repeat(group(item(named(true))))])?.meaning).toEqual(named(true));
});
