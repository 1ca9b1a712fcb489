/**
 * An independent writer for tests: grids (see grid.ts) as written rows in the manners of many designers. It works from
 * the typed tokens alone and shares no code with the notation, so that the two can be held against each other.
 */
export type Sample = {
  readonly name: string;
  /** Rows from the top down, cells from left to right, repeat in square brackets. */
  readonly grid: string;
  readonly round?: boolean;
};

type Naming = 'fraction' | 'spaced' | 'letters' | 'lean' | 'words' | 'inline' | 'own';
export type Dialect = {
  readonly name: string;
  readonly header: (number: number, ws: boolean, round: boolean) => string;
  readonly naming: Naming;
  readonly stitch: (letter: 'k' | 'p', count: number) => string;
  readonly comma: string;
  readonly repeat: (body: string, last: number) => string;
  readonly needle: string;
  readonly hold: (where: 'front' | 'back') => string;
  readonly end: string;
  readonly newline: string;
  /** Even rows as one statement when they are all alike. */
  readonly merge?: (ws: boolean) => string;
  readonly legendFirst?: boolean;
  readonly counts?: boolean;
  readonly odd?: (text: string) => string;
};

type Cross = { lean: 'right' | 'left'; over: number; under: number; purl: boolean };
type Token = { letter: 'k' | 'p' } | Cross;

const NUMBERS = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const word = (n: number) => NUMBERS[n] ?? String(n);
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function tokenOf(text: string): Token {
  if (text === 'k' || text === 'p') return { letter: text };
  const found = /^([RL])(\d)\/(\d)(p?)$/.exec(text);
  if (!found) throw new Error(`the dialects cannot say ${text}`);
  const [, lean, over, under, purl] = found;
  return {
    lean: lean === 'R' ? 'right' : 'left',
    over: Number(over),
    under: Number(under),
    purl: purl === 'p',
  };
}
const widthOf = (token: Token) => ('letter' in token ? 1 : token.over + token.under);

class Dialectician {
  private readonly legend = new Map<string, string>();

  constructor(private readonly dialect: Dialect) {}

  /** On the right side: the group met first is held; held in front it ends on top and leans left. */
  private spelled(c: Cross): string {
    const { needle, hold, stitch, comma } = this.dialect;
    const held = c.lean === 'left' ? c.over : c.under;
    const knitHeld = c.lean === 'left' || !c.purl ? 'k' : 'p';
    const knitThen = c.lean === 'right' || !c.purl ? 'k' : 'p';
    const sts = held === 1 ? 'st' : 'sts';
    return `slip next ${held} ${sts} to ${needle}${hold(c.lean === 'left' ? 'front' : 'back')}${comma.trim()} ${stitch(knitThen, held === c.over ? c.under : c.over)}, then ${stitch(knitHeld, held)} from ${needle}`;
  }

  private named(c: Cross): string | null {
    const right = c.lean === 'right';
    const total = c.over + c.under;
    const counts = `${c.over}/${c.under}`;
    switch (this.dialect.naming) {
      case 'fraction':
        return `${counts} ${right ? 'R' : 'L'}${c.purl ? 'P' : ''}C`;
      case 'spaced':
        return `${counts} ${c.lean} ${c.purl ? 'purl ' : ''}cross`;
      case 'words':
        return `${word(c.over)} over ${word(c.under)} ${c.lean} ${c.purl ? 'purl ' : ''}cross`;
      case 'letters':
        if (!c.purl && c.over === c.under) return `C${total}${right ? 'B' : 'F'}`;
        return c.purl && c.over === 2 && total < 5 ? `T${total}${right ? 'B' : 'F'}` : null;
      case 'lean':
        if (!c.purl && c.over === c.under) return `C${total}${right ? 'R' : 'L'}`;
        return c.purl && c.over === 2 && total < 5 ? `T${total}${right ? 'R' : 'L'}` : null;
      default:
        return null;
    }
  }

  private cross(c: Cross): string {
    if (this.dialect.naming === 'inline') return this.spelled(c);
    const name =
      this.named(c) ?? `${capital(c.lean)} ${c.purl ? 'drift' : 'hitch'} ${word(c.over)}-${word(c.under)}`;
    if (this.dialect.naming === 'own' || !this.named(c)) this.legend.set(name, this.spelled(c));
    return name;
  }

