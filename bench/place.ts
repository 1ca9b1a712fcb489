/** Lost knitters by the thousand, and how long an answer of the locator takes in a worker of the real browser. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { checkDraft } from '@core/draft/draft';
import type { Answer } from '@core/place/belief';
import { fieldOf, keyOf, type Asked, type Field, type Question } from '@core/place/question';
import { locate } from '@core/place/locate';
import { gaugeOf } from '@core/plan/gauge';
import { drawing, searchFor } from '@core/testing/lost-knitter';
import { DEMO } from '../demo/scenario';
import { openBrowser } from '../e2e/helpers/browser';
import { atLeast, atMost, quantile, type Line } from './numbers';
import { widePiece } from './wide-piece';

const FRAME_MS = 1000 / 60;
const SEARCHES = 10_000;
const QUESTIONS = 5;
const ROWS = 2000;
const SCHOOL = { loopCounts: true, crossingRowIsOne: true };

function demoFields(): Field[] {
  return DEMO.map(({ draft }) => {
    const checked = checkDraft(draft);
    if (!checked.ok) throw new Error(JSON.stringify(checked.error));
    const { sheet } = checked.value;
    const swatch = sheet.plan.making?.swatch;
    const gauge = swatch ? gaugeOf(swatch) : null;
    return fieldOf(sheet, { school: SCHOOL, hung: [], rowsPer10: gauge?.ok ? gauge.value.rows : null });
  });
}

function lostKnitters(): Line[] {
  const draw = drawing(20_261_127);
  const fields = demoFields();
  let [right, apart, wrong] = [0, 0, 0];
  for (let i = 0; i < SEARCHES; i += 1) {
    const field = fields[i % fields.length] as Field;
    const truth = Math.floor(draw() * (field.rows + 1));
    const { returned, step } = searchFor(field, truth, QUESTIONS, draw);
    const found = returned.includes(truth);
    if (returned.length === 1) apart += 1;
    if (returned.length === 1 && found) right += 1;
    if (step.kind === 'outOfStep' || (step.kind === 'sure' && !found)) wrong += 1;
  }
  const of = `${SEARCHES} lost knitters on the demo pieces, ${QUESTIONS} questions at most`;
  return [
    atLeast(`${of}: the right row, where rows can be told apart (${apart})`, right / apart, 0.95),
    atMost('the same: sure and wrong', wrong / SEARCHES, 0.01),
  ];
}

function bundled(file: string): string {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'gritch-place-'));
  const outfile = path.join(folder, 'bundle.js');
  const options = ['--bundle', '--format=iife', '--log-level=error'];
  execFileSync('npx', ['esbuild', file, ...options, `--outfile=${outfile}`], { stdio: 'ignore' });
  const script = readFileSync(outfile, 'utf8');
  rmSync(folder, { recursive: true });
  return script;
}

/** Answers as they come in, none first, as one who sees everything right would give them. */
function answersUpTo(field: Field, truth: number, journal: number): Answer[][] {
  const all: Answer[][] = [[]];
  for (let i = 0; i < QUESTIONS; i += 1) {
    const answers = all[i] as Answer[];
    const { step } = locate(field, journal, answers);
    const question: Question | undefined = step.kind === 'ask' ? step.question : undefined;
    if (!question) break;
    const asked = field.byKey.get(keyOf(question)) as Asked;
    all.push([...answers, { question, seen: { value: asked.at(truth, null) } }]);
  }
  return all;
}

async function inWorker(): Promise<Line[]> {
  const { plan, sheet } = widePiece(ROWS);
  const known = { school: SCHOOL, hung: [], rowsPer10: 24 };
  const facts = { amendments: [], deviations: [] };
  const rounds = [300, 1007, 1702].flatMap((truth) =>
    answersUpTo(fieldOf(sheet, known), truth, truth + 4).map((answers) => ({ journal: truth + 4, answers })),
  );
  const chromium = await openBrowser();
  const page = await chromium.context.newPage();
  await page.addScriptTag({ content: bundled(path.join('bench', 'placer.ts')) });
  const times = await page.evaluate(
    (worker, piece, asks) =>
      (window as unknown as { placeTimes: (...all: unknown[]) => Promise<number[]> }).placeTimes(
        worker,
        piece,
        asks,
      ),
    bundled(path.join('app', 'workers', 'place.worker.ts')),
    { plan, facts, known },
    rounds,
  );
  await chromium.close();
  const what = `an answer of the locator in a worker (${ROWS} rows, 300 stitches), in frames, 95th percentile`;
  return [atMost(what, quantile(times, 0.95) / FRAME_MS, 3)];
}

export const place = async (): Promise<Line[]> => [...lostKnitters(), ...(await inWorker())];
