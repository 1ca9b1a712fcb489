/**
 * A knitter who works a written pattern straight from its words, on loops. She knows the plain half of the notation,
 * holds real groups in front or behind, and gives up at any word she does not know. She shares no code with the reader,
 * so that a chart that was read can be held against what the words make.
 */

/** `how` is as seen from the RS, whichever side it was worked on; the loop keeps its number from the cast-on. */
export type Loop = { readonly id: number; readonly how: How };
/** Two loops worked together keep the lower number: `kr` leans right, `kl` left, `pr` right and is a bump. */
export type How = 'k' | 'p' | 'kt' | 'pt' | 'sb' | 'sf' | Together;
export type Together = 'kr' | 'kl' | 'pr';
/** A finished row from the right edge, and which loops lie before which, seen from the RS. */
export type Made = { readonly loops: readonly Loop[]; readonly before: readonly string[] };

type Op =
  | { readonly do: 'work'; readonly how: How; readonly times: number }
  | { readonly do: 'together'; readonly how: Together }
  | {
      readonly do: 'cross';
      readonly front: boolean;
      readonly held: readonly How[];
      readonly then: readonly How[];
    }
  | { readonly do: 'again'; readonly ops: readonly Op[]; readonly times: number }
  /** Over and over until so many stitches are left; null: as many as what follows needs. */
  | { readonly do: 'on'; readonly ops: readonly Op[]; readonly left: number | null }
  | { readonly do: 'asTheyFace'; readonly left: number };

class GivenUp extends Error {}
const giveUp = (): never => {
  throw new GivenUp();
};

const NUMBERS = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** One way of writing each thing, before anything is understood. */
function plain(text: string): string {
  let out = `\n ${text.toLowerCase()} `
    .replace(/[\u00a0\u2009\t\r]/g, ' ')
    .replace(/(?<= )a cable needle|cable needle|(?<= )c\.n\.|(?<= )cn(?![a-z])|(?<= )dpn(?![a-z])/g, '@')
    .replace(/\brepeat\b|\brep\b/g, 'rep')
    .replace(/\bround(s?)\b|\brnd(s?)\b/g, 'rnd')
    .replace(/\brows\b/g, 'row')
    .replace(/\bright side\b/g, 'rs')
    .replace(/\bwrong side\b/g, 'ws')
    .replace(/\btwice\b/g, '2 times')
    .replace(/\bstitches\b|\bstitch\b|\bsts\b/g, 'st');
  NUMBERS.forEach((word, n) => (out = out.replace(new RegExp(`\\b${word}\\b`, 'g'), String(n))));
  return out;
}

type Label = {
  readonly numbers: readonly number[];
  readonly every: 'ws' | 'even' | 'other' | null;
  readonly side: 'rs' | 'ws' | null;
  readonly rnd: boolean;
};

const SIDE = '(?:[(,] ?(rs|ws) ?\\)?)?';
const LIST = '(\\d+(?:(?: ?, ?| ?- ?| and )\\d+)*)';
const EVERY = '(?: and (?:all|every) (ws|even|other|alt|odd)? ?(?:row|rnd))?';
const NUMBERED = new RegExp(`(?<![a-z] )(row|rnd) ${LIST}${EVERY} ?${SIDE} ?[:-] `, 'g');
const ORDINAL = new RegExp(
  `(?<![a-z] )(\\d+)(?:st|nd|rd|th)(?: and (every) (?:other|alt))? (row|rnd) ?${SIDE} ?[:-] `,
  'g',
);

function listed(text: string): number[] {
  return text.split(/ ?, ?| and /).flatMap((part) => {
    const [first, last] = part.split('-').map(Number) as [number, number?];
    if (last !== undefined && last < first) giveUp();
    return Array.from({ length: (last ?? first) - first + 1 }, (_, i) => first + i);
  });
}

type Statement = { readonly at: number; readonly from: number; readonly label: Label | string };

/** Where rows and entries begin. */
function statementsOf(text: string): Statement[] {
  const rows = [...text.matchAll(NUMBERED)].map((m): Statement => {
    const every = m[3] === undefined ? null : m[3] === 'ws' ? 'ws' : m[3] === 'even' ? 'even' : 'other';
    const label = {
      numbers: listed(m[2] as string),
      every,
      side: (m[4] as 'rs') ?? null,
      rnd: m[1] === 'rnd',
    } as const;
    return { at: m.index, from: m.index + m[0].length, label };
  });
  const ordinals = [...text.matchAll(ORDINAL)].map((m): Statement => {
    const label = {
      numbers: [Number(m[1])],
      every: m[2] ? ('other' as const) : null,
      side: (m[4] as 'rs') ?? null,
      rnd: m[3] === 'rnd',
    };
    return { at: m.index, from: m.index + m[0].length, label };
  });
  const entries = [
    ...text.matchAll(/(?<=\n *|[.] )(?!r(?:ow|nd) )([a-z][a-z0-9 -]*?) ?[=:] ?(?=slip )/g),
  ].map((m): Statement => ({ at: m.index, from: m.index + m[0].length, label: m[1] as string }));
  return [...rows, ...ordinals, ...entries].sort((a, b) => a.at - b.at);
}

