/** Reads a printed repair back into moves, knowing nothing of how it was printed: for tests. */
import type { RavelPart, RepairMove } from '@core/repair/moves';
import type { Step } from '@core/cue/steps';
import { gives } from '@core/stitch/cells';
import { stepsRead } from './telling-reader';

function fail(what: string): never {
  throw new Error(`cannot be read: ${what}`);
}

/** What is only looked at moves nothing. */
const LOOKS = [/^Have at hand: /, /^Look at the \d+ loops?: /, /^Even them out: /];

const count = (steps: readonly Step[]) =>
  steps.reduce((sum, step) => {
    if (step.kind === 'run') return sum + step.run.count;
    if (step.kind === 'special') return sum + step.count * gives(step.cell);
    return sum + step.heldCount + step.thenCount + (step.centre?.count ?? 0);
  }, 0);

/** "12", "12 to 4". */
function rowsOf(text: string): number[] {
  const [from, to = from] = text.split(' to ').map(Number) as [number, number?];
  const step = to < from ? -1 : 1;
  return Array.from({ length: Math.abs(to - from) + 1 }, (_, i) => from + step * i);
}

function partsOf(text: string): RavelPart[] {
  return text.split(', and ').map((part) => {
    const hit =
      /^(?:(?:after (\d+) )?from the (?:right|left), )?out of (\d+) stitch(?:es)?; catch (\d+)$/.exec(part) ??
      fail(part);
    return { pass: Number(hit[1] ?? 0), undone: Number(hit[2]), caught: Number(hit[3]) };
  });
}

function ravelRead(text: string): RepairMove[] {
  const hit =
    /^Pull (?:row|round)s? (\d+(?: to \d+)?)(?:, one at a time, each)? (.*)$/.exec(text) ?? fail(text);
  return rowsOf(hit[1] ?? '').map((row) => ({ do: 'ravel', row, parts: partsOf(hit[2] ?? '') }));
}

function strandsRead(text: string): RepairMove[] {
  const head =
    /^Strands? (\d+(?: to \d+)?) \((?:row|round)s? (\d+(?: to \d+)?)(, wrong side)?\): (?:slip (\d+), )?(.*); (turn|slide all \d+ back to the (?:right|left) end)$/;
  const hit = head.exec(text) ?? fail(text);
  const steps = stepsRead(
    (hit[5] ?? '').replace(/ with each$/, '').replace(/\bstrand (to|at|in)\b/g, 'yarn $1'),
  );
  const rows = rowsOf(hit[2] ?? '');
  return rowsOf(hit[1] ?? '').flatMap((number, i): RepairMove[] => [
    {
      do: 'strand',
      number,
      row: rows[i] ?? fail(text),
      side: hit[3] ? 'WS' : 'RS',
      pass: Number(hit[4] ?? 0),
      steps,
      gives: count(steps),
    },
    { do: hit[6] === 'turn' ? 'turnLadder' : 'slide' },
  ]);
}

const SENTENCES: readonly (readonly [RegExp, (hit: RegExpExecArray) => RepairMove[]])[] = [
  [
    /^Work the next (\d+) stitch(?:es)? of (?:row|round) (\d+), and stop$/,
    (hit) => [{ do: 'workOn', row: Number(hit[2]), count: Number(hit[1]) }],
  ],
  [
    /^Take back the last (\d+) stitch(?:es)? of (?:row|round) (\d+), one by one$/,
    (hit) => [{ do: 'unpick', row: Number(hit[2]), count: Number(hit[1]) }],
  ],
  [
    /^Work (?:row|round) (\d+) to its end(?:, and turn)?$/,
    (hit) => [{ do: 'finishRow', row: Number(hit[1]) }],
  ],
  [/^Turn the work over$/, () => [{ do: 'turnWork' }]],
  [/^Let the working yarn hang$/, () => [{ do: 'parkYarn' }]],
  [/^Take up the working yarn$/, () => [{ do: 'takeUpYarn' }]],
  [
    /^Slip the next (\d+) stitch(?:es)? to the (?:left|right) (?:needle|hand), unworked$/,
    (hit) => [{ do: 'slip', count: Number(hit[1]), to: 'taking' }],
  ],
  [
    /^Slip (\d+) stitch(?:es)? back to the (?:left|right) (?:needle|hand), unworked$/,
    (hit) => [{ do: 'slip', count: Number(hit[1]), to: 'feeding' }],
  ],
  [
    /^Slip the next (\d+) stitch(?:es)? off the (?:left|right) (?:needle|hand), onto a spare one$/,
    (hit) => [{ do: 'slipOff', count: Number(hit[1]) }],
  ],
  [
    /^Strand (\d+) \((?:row|round) (\d+)\) is only a float of slipped stitches: let it lie where it is$/,
    (hit) => [{ do: 'float', number: Number(hit[1]), row: Number(hit[2]) }],
  ],
  [
    /^Put the (\d+) back on the (?:left|right) (?:needle|hand)$/,
    (hit) => [{ do: 'putBack', count: Number(hit[1]) }],
  ],
  [
    /^Let the (\d+) run through (?:row|round)s (\d+ to \d+), and catch the \d+ loops below$/,
    (hit) =>
      rowsOf(hit[2] ?? '').map((row) => ({
        do: 'ravel',
        row,
        parts: [{ pass: 0, undone: Number(hit[1]), caught: Number(hit[1]) }],
      })),
  ],
  [/^Pull /, (hit) => ravelRead(hit.input)],
  [/^Strands? /, (hit) => strandsRead(hit.input)],
];

export function readMending(lines: readonly string[]): RepairMove[] {
  return lines
    .filter((line) => !LOOKS.some((look) => look.test(line)))
    .flatMap((line) => line.replace(/\.$/, '').split(/\. (?=[A-Z])/))
    .flatMap((sentence) => {
      for (const [pattern, read] of SENTENCES) {
        const hit = pattern.exec(sentence);
        if (hit) return read(hit);
      }
      return fail(sentence);
    });
}
