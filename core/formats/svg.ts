/** A chart with its legend as a picture to print or send; the pattern itself rides along, so it can be opened again. */
import { err, type Result } from '../result';
import type { Cell, Crossing, Stitch } from '../stitch/types';
import { pictureChart, ribbonsOf, SQUARE, type Glyph } from './chart-picture';
import { MOST_FILE } from './pattern';
import { readPattern, wholeChart, writePattern, type FormatProblem, type Pattern } from './pattern';

const INK = '#211a13';
const PAPER = '#fbf7ee';
const SOFT = '#8b7d66';
const LINE = '#d3c6ad';
const REED = '#14564a';
const LEAN = { right: '#1a4f96', left: '#9c4a00' } as const;

/** What XML has no way to write, and some controls beside it. */
const CONTROLS = /(?![\t\n\r])[\p{Cc}\p{Cs}\ufffe\uffff]/gu;
/** In JSON they are written in numbers. */
const numbered = (json: string) =>
  json.replace(CONTROLS, (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`);
const escape = (text: string) => text.replace(CONTROLS, '\ufffd').replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;'); // prettier-ignore
const unescape = (text: string) => text.replace(/&lt;/g, '<').replace(/&gt;/g, '>').replace(/&quot;/g, '"').replace(/&amp;/g, '&'); // prettier-ignore
const r = (value: number) => Math.round(value * 100) / 100;
const path = (d: string, stroke: string, width: number, more = '') =>
  `<path d="${d}" fill="none" stroke="${stroke}" stroke-width="${width}" stroke-linecap="round"${more}/>`;

const v = (x: number, y: number, crossed: boolean) => {
  const [left, middle, right] = [x - 7, x, x + 7];
  const foot = crossed ? [middle + 3, middle - 3] : [middle, middle];
  return path(`M${left} ${y - 6}L${foot[0]} ${y + 7}M${right} ${y - 6}L${foot[1]} ${y + 7}`, INK, 2.4);
};
const bump = (x: number, y: number) => path(`M${x - 7} ${y + 3}Q${x} ${y - 9} ${x + 7} ${y + 3}`, SOFT, 3.4);

function stitchGlyph(stitch: Stitch, x: number, y: number): string {
  if (stitch === 'knit' || stitch === 'knitTbl') return v(x, y, stitch === 'knitTbl');
  if (stitch === 'purl') return bump(x, y);
  if (stitch === 'purlTbl') return bump(x, y) + path(`M${x - 4} ${y + 6}L${x + 4} ${y - 2}`, SOFT, 2);
  const float = stitch === 'slipBefore' ? path(`M${x - 9} ${y}H${x + 9}`, INK, 2) : '';
  return path(`M${x - 5} ${y - 10}L${x} ${y + 10}L${x + 5} ${y - 10}`, INK, 1.8) + float;
}

/** A ribbon from a stretch at the foot of a square to one at its head, a little narrower than its stitches. */
function ribbon(x: number, y: number, band: ReturnType<typeof ribbonsOf>[number]): string {
  const half = (band.width * SQUARE) / 2 - 3;
  const [foot, head] = [x + band.foot * SQUARE, x + band.head * SQUARE];
  const [bottom, top] = [y + SQUARE - 1, y + 1];
  const side = (from: number, to: number, y0: number, y1: number) =>
    `C${r(from)} ${r(y0 + (y1 - y0) * 0.45)} ${r(to)} ${r(y0 + (y1 - y0) * 0.55)} ${r(to)} ${y1}`;
  const left = side(foot - half, head - half, bottom, top);
  const right = side(head + half, foot + half, top, bottom);
  return `M${r(foot - half)} ${bottom}${left}L${r(head + half)} ${top}${right}Z`;
}

/** Knit groups are filled, purled ones dashed outlines; the one on top carries the colour of its lean. */
function crossingGlyph(crossing: Crossing, x: number, y: number): string {
  return ribbonsOf(crossing)
    .map((band) => {
      const d = ribbon(x, y, band);
      const colour = band.name === 'over' ? LEAN[crossing.lean] : SOFT;
      const dashed = `fill="${PAPER}" stroke="${colour}" stroke-width="1.6" stroke-dasharray="3 2.4"`;
      const look = band.purled ? dashed : `fill="${colour}"`;
      return `<path d="${d}" fill="none" stroke="${PAPER}" stroke-width="4"/><path d="${d}" ${look}/>`;
    })
    .join('');
}

/** Increases, decreases and bobbles by a stroke of their own. */
function otherGlyph(cell: Exclude<Cell, { kind: 'stitch' } | Crossing>, x: number, y: number): string {
  switch (cell.kind) {
    case 'bobble':
      return `<circle cx="${x}" cy="${y}" r="7" fill="${cell.face === 'knit' ? INK : SOFT}"/>`;
    case 'noStitch':
      return `<rect x="${x - SQUARE / 2}" y="${y - SQUARE / 2}" width="${SQUARE}" height="${SQUARE}" fill="${LINE}"/>`;
    case 'bindOff':
      return path(`M${x - 8} ${y}Q${x} ${y - 9} ${x + 8} ${y}`, INK, 2.4);
    case 'increase':
      if (cell.how === 'yarnOver') return `<circle cx="${x}" cy="${y}" r="6" fill="none" stroke="${INK}" stroke-width="2.2"/>`; // prettier-ignore
      if (cell.how === 'frontBack') return v(x - 6, y, false) + bump(x + 6, y);
      return path(`M${x} ${y + 8}V${y - 2}M${x} ${y - 2}L${x + (cell.lean === 'left' ? -7 : 7)} ${y - 9}`, cell.face === 'knit' ? INK : SOFT, 2.4); // prettier-ignore
    case 'decrease': {
      const colour = cell.face === 'knit' ? INK : SOFT;
      const slope = cell.lean === 'right' ? 1 : cell.lean === 'left' ? -1 : 0;
      const main = path(
        `M${x - 7 * slope} ${y + 8}L${x + 7 * slope} ${y - 8}`,
        colour,
        cell.of === 3 ? 4 : 2.4,
      );
      const foot = path(`M${x - 8} ${y + 8}L${x} ${y}L${x + 8} ${y + 8}`, colour, 1.6);
      return main + foot;
    }
  }
}

function glyph({ cell, x, y, width }: Glyph): string {
  const square = `<rect x="${x}" y="${y}" width="${width}" height="${SQUARE}" fill="${PAPER}" stroke="${LINE}"/>`;
  const [cx, cy] = [x + width / 2, y + SQUARE / 2];
  if (cell.kind === 'stitch') return square + stitchGlyph(cell.stitch, cx, cy);
  return square + (cell.kind === 'crossing' ? crossingGlyph(cell, x, y) : otherGlyph(cell, cx, cy));
}

export function writeSvg(pattern: Pattern): string {
  const picture = pictureChart(pattern.name, wholeChart(pattern), pattern.inTheRound);
  const text = (x: number, y: number, words: string, more = '') =>
    `<text x="${x}" y="${y}" fill="${INK}"${more}>${escape(words)}</text>`;
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${r(picture.width)}" height="${picture.height}" viewBox="0 0 ${r(picture.width)} ${picture.height}" font-family="sans-serif" font-size="14">
<title>${escape(pattern.name)}</title>
<metadata id="gritch-pattern">${escape(numbered(writePattern(pattern)))}</metadata>
<rect width="100%" height="100%" fill="${PAPER}"/>
${text(picture.title.x, picture.title.y, picture.title.text, ' font-size="22" font-weight="bold"')}
${picture.glyphs.map(glyph).join('\n')}
${picture.bars.map(({ x, y }) => `<path d="M${x} ${y}V${y + SQUARE}" stroke="${REED}" stroke-width="3"/>`).join('\n')}
${picture.numbers.map(({ text: words, x, y, right }) => text(x, y, words, right ? '' : ' text-anchor="end"')).join('\n')}
${picture.legend.map((item) => glyph(item.glyph) + text(item.x, item.y, item.words)).join('\n')}
</svg>
`;
}

export function readSvg(source: string): Result<Pattern, FormatProblem> {
  if (source.length > MOST_FILE) return err({ code: 'file-too-large', most: MOST_FILE });
  const found = /<metadata id="gritch-pattern">([\s\S]*?)<\/metadata>/.exec(source);
  return found ? readPattern(unescape(found[1] as string)) : err({ code: 'picture-only' });
}