const TOGETHER: Readonly<Record<string, Together>> = { k2tog: 'kr', ssk: 'kl', p2tog: 'pr' };

const many = <T>(n: number, what: T): T[] => Array.from({ length: n }, () => what);

/** Reads the words of one row or entry into what the hands do. */
class Words {
  at = 0;
  constructor(
    private readonly text: string,
    private readonly entries: ReadonlyMap<string, Op>,
  ) {}

  private take(pattern: string): RegExpExecArray | null {
    const here = new RegExp(pattern, 'y');
    here.lastIndex = this.at;
    const found = here.exec(this.text);
    if (found) this.at += found[0].length;
    return found;
  }

  private cross(over: number, under: number, right: boolean, purl: boolean): Op {
    const top = many<How>(over, 'k');
    const below = many<How>(under, purl ? 'p' : 'k');
    return right
      ? { do: 'cross', front: false, held: below, then: top }
      : { do: 'cross', front: true, held: top, then: below };
  }

  private named(): Op | null {
    const m =
      this.take('(\\d+)/(\\d+) ?(r|l)(p?)c(?![a-z0-9])') ??
      this.take('(\\d+)(?:/| over )(\\d+) (right|left) (purl )?cross(?![a-z0-9])');
    if (m) return this.cross(Number(m[1]), Number(m[2]), (m[3] as string).startsWith('r'), !!m[4]);
    const c = this.take('c ?(\\d+) ?([bfrl])(?![a-z0-9])');
    if (c) {
      const half = Number(c[1]) / 2;
      return Number.isInteger(half) ? this.cross(half, half, /[br]/.test(c[2] as string), false) : giveUp();
    }
    const t = this.take('t ?([34]) ?([bfrl])(?![a-z0-9])');
    if (t) return this.cross(2, Number(t[1]) - 2, /[br]/.test(t[2] as string), true);
    const twist = this.take('(r|l)t(?![a-z0-9])');
    return twist && this.cross(1, 1, twist[1] === 'r', false);
  }

  private stitches(): How[] | null {
    const m =
      this.take('(knit|purl|k|p) ?(\\d+)(?: st)?( tbl)?(?![a-z0-9/])') ??
      this.take('(\\d+) ?(knit|purl|k|p)(?: st)?( tbl)?(?![a-z0-9/])');
    if (!m) return null;
    const [letter, count] = /^\d/.test(m[1] as string) ? [m[2], m[1]] : [m[1], m[2]];
    return many(Number(count), `${(letter as string)[0]}${m[3] ? 't' : ''}` as How);
  }

  private spelled(): Op | null {
    const m = this.take(
      'slip (?:the )?next (?:(\\d+) )?st to @ ?(?:and|,) ?(?:hold|leave|place) (?:in|at) (?:the )?(front|back)(?: of (?:the )?work)?[,; ]*',
    );
    if (!m) return null;
    const held = Number(m[1] ?? 1);
    const runs: How[][] = [];
    for (;;) {
      this.take('[, ]*(?:then )?');
      runs.push(this.stitches() ?? giveUp());
      if (!this.take('[, ]*from (?:the )?@')) continue;
      const waiting: How[] = [];
      while (waiting.length < held) waiting.unshift(...(runs.pop() ?? giveUp()));
      if (waiting.length > held || runs.length === 0) giveUp();
      return { do: 'cross', front: m[2] === 'front', held: waiting, then: runs.flat() };
    }
  }

  private entry(): Op | null {
    const here = [...this.entries].filter(([name]) => this.text.startsWith(name, this.at));
    const [found] = here.sort((a, b) => b[0].length - a[0].length);
    if (!found) return null;
    this.at += found[0].length;
    return /^[a-z0-9]/.test(this.text.slice(this.at)) ? giveUp() : found[1];
  }

  private left(): number | null {
    const m =
      this.take(' ?(?:to (?:the )?end(?: of (?:the )?(?:row|rnd))?|across)(?![a-z0-9])') ??
      this.take(' ?(?:to last|until) (?:(\\d+) )?st(?: remain)?(?![a-z0-9])');
    return m ? (m[1] ? Number(m[1]) : m[0].includes('last') ? 1 : 0) : null;
  }

