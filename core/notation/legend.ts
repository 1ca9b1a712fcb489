/** Legend entries: a name of the designer's own, and the crossing that it stands for. The legend always wins. */
import { takes } from '../stitch/cells';
import type { Depth, Stitch } from '../stitch/types';
import { Cursor } from './cursor';
import { BodyReader, type Item, type Legend, type Meaning } from './items';
import type { NotationProblem } from './problems';
import type { Scanned } from './scan';

const NEEDLE = '(?:(?:a |the |first |second )*(?:cable needle|dpn|c\\.?n\\.?))';
const SLIP = new RegExp(
  `(?:sl|slip|place) (?:the )?(?:next )?(?:first )?(\\d{1,2}|(?=st)) ?(?:sts?|stitch(?:es)?)?(?: purlwise)? (?:on ?)?to ${NEEDLE},? (?:and )?(?:hold|leave)(?: (?:it|them))? (?:(?:in|at|to)(?: the)? )?(front|back)(?: of (?:the )?work)?[\\s,;.]*`,
);
const CENTRE = new RegExp(
  `(?:sl|slip|place) (?:the )?next (\\d{1,2}) ?(?:sts?|stitch(?:es)?)? (?:on ?)?to (?:a |the )?second ${NEEDLE},? (?:and )?hold (behind all|between|in front of all)[\\s,;.]*`,
);
const FROM = new RegExp(`,? *from (?:the )?(?:second )?${NEEDLE}`, 'gi');

const DEPTH: Readonly<Record<string, Depth>> = {
  'behind all': 'below',
  between: 'between',
  'in front of all': 'above',
};

/** The one-to-one stitches of a list of items; null if anything else stands there. */
function plainStitches(items: readonly Item[]): Stitch[] | null {
  const stitches: Stitch[] = [];
  for (const item of items) {
    if (item.kind === 'group') {
      const inner = plainStitches(item.items);
      if (!inner) return null;
      for (let i = 0; i < item.times; i += 1) stitches.push(...inner);
    } else if (item.kind === 'cell' && item.cell.kind === 'stitch' && takes(item.cell) === 1) {
      for (let i = 0; i < item.count; i += 1) stitches.push(item.cell.stitch);
    } else if (item.kind === 'slip' && item.yarn !== 'wrongSide') {
      for (let i = 0; i < item.count; i += 1)
        stitches.push(item.yarn === 'back' ? 'slipBehind' : 'slipBefore');
    } else return null;
  }
  return stitches;
}

function spelled(text: string): Meaning | null {
  const cursor = new Cursor(text, 0, text.length);
  const held = cursor.take(SLIP);
  if (!held) return null;
  const centre = cursor.take(CENTRE);
  const rest = text.slice(cursor.at);
  // "from cable needle" only tells where the stitches come from: the counts above say it already.
  const froms = rest.match(FROM)?.length ?? 0;
  if (froms !== (centre ? 2 : 1)) return null;
  const body = rest.replace(FROM, '');
  const reader = new BodyReader(new Cursor(body, 0, body.length), new Map());
  const read = reader.read();
  const stitches = read.kind === 'items' && reader.problems.length === 0 ? plainStitches(read.items) : null;
  if (!stitches) return null;
  const heldCount = Number(held[1] || 1);
  const centreCount = centre ? Number(centre[1]) : 0;
  const thenCount = stitches.length - heldCount - centreCount;
  if (heldCount < 1 || thenCount < 1 || (centre && centreCount < 1)) return null;
  const depth = centre && (DEPTH[(centre[2] as string).toLowerCase()] as Depth);
  return {
    kind: 'words',
    words: {
      hold: (held[2] as string).toLowerCase() as 'front' | 'back',
      held: stitches.slice(thenCount + centreCount),
      ...(depth && { centre: { stitches: stitches.slice(thenCount, thenCount + centreCount), depth } }),
      then: stitches.slice(0, thenCount),
    },
  };
}

/** An entry that only gives another name, such as `Rope cross = 2/2 RC`. */
function alias(text: string): Meaning | null {
  const reader = new BodyReader(new Cursor(text, 0, text.length), new Map());
  const read = reader.read();
  const [item, more] = read.kind === 'items' ? read.items : [];
  return reader.problems.length === 0 && item?.kind === 'named' && !more ? item.meaning : null;
}

/** Reads every entry of a scanned text. */
export function readLegend(scanned: Scanned): { legend: Legend; problems: NotationProblem[] } {
  const legend = new Map<string, Meaning>();
  const problems: NotationProblem[] = [];
  for (const entry of scanned.legend) {
    const text = scanned.text
      .slice(entry.bodyFrom, entry.to)
      .replace(/\s+/g, ' ')
      .replace(/[. ]+$/, '');
    const meaning = spelled(text) ?? alias(text);
    const at = scanned.lines.span(entry.from, entry.to);
    if (!meaning) problems.push({ code: 'legend-not-understood', name: entry.name, at });
    else if (legend.has(entry.name)) problems.push({ code: 'legend-twice', name: entry.name, at });
    else legend.set(entry.name, meaning);
  }
  return { legend, problems };
}
