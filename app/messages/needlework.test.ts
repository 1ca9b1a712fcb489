/** Printed sewing and grafting, read back as words alone and done literally, leave the charted crossing. */
import { graft, graftPlan, type GraftPlan, type Places } from '@core/repair/grafted';
import { crossingAt } from '@core/repair/plan';
import { sew, sewPlan, type Cover } from '@core/repair/sewn';
import { otherLean } from '@core/piece/deviation';
import { shelfCharts } from '@core/shelf/shelf';
import { crossingsIn, withFaults } from '@core/testing/mending';
import { sheetOf } from '@core/testing/plans';
import { graftWords, sewWords, type Worked } from './needlework';

const said = ({ first, steps, last }: Worked) => [...first, ...steps, last];
const number = (text: string | undefined) => Number(text);

/** Knows these sentences and nothing of the plan. */
function readSewing(lines: readonly string[]): { row: number; width: number; covers: Cover[] } {
  const all = lines.join(' ');
  const width = number(/The crossing has (\d+) stitches/.exec(all)?.[1]);
  const found = [
    ...all.matchAll(
      /Row (\d+): out at the foot of stitch (\d+), behind both legs (?:of stitch (\d+) in row (\d+)|just sewn), in at the same foot\./g,
    ),
  ];
  const covers = found.map(([, row, foot, head, above]): Cover => {
    if (above !== undefined) expect(number(above)).toBe(number(row) + 1);
    return { column: 0, row: number(row), foot: number(foot), head: number(head ?? foot), at: 0 };
  });
  return { row: Math.max(...covers.map(({ row }) => row)), width, covers };
}

const places = (text: string): Places => {
  const [from, to] = [...text.matchAll(/\d+/g)].map(([one]) => Number(one));
  return { from: from ?? 0, to: to ?? from ?? 0 };
};

function readGraft(lines: readonly string[]): GraftPlan {
  const all = lines.join(' ');
  const row = number(/stitches? of row (\d+) are opened/.exec(all)?.[1]);
  const open = number(/facing you, (\d+) stitch/.exec(all)?.[1]);
  const snip = number(/Snip one leg of stitch (\d+) in row/.exec(all)?.[1]);
  const [, below, low, above, high] =
    /Put the (\d+) loops of row (\d+) on one needle and the (\d+) loops above, of row (\d+)/.exec(all) ?? [];
  expect([below, low, above, high].map(number)).toEqual([open, row - 1, open, row + 1]);
  const place = '(stitch(?:es)? \\d+(?: to \\d+)?)';
  const pass = new RegExp(`let ${place} and ${place} change places, ${place} in front`).exec(all);
  const centre = new RegExp(
    `; ${place} stays? in the middle, (in front of both|between them|behind both)`,
  ).exec(all);
  if (pass) expect(pass[3]).toBe(pass[1]);
  const depths = { 'in front of both': 'above', 'between them': 'between', 'behind both': 'below' } as const;
  const runs = [...all.matchAll(/(\d+) as (knit|purl)/g)].map(([, count, face]) => ({
    face: face as 'knit' | 'purl',
    count: number(count),
  }));
  return {
    row,
    open,
    snip,
    pass: pass && {
      over: places(pass[1] ?? ''),
      under: places(pass[2] ?? ''),
      centre: centre && { ...places(centre[1] ?? ''), depth: depths[centre[2] as keyof typeof depths] },
    },
    runs,
    cm: 0,
    columns: [],
    below: [],
  };
}

it.each(shelfCharts().map(({ key, chart }) => [key, chart] as const))('%s', (_, chart) => {
  const rows = chart.once ? chart.rows.length : 20;
  const sheet = sheetOf([
    {
      rows,
      panels: [
        { chart: 'garter', repeats: 3 },
        { chart, id: 'p', repeats: 2 },
      ],
    },
  ]);
  const every = Array.from({ length: rows }, (__, i) => i + 1);
  for (const fault of crossingsIn(sheet, every)) {
    const at = crossingAt(sheet, fault.pieceRow, fault.panel, fault.wale);
    if (!at) continue;
    const wrong = { ...fault, made: otherLean(at.cell) };
    const sewn = sewPlan(withFaults(sheet, [wrong]), wrong);
    if (sewn.ok) {
      const read = readSewing(said(sewWords(sewn.value, 'row')));
      expect(read.covers.length).toBe(sewn.value.covers.length);
      expect(sew(read, read.covers)).toEqual(sew(sewn.value, sewn.value.covers));
    }
    const cut = graftPlan(withFaults(sheet, [wrong]), wrong, rows);
    if (cut.ok) {
      const read = readGraft(said(graftWords(cut.value, 'row')));
      expect(graft(read)).toEqual(graft(cut.value));
      expect(read.pass).toEqual(cut.value.pass);
    }
  }
});
