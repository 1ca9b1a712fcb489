/** Crossings and twists spelled out, as legends do it. */
import { readHalf, readSecondHalf, readSpelled, readTwist } from './spelled';
import { Cursor } from './text';

const LETTER: Readonly<Record<string, string>> = {
  knit: 'k',
  purl: 'p',
  knitTbl: 't',
  purlTbl: 'q',
  slipBehind: 's',
  slipBefore: 'S',
};
const letters = (stitches: readonly string[]) => stitches.map((one) => LETTER[one]).join('');
function reading(text: string): string {
  const found = readSpelled(new Cursor(text));
  if (!found) return 'not understood';
  if (!('words' in found)) return `holds ${found.held}, works ${found.worked}`;
  const { hold, held, then, centre } = found.words;
  const middle = centre ? `, centre ${letters(centre.stitches)} ${found.depths.join(' or ')}` : '';
  return `${hold}: ${letters(held)} wait, ${letters(then)} first${middle}`;
}

// Common practice, no published source.
describe('a crossing', () => {
  it.each([
    ['slip next 2 sts to cable needle and hold in back, k2, k2 from cable needle', 'back: kk wait, kk first'],
    ['sl 2 sts onto cn, hold in front, k2, then k2 from cn', 'front: kk wait, kk first'],
    [
      'Slip the next stitch to a cable needle and leave at front of work, k2, then p1 from the cable needle',
      'front: p wait, kk first',
    ],
    ['place next 3 sts on dpn and hold behind, k3, k3 off dpn', 'back: kkk wait, kkk first'],
    ['slip 2 to front on cn, p1, k2 from cn', 'front: kk wait, p first'],
    ['hold 2 sts in back on cn, k2, k2 from cn', 'back: kk wait, kk first'],
    ['sl 2 sts to cn, hold in back, k2, knit both sts from cn', 'back: kk wait, kk first'],
    ['sl 3 sts to cn, hold in back, k1, p1, k1, then p2, k1 from cn', 'back: ppk wait, kpk first'],
    ['sl 3 sts to cn, hold in back, k1, p1, then k3 from cn', 'back: kkk wait, kp first'],
    ['sl 2 sts to cn, hold in back, (k1, p1) twice, k2 from cn', 'back: kk wait, kpkp first'],
    ['sl 2 sts to cn, hold in back, [k1, p1], k2 from cn', 'back: kk wait, kp first'],
    ['sl 2 sts to cn, hold in back, (k1, p1) 3 times, k2 from cn', 'back: kk wait, kpkpkp first'],
    ['sl 2 sts to cn, hold in back, k2, k3 from cn', 'holds 2, works 3'],
    ['sl 2 sts to cn, hold in back, k2, k1 from cn', 'holds 2, works 1'],
    ['sl 2 sts to cn, hold in back, k1 tbl, p2 from cn', 'back: pp wait, t first'],
    ['sl 2 sts to cn, hold in back, k2 from left needle, k2 from cn', 'back: kk wait, kk first'],
    ['sl 2 sts to cn, hold in back, k2 from cn', 'not understood'],
    ['sl 2 sts to cn, k2, k2 from cn', 'not understood'],
    ['sl 61 sts to cn, hold in back, k2, k61 from cn', 'not understood'],
    ['sl 2 sts to cn, hold in back, yo, k2 from cn', 'not understood'],
    ['k2, p2', 'not understood'],
  ])('%s', (text, wanted) => expect(reading(text)).toBe(wanted));
  it.each([
    [
      'sl 2 sts to cn, hold in front, sl next st to a second cn, hold in back, k2, p1 from second cn, k2 from first cn',
      'below',
    ],
    [
      'sl 2 sts to cn, hold in back, sl next st to a second cn, hold in front, k2, p1 from second cn, k2 from first cn',
      'above',
    ],
    [
      'sl 2 sts to cn, hold in back, sl next st to a second cn, hold in back, k2, p1 from second cn, k2 from first cn',
      'between or below',
    ],
    [
      'sl 2 sts to cn, hold in front, sl next st to a second cn, hold in front, k2, p1 from second cn, k2 from first cn',
      'between or above',
    ],
    [
      'sl 2 sts to cn, hold in back, sl next st to a second cn, hold between, k2, p1 from second cn, k2 from first cn',
      'between',
    ],
    [
      'sl 2 sts to cn, hold in front, sl next st to a second cn, hold behind all, k2, p1 from second cn, k2 from first cn',
      'below',
    ],
    [
      'sl 2 sts to cn, hold in front, sl next st to a second cn, hold in front of all, k2, p1 from second cn, k2 from first cn',
      'above',
    ],
  ])('with its centre on a second needle: %s', (text, depth) => {
    expect(reading(text)).toMatch(new RegExp(`kk wait, kk first, centre p ${depth}$`));
  });
  it.each([
    ['sl 3 sts to cn, hold in back, k2, sl last st from cn back to left needle, p1, k2 from cn', 'between'],
    [
      'sl 3 sts to cn, hold in back, k2, sl purl st from cn to left needle, bring cn to front, p1, k2 from cn',
      'below',
    ],
    [
      'sl 3 sts to cn, hold in front, k2, sl purl st from cn to left needle, move cn to back, p1, k2 from cn',
      'above',
    ],
    ['sl 3 sts to cn, hold in front, k2, sl purl st from cn to left needle, p1, k2 from cn', 'between'],
  ])('with its centre handed back: %s', (text, depth) => {
    expect(reading(text)).toMatch(new RegExp(`: kk wait, kk first, centre p ${depth}$`));
  });
  it('a second needle of which nothing is said is not a centre', () => {
    expect(reading('sl 2 sts to cn, hold in back, sl next st to cn, hold in back, k2, k2 from cn')).toBe(
      'not understood',
    );
    expect(
      reading('sl 2 sts to cn, hold in back, sl next st to a second cn, hold in back, k2, k2 from first cn'),
    ).toBe('not understood');
  });
});

