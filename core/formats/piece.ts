/**
 * A piece as it is handed on: plan, charts and journal, whole. On opening, the plan is checked like any other, and the
 * journal must be about it. Version 1 has no plan: it is made from the draft; version 3 knows more kinds of entries,
 * version 5 what a device knew when it made them, version 6 the sections that those of a changed plan are of,
 * version 7 repairs that were begun and how a crossing was mended.
 */
import { err, ok, type Result } from '../result';
import type { Chart } from '../chart/chart';
import { checkDraft, type PieceDraft } from '../draft/draft';
import { draftSchema } from '../draft/schema';
import type { JournalEvent } from '../journal/events';
import { misfit, repeatsIn } from '../journal/misfit';
import type { Plan } from '../piece/plan';
import { checkPlan } from '../piece/worksheet';
import { openEnvelope, type EnvelopeProblem } from './envelope';
import { canUpgrade, toNextVersion } from './upgrades';
import { chartIn, chartOut } from './pattern';
import { MOST_PIECE_FILE } from './limits';
import { PIECE_FORMAT, PIECE_VERSION, pieceFileSchema, type PieceFile } from './piece-schema';

export type Piece = {
  readonly name: string;
  readonly yarn: string;
  readonly draft: PieceDraft;
  readonly plan: Plan;
  readonly journal: readonly JournalEvent[];
};

export type PieceFileProblem =
  | EnvelopeProblem
  | { readonly code: 'plan-unsound'; readonly section: number | null }
  /** `index` is 0-based in the journal. */
  | { readonly code: 'event-twice'; readonly index: number }
  | { readonly code: 'event-of-another-piece'; readonly index: number; readonly why: string };

const planOut = ({ charts, ...plan }: Plan) => ({
  ...plan,
  charts: Object.fromEntries(
    Object.entries(charts).map(([key, chart]) => [key, { name: chart.name, ...chartOut(chart) }]),
  ),
});

function planIn({ charts, ...plan }: PieceFile['plan']): Plan {
  const read = Object.entries(charts).map(([key, { name, ...chart }]): [string, Chart] => [
    key,
    chartIn(name, chart),
  ]);
  return { ...plan, charts: Object.fromEntries(read) } as Plan;
}

export function writePiece({ name, yarn, draft, plan, journal }: Piece): string {
  const file = {
    format: PIECE_FORMAT,
    version: PIECE_VERSION,
    name,
    yarn,
    draft,
    plan: planOut(plan),
    journal,
  };
  return `${JSON.stringify(file, null, 1)}\n`;
}

type Data = Readonly<Record<string, unknown>>;

/** Version 1 has no plan. */
function withPlan(data: Data): Data {
  const draft = draftSchema.safeParse(data.draft);
  const checked = draft.success ? checkDraft(draft.data as PieceDraft) : null;
  return { ...data, version: 2, plan: checked?.ok ? planOut(checked.value.plan) : undefined };
}

function upgraded(data: Data): Data {
  const { version, draft, plan, journal } = data;
  if (version === 1) return upgraded(withPlan(data));
  if (typeof version !== 'number' || !canUpgrade(version)) return data;
  return upgraded({
    ...data,
    version: version + 1,
    draft: toNextVersion('draft', version, draft),
    plan: toNextVersion('plan', version, plan),
    journal: Array.isArray(journal)
      ? journal.map((entry) => toNextVersion('entry', version, entry))
      : journal,
  });
}

function checkJournal(plan: Plan, journal: readonly JournalEvent[]): PieceFileProblem | null {
  const seen = new Set<string>();
  // Rows and panels of older plans may be gone.
  const onePlan = journal.every(({ kind }) => kind !== 'planChanged');
  const lengthened = repeatsIn(journal);
  for (const [index, event] of journal.entries()) {
    if (seen.has(event.id)) return { code: 'event-twice', index };
    seen.add(event.id);
    const why = onePlan ? misfit(plan, event, lengthened) : null;
    if (why) return { code: 'event-of-another-piece', index, why };
  }
  return null;
}

export function readPiece(source: string): Result<Piece, PieceFileProblem> {
  const file = openEnvelope(source, {
    name: PIECE_FORMAT,
    version: PIECE_VERSION,
    most: MOST_PIECE_FILE,
    schema: pieceFileSchema,
    upgrade: upgraded,
  });
  if (!file.ok) return file;
  const { name, yarn, draft, journal } = file.value;
  const plan = planIn(file.value.plan);
  const checked = checkPlan(plan);
  if (!checked.ok) return err({ code: 'plan-unsound', section: checked.error[0]?.section ?? null });
  const problem = checkJournal(plan, journal as JournalEvent[]);
  return problem
    ? err(problem)
    : ok({ name, yarn, draft: draft as PieceDraft, plan, journal: journal as JournalEvent[] });
}

/** The same journal under new ids, so that a piece can lie on one bench twice. Lives and targets follow. */
export function withFreshIds(journal: readonly JournalEvent[], freshId: () => string): JournalEvent[] {
  const fresh = new Map(journal.map(({ id }) => [id, freshId()]));
  const renamed = (id: string) => fresh.get(id) ?? id;
  return journal.map((event): JournalEvent => {
    const own = { ...event, id: renamed(event.id) };
    if (own.kind === 'undo') return { ...own, target: renamed(own.target) };
    if (own.kind === 'mended') return { ...own, fault: renamed(own.fault) };
    if (own.kind === 'fault')
      return { ...own, rowEvent: own.rowEvent === null ? null : renamed(own.rowEvent) };
    return 'life' in own ? { ...own, life: renamed(own.life) } : own;
  });
}