  /** Tokens in the order of the picture, left to right; worked from the right on RS rows, from the left on WS rows. */
  words(tokens: readonly Token[], ws: boolean): string {
    const worked = ws ? tokens : [...tokens].reverse();
    const out: string[] = [];
    for (let i = 0; i < worked.length;) {
      const token = worked[i] as Token;
      if (!('letter' in token)) {
        if (ws) throw new Error('the dialects say crossings of right-side rows only');
        out.push(this.cross(token));
        i += 1;
        continue;
      }
      let count = 0;
      for (let next = worked[i + count]; next && 'letter' in next && next.letter === token.letter; next = worked[i + count]) count += 1; // prettier-ignore
      const letter = ws ? (token.letter === 'k' ? 'p' : 'k') : token.letter;
      out.push(this.dialect.stitch(letter, count));
      i += count;
    }
    return out.join(this.dialect.comma);
  }

  body(line: string, ws: boolean): string {
    const texts = line.trim().split(/\s+/);
    const [open, close] = [texts.indexOf('['), texts.indexOf(']')];
    const part = (from: number, to: number) => texts.slice(from, to).map(tokenOf);
    if (open < 0) {
      const tokens = part(0, texts.length);
      const total = tokens.reduce((sum, token) => sum + widthOf(token), 0);
      return this.words(tokens, ws) + (this.dialect.counts ? ` (${total} sts)` : '');
    }
    const [left, middle, right] = [part(0, open), part(open + 1, close), part(close + 1, texts.length)];
    const [first, last] = ws ? [left, right] : [right, left];
    const after = last.reduce((sum, token) => sum + widthOf(token), 0);
    const pieces = [
      ...(first.length > 0 ? [this.words(first, ws)] : []),
      this.dialect.repeat(this.words(middle, ws), after),
      ...(last.length > 0 ? [this.words(last, ws)] : []),
    ];
    return pieces.join(this.dialect.comma);
  }

  write({ grid, round = false }: Sample): string {
    const { dialect } = this;
    const lines = grid.trim().split('\n').reverse();
    const sides = lines.map((_, i) => !round && i % 2 === 1);
    const even = lines.filter((_, i) => i % 2 === 1).map((line) => line.trim().replace(/\s+/g, ' '));
    const merged = dialect.merge && even.length > 1 && new Set(even).size === 1;
    const rows = lines.flatMap((line, i) => {
      if (merged && i % 2 === 1 && i > 1) return [];
      const head = merged && i === 1 ? (dialect.merge as (ws: boolean) => string)(!round) : dialect.header(i + 1, sides[i] as boolean, round); // prettier-ignore
      return [`${head}${this.body(line, sides[i] as boolean)}${dialect.end}`];
    });
    const legend = [...this.legend].map(([name, text]) => `${name} = ${text}.`);
    const gap = legend.length > 0 ? [''] : [];
    const all = dialect.legendFirst ? [...legend, ...gap, ...rows] : [...rows, ...gap, ...legend];
    const text = all.join('\n').replace(/\n/g, dialect.newline);
    return dialect.odd ? dialect.odd(text) : text;
  }
}

export const writeDialect = (sample: Sample, dialect: Dialect) => new Dialectician(dialect).write(sample);

const to = (last: number) => (last === 0 ? 'to end' : `to last ${last === 1 ? 'st' : `${last} sts`}`);
const unit = (round: boolean, row = 'Row', rnd = 'Rnd') => (round ? rnd : row);
const side = (ws: boolean, round: boolean, rs = ' (RS)', wrong = ' (WS)') => (round ? '' : ws ? wrong : rs);

const plainly: Dialect = {
  name: 'numbers over numbers',
  header: (n, ws, round) => `${unit(round)} ${n}${side(ws, round)}: `,
  naming: 'fraction',
  stitch: (letter, count) => `${letter}${count}`,
  comma: ', ',
  repeat: (body, last) => `*${body}; rep from * ${to(last)}`,
  needle: 'cable needle',
  hold: (where) => ` and hold in ${where},`,
  end: '.',
  newline: '\n',
};