describe('half of one', () => {
  const half = (text: string) => readHalf(new Cursor(text));
  it('says what waits and where, and nothing else', () => {
    expect(half('slip 2 to cn and hold in back')).toEqual({ count: 2, hold: 'back' });
    expect(half('slip 3 to front on cn.')).toEqual({ count: 3, hold: 'front' });
    expect(half('slip next st to cn, leave in front')).toEqual({ count: 1, hold: 'front' });
    for (const no of [
      'slip 2 to cn, hold in back, k2',
      'slip 2 to cn',
      'slip 2 to cn, hold between',
      'slip 61 to cn, hold in back',
      'slip 0 to cn, hold in back',
      'k2',
    ])
      expect(half(no)).toBeNull();
  });
  it('is made whole by what follows', () => {
    const whole = (text: string) => readSecondHalf(new Cursor(text), { count: 2, hold: 'front' });
    expect(whole('k2, p2 from cn')).toMatchObject({
      words: { hold: 'front', held: ['purl', 'purl'], then: ['knit', 'knit'] },
    });
    expect(whole('k2, p3 from cn')).toEqual({ held: 2, worked: 3 });
    expect(whole('yo')).toBeNull();
  });
});

describe('a twist without a tool', () => {
  const twist = (text: string) => {
    const found = readTwist(new Cursor(text));
    return found && `${found.hold}: ${letters(found.held)} waits, ${letters(found.then)} first`;
  };
  it.each([
    [
      'knit the second st in front of the first, then knit the first st, slip both off',
      'back: k waits, k first',
    ],
    [
      'skip the first st, knit the 2nd st from behind, then knit the skipped st, slip both sts off needle',
      'front: k waits, k first',
    ],
    ['knit second st through the back loop, then purl the first st and drop both', 'front: p waits, k first'],
    ['purl the second st in front of first st, knit first st, let both drop off', 'back: k waits, p first'],
    ['knit into the front of the second st, then purl the first st, slip both off', 'back: p waits, k first'],
    [
      'knit into the back loop of the second st, then knit the first st, slip both off',
      'front: k waits, k first',
    ],
    ['k2tog but leave on needle, then knit the first st again, slip both off', 'back: k waits, k first'],
    ['k2tog', null],
    ['knit the second st', null],
  ])('%s', (text, wanted) => expect(twist(text)).toBe(wanted));
});