  private group(close: string): Op {
    const ops = this.list(close);
    if (!this.take(`\\${close}`)) giveUp();
    const times = this.take(' ?(?:x ?(\\d+)|(\\d+) times)(?![a-z0-9])');
    if (times) return { do: 'again', ops, times: Number(times[1] ?? times[2]) };
    return { do: 'on', ops, left: this.left() ?? giveUp() };
  }

  private star(): Op {
    const ops = this.list('*');
    if (!this.take('(?:\\*? ?[;,] ?)rep from \\*(?: to \\*)?')) giveUp();
    const left = this.left();
    if (left === null && !this.take(', ending') && !/^[ .]*$/.test(this.text.slice(this.at))) giveUp();
    return { do: 'on', ops, left };
  }

  private item(): Op {
    if (this.take('\\* ?')) return this.star();
    if (this.take('\\[')) return this.group(']');
    if (this.take('\\((?![\\d]+ st)')) return this.group(')');
    const face = this.take(
      '(?:knit the knits?|k the knits?|knit the knit st)(?: and| &|,) (?:purl|p) the (?:purls?|purl st)(?![a-z0-9])',
    );
    if (face) return { do: 'asTheyFace', left: this.left() ?? 0 };
    const together = this.take('(k2tog|ssk|p2tog)(?![a-z0-9])');
    if (together) return { do: 'together', how: TOGETHER[together[1] as string] ?? giveUp() };
    const op = this.entry() ?? this.spelled() ?? this.named();
    if (op) return op;
    const run = this.stitches();
    if (run) return { do: 'work', how: run[0] ?? giveUp(), times: run.length };
    const fill = this.take('(knit|purl|k|p)(?![a-z0-9])') ?? giveUp();
    const how = (fill[1] as string)[0] as How;
    const left = this.left() ?? (/^[ .]*$/.test(this.text.slice(this.at)) ? 0 : giveUp());
    return { do: 'on', ops: [{ do: 'work', how, times: 1 }], left };
  }

  list(close: string): Op[] {
    const ops: Op[] = [];
    for (;;) {
      this.take('(?:[ ,;]|\\.(?= |$))*');
      if (this.take('\\(\\d+ st\\)|\\(edge st\\)')) continue;
      if (this.at >= this.text.length || (close !== '' && this.text[this.at] === close)) return ops;
      if (close === '*' && this.text.startsWith('rep from', this.at)) {
        while (/[ ,;]/.test(this.text[this.at - 1] ?? '')) this.at -= 1;
        return ops;
      }
      ops.push(this.item());
    }
  }
}

const taken = (ops: readonly Op[]): number =>
  ops.reduce((sum, op) => {
    if (op.do === 'work') return sum + op.times;
    if (op.do === 'together') return sum + 2;
    if (op.do === 'cross') return sum + op.held.length + op.then.length;
    return op.do === 'again' ? sum + op.times * taken(op.ops) : giveUp();
  }, 0);

const OTHER: Readonly<Partial<Record<How, How>>> = {
  k: 'p',
  p: 'k',
  kt: 'pt',
  pt: 'kt',
  sb: 'sf',
  sf: 'sb',
};

/** One row on the needle; the waiting loops lie in the order she meets them. */
class Row {
  readonly done: Loop[] = [];
  readonly before: string[] = [];
  constructor(
    readonly waiting: Loop[],
    private readonly ws: boolean,
  ) {}

  private work(loop: Loop | undefined, how: How) {
    if (!loop) return giveUp();
    return this.done.push({ id: loop.id, how: this.ws ? (OTHER[how] ?? giveUp()) : how });
  }

  /** Only on the right side: seen from there, what is worked together on the wrong side leans otherwise. */
  private together(how: Together) {
    const [one, two] = this.waiting.splice(0, 2);
    if (!one || !two || this.ws) giveUp();
    this.done.push({ id: Math.min((one as Loop).id, (two as Loop).id), how });
  }

  ops(ops: readonly Op[]) {
    ops.forEach((op, i) => this.op(op, ops.slice(i + 1)));
  }

  private op(op: Op, rest: readonly Op[]): void {
    if (op.do === 'work') for (let i = 0; i < op.times; i += 1) this.work(this.waiting.shift(), op.how);
    else if (op.do === 'again') for (let i = 0; i < op.times; i += 1) this.ops(op.ops);
    else if (op.do === 'together') this.together(op.how);
    else if (op.do === 'cross') this.cross(op);
    else if (op.do === 'asTheyFace') this.asTheyFace(op.left);
    else {
      const left = op.left ?? taken(rest);
      if (taken(op.ops) === 0) giveUp();
      while (this.waiting.length > left) this.ops(op.ops);
      if (this.waiting.length !== left) giveUp();
    }
  }