export const DIALECTS: readonly Dialect[] = [
  plainly,
  {
    ...plainly,
    name: 'capitals and letters',
    header: (n, ws, round) => `${unit(round, 'Row', 'Round')} ${n}${side(ws, round, ', RS', ', WS')}: `,
    naming: 'letters',
    stitch: (letter, count) => `${letter.toUpperCase()}${count}`,
    merge: (ws) => (ws ? 'Row 2 and all WS rows: ' : 'Round 2 and all even rounds: '),
    repeat: (body, last) => `* ${body} * ; rep from * to * ${to(last)}`,
    counts: true,
  },
  {
    ...plainly,
    name: 'ordinals and the lean',
    header: (n, _, round) =>
      `${n}${['th', 'st', 'nd', 'rd'][n > 3 ? 0 : n] ?? 'th'} ${round ? 'round' : 'row'}: `,
    naming: 'lean',
    stitch: (letter, count) => `${letter} ${count}`,
    merge: (ws) => `2nd and every alt ${ws ? 'row' : 'rnd'}: `,
    repeat: (body, last) => `[${body}] ${last === 0 ? 'to end' : `to last ${last} sts`}`,
    comma: '; ',
    needle: 'cn',
    hold: (where) => `, hold at ${where} of work,`,
  },
  {
    ...plainly,
    name: 'all in words',
    header: (n, ws, round) =>
      `${unit(round, 'Row', 'Round')} ${n}${side(ws, round, ' (Right side)', ' (Wrong side)')} - `,
    naming: 'words',
    stitch: (letter, count) => `${letter === 'k' ? 'knit' : 'purl'} ${word(count)}`,
    repeat: (body, last) => `*${body}, repeat from * ${last === 0 ? 'across' : `until ${last} sts remain`}`,
    needle: 'a cable needle',
    hold: (where) => ` and leave at the ${where} of the work,`,
  },
  {
    ...plainly,
    name: 'spelled out in the row',
    naming: 'inline',
    repeat: (body, last) => `*${body}; rep from *${last === 0 ? '' : ', ending'}`,
    needle: 'c.n.',
    hold: (where) => `, hold in ${where},`,
    comma: ', ',
  },
  {
    ...plainly,
    name: 'names of its own, legend first',
    naming: 'own',
    legendFirst: true,
    stitch: (letter, count) => `${count}${letter}`,
    needle: 'dpn',
    hold: (where) => ` and place at ${where},`,
    newline: '\r\n',
  },
  {
    ...plainly,
    name: 'one long line, no-break blanks',
    naming: 'spaced',
    comma: ' ',
    newline: ' ',
    end: '.',
    odd: (text) => text.replace(/(\d) /g, '$1\u00a0'),
    header: (n, ws, round) => `${unit(round)} ${n}${side(ws, round)}: `,
  },
  {
    ...plainly,
    name: 'rows backwards, wrapped',
    naming: 'letters',
    stitch: (letter, count) =>
      `${count} ${letter === 'k' ? 'knit' : 'purl'} ${count === 1 ? 'stitch' : 'stitches'}`,
    comma: ', \n   ',
    odd: (text) => {
      const [rows = '', ...legend] = text.split('\n\n');
      return [
        rows
          .split(/\n(?=R)/)
          .reverse()
          .join('\n'),
        ...legend,
      ].join('\n\n');
    },
  },
];

/** Lopsided on purpose: a symmetrical chart forgives a row read backwards. */
export const SAMPLES: readonly Sample[] = [
  ['rope beside a rib', 'k k k k p p k\nk k k k p p k\nk k k k p p k\nR2/2 p p k'],
  ['left rope at the edge', 'p k k k k k k p p\np L3/3 p p\np k k k k k k p p\np k k k k k k p p'],
  ['one over three', 'p k k k k k\np L1/3 k\np k k k k k\np k k k k k'],
  ['three over one', 'k k k k p p\nR3/1 p p\nk k k k p p\nk k k k p p'],
  ['a drift to the left', 'k k p p p\nL2/1p p p\nk k p p p\nk k p p p\nk p k p p\nL1/1p k p p'],
  ['a drift to the right', 'p p p k k p\np p R2/2p\np p p k k p\np p p p k k'],
  ['two hands', 'p k k k k p k k p p\np R2/2 p L1/1 p p\np k k k k p k k p p\np k k k k p k k p p'],
  ['braid off centre', 'k k k k k k p\nR2/2 k k p\nk k k k k k p\nk k L2/2 p'],
  ['unequal travel', 'k p p p p k k k\nL1/1p p p R2/1 p\nk p p p p k k k\nk p p p p k k k'],
  ['six rows', 'p p k k k\np p R1/2\np p k k k\np p k k k\np p k k k\np p k k k'],
  ['in the round', 'k k k p p k\nL2/1 p p k\nk k k p p k\nR1/2 p p k', true],
  ['odd rounds', 'p k k k k\np L3/1\np k k k k', true],
  ['repeat of five', 'k [ p p k k k ] p\nk [ p p R2/1 ] p\nk [ p p k k k ] p\nk [ p p k k k ] p'],
  ['repeat with ends', 'p [ k k k k p ] k k\np [ R2/2 p ] k k\np [ k k k k p ] k k\np [ k k k k p ] k k'],
  ['repeat, lean left', '[ k k k k p p p ]\n[ L1/3 p p p ]\n[ k k k k p p p ]\n[ k k k k p p p ]'],
  ['repeat that drifts', '[ p k k p p ] k\n[ p L2/1p p ] k\n[ p p k k p ] k\n[ p p k k p ] k'],
  ['ring of repeats', '[ k k k p ] \n[ R1/2 p ]\n[ k k k p ]\n[ L2/1 p ]', true],
].map(([name, grid, round]) => ({ name: name as string, grid: grid as string, round: round === true }));