  private asTheyFace(left: number) {
    while (this.waiting.length > left) {
      const loop = this.waiting.shift() as Loop;
      if (loop.how.startsWith('s')) giveUp();
      this.work(loop, loop.how.startsWith('k') !== this.ws ? 'k' : 'p');
    }
  }

  private cross({ front, held, then }: Extract<Op, { do: 'cross' }>) {
    const aside = this.waiting.splice(0, held.length);
    const next = this.waiting.splice(0, then.length);
    if (next.length < then.length || next.length === 0 || aside.length === 0) giveUp();
    next.forEach((loop, i) => this.work(loop, then[i] as How));
    aside.forEach((loop, i) => this.work(loop, held[i] as How));
    const ids = (loops: readonly Loop[]) =>
      loops
        .map(({ id }) => id)
        .sort((a, b) => a - b)
        .join();
    const [near, far] = front ? [aside, next] : [next, aside];
    this.before.push(this.ws ? `${ids(far)}<${ids(near)}` : `${ids(near)}<${ids(far)}`);
  }
}

function rowsOf(text: string): {
  readonly ops: (n: number) => Op[];
  readonly count: number;
  readonly wsFirst: boolean;
  readonly rnd: boolean;
} {
  const said = statementsOf(text);
  if (said.length === 0 || text.slice(0, said[0]?.at).trim() !== '') giveUp();
  const bodyOf = ({ from }: Statement, i: number) =>
    text
      .slice(from, said[i + 1]?.at ?? text.length)
      .replace(/\s+/g, ' ')
      .trim()
      .replace(/[. ]+$/, '');
  const entries = new Map<string, Op>();
  said.forEach((one, i) => {
    if (typeof one.label !== 'string') return;
    const words = new Words(bodyOf(one, i), entries);
    const ops = words.list('');
    if (ops.length !== 1 || entries.has(one.label.trim())) giveUp();
    entries.set(one.label.trim(), ops[0] as Op);
  });
  const bodies = new Map<number, string>();
  const everies: { every: Label['every']; after: number; body: string }[] = [];
  let wsFirst: boolean | null = null;
  let rnd: boolean | null = null;
  said.forEach((one, i) => {
    const { label } = one;
    if (typeof label === 'string') return;
    if (rnd !== null && rnd !== label.rnd) giveUp();
    rnd = label.rnd;
    for (const n of label.numbers) {
      if (bodies.has(n)) giveUp();
      bodies.set(n, bodyOf(one, i));
      const ws = label.side === null ? null : (label.side === 'ws') !== (n % 2 === 0);
      if (ws !== null && wsFirst !== null && ws !== wsFirst) giveUp();
      wsFirst ??= ws;
    }
    if (label.every) everies.push({ every: label.every, after: label.numbers[0] ?? 0, body: bodyOf(one, i) });
  });
  const highest = Math.max(0, ...bodies.keys());
  const covered = (n: number) =>
    everies.find(({ every, after }) =>
      every === 'even'
        ? n % 2 === 0
        : every === 'ws'
          ? (n % 2 === 0) !== (wsFirst ?? false)
          : (n - after) % 2 === 0 && n > after,
    )?.body;
  const count = highest % 2 === 1 && covered(highest + 1) !== undefined ? highest + 1 : highest;
  return {
    count,
    wsFirst: wsFirst ?? false,
    rnd: rnd ?? false,
    ops: (n) => new Words(bodies.get(n) ?? covered(n) ?? giveUp(), entries).list(''),
  };
}

/** How many are cast on is told to her, and she works every row once anyway. */
const withoutRemarks = (text: string) =>
  text.replace(/(?<=\n) *(?:cast on \d+ st[^\n]*|work these row once\.?)(?=\n| $)/g, '');

/**
 * Works every row of a text once, from so many stitches. Null: there is something she does not know, or it does not
 * come out.
 */
export function workText(source: string, castOn: number): Made[] | null {
  try {
    const { count, wsFirst, rnd, ops } = rowsOf(withoutRemarks(plain(source)));
    let loops: readonly Loop[] = Array.from({ length: castOn }, (_, id) => ({ id, how: 'k' }));
    return Array.from({ length: count }, (_, i) => {
      const ws = !rnd && (i % 2 === 1) !== wsFirst;
      const row = new Row(ws ? [...loops].reverse() : [...loops], ws);
      row.ops(ops(i + 1));
      if (row.waiting.length > 0) giveUp();
      loops = ws ? row.done.reverse() : row.done;
      return { loops, before: row.before.sort() };
    });
  } catch (stopped) {
    if (stopped instanceof GivenUp) return null;
    throw stopped;
  }
}
