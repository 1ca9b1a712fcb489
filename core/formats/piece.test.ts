/** A piece goes out and comes back whole; foreign and damaged files are refused with their place. */
import fs from 'node:fs';
import path from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020';
import { z } from 'zod';
import { checkDraft, panelDraft, type PieceDraft } from '../draft/draft';
import { FIRST_LIFE, type Happening, type JournalEvent } from '../journal/events';
import { fold } from '../journal/fold';
import { changePlan } from '../piece/change-plan';
import { NO_MAKING } from '../piece/making';
import { charted, worksheet } from '../piece/worksheet';
import { pieceFileSchema } from './piece-schema';
import { readPiece, withFreshIds, writePiece, type Piece } from './piece';

const ROPE = 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.';
const draft: PieceDraft = {
  name: 'Front',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  making: { ...NO_MAKING, swatch: { stitches: 22, widthCm: 10, rows: 30, heightCm: 10, grams: 6 } },
  sections: [
    { id: 'rib', name: 'Rib', rows: 6, panels: [panelDraft('rib', 'Rib', 'Row 1 (RS): *k1, p1; rep from * to end.\nRow 2: *k1, p1; rep from * to end.', { repeats: 14 })] },
    { id: 'more', name: 'More', rows: 1, panels: [], spread: { does: 'increase', times: 4, way: 'anywhere', lean: 'mirrored', ground: 'presented', columns: [] } },
    {
      id: 'body', name: 'Body', rows: 40, panels: [panelDraft('rope', 'Rope', ROPE, { repeats: 4 })], lacking: 'smaller',
      shaping: [{ id: 'arm', at: 'bothEdges', inset: 1, wale: 0, towards: 'left', does: 'decrease', lean: 'natural', stitches: 1, from: { row: 10 }, phases: [{ every: 4, times: 3 }] }],
      changes: [{ row: 9, what: 'needle', text: '5 mm' }],
    },
  ],
}; // prettier-ignore
const checked = checkDraft(draft);
if (!checked.ok) throw new Error(JSON.stringify(checked.error));
const { plan } = checked.value;

const event = (happening: Happening, n: number): JournalEvent =>
  ({
    id: `event-${String(n).padStart(4, '0')}`,
    device: 'phone',
    deviceTime: '2026-11-20T18:00:00Z',
    ...happening,
  }) as JournalEvent;
const ticks = Array.from({ length: 20 }, (_, i) =>
  event({ kind: 'rowDone', life: FIRST_LIFE, row: i + 1 }, i + 1),
);
const journal = [
  ...ticks,
  event({ kind: 'weighed', row: 20, grams: 40 }, 90),
  event({ kind: 'ripped', life: FIRST_LIFE, to: 12 }, 91),
  event({ kind: 'rowDone', life: 'event-0091', row: 13 }, 92),
  event({ kind: 'undo', target: 'event-0092' }, 93),
];
const piece: Piece = { name: 'Front', yarn: 'oat', draft, plan, journal };
const written = writePiece(piece);
const changed = (change: (data: Record<string, unknown>) => void) => {
  const data = JSON.parse(written) as Record<string, unknown>;
  change(data);
  return readPiece(JSON.stringify(data));
};

describe('the piece file', () => {
  it('comes back whole: plan, charts, journal', () => {
    const back = readPiece(written);
    if (!back.ok) throw new Error(JSON.stringify(back.error));
    expect(back.value).toEqual(piece);
    const [one, two] = [worksheet(plan), worksheet(back.value.plan)];
    for (let row = 1; row <= one.rows; row += 1) expect(charted(two, row)).toEqual(charted(one, row));
    expect(fold(back.value.journal).done).toBe(12);
  });
  it('hard case 8: a plan changed on the way is handed on with the rows that were worked before', () => {
    const next = checkDraft({ ...draft, sections: draft.sections.map((one) => (one.id === 'body' ? { ...one, rows: 60 } : one)) });
    if (!next.ok) throw new Error('unsound');
    const joined = changePlan(worksheet(plan), next.value.plan, 20, 2);
    if (!joined.ok) throw new Error(JSON.stringify(joined.error));
    const back = readPiece(writePiece({ ...piece, plan: joined.value.plan }));
    if (!back.ok) throw new Error(JSON.stringify(back.error));
    const sheet = worksheet(back.value.plan);
    expect([sheet.rows, charted(sheet, 20)]).toEqual([67, charted(joined.value, 20)]);
  });
  it('is as the published schema describes it, and that schema is the one in use', () => {
    const published = JSON.parse(fs.readFileSync(path.resolve('docs/piece-7.schema.json'), 'utf8')) as object;
    expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(pieceFileSchema))));
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(published);
    expect(validate(JSON.parse(written))).toBe(true);
    expect(validate({ ...(JSON.parse(written) as object), name: '' })).toBe(false);
  });
  it('a journal that has seen other plans may speak of rows and panels that are gone', () => {
    const older = [event({ kind: 'panelRowSet', panel: 'zig', from: 3, position: 0, since: null }, 1), event({ kind: 'rowDone', life: FIRST_LIFE, row: 99 }, 2)];
    const change = event({ kind: 'planChanged', revision: 2, from: 1 }, 3);
    expect(readPiece(writePiece({ ...piece, journal: [...older, change] })).ok).toBe(true);
  });
  it('version 1 had no plan: it is made from the draft', () => {
    const read = changed((data) => Object.assign(data, { version: 1, plan: undefined }));
    expect(read).toEqual({ ok: true, value: piece });
  });
  it.each([2, 3, 4, 5])('version %i knew fewer kinds of entries or charts, and is otherwise the same', (version) =>
    expect(changed((data) => (data.version = version))).toEqual({ ok: true, value: piece }));
  it('up to version 5 the sections of a changed plan were known by the mark of their charts: now they name what they are of', () => {
    const next = checkDraft({ ...draft, sections: draft.sections.map((one) => (one.id === 'body' ? { ...one, rows: 60 } : one)) });
    const joined = next.ok ? changePlan(worksheet(plan), next.value.plan, 20, 2) : next;
    if (!joined.ok) throw new Error(JSON.stringify(joined.error));
    const text = writePiece({ ...piece, plan: joined.value.plan });
    const old = JSON.parse(text) as { version: number; plan: { sections: { id: string; origin?: string }[] } };
    old.version = 5;
    const origins = old.plan.sections.map(({ origin }) => origin);
    for (const section of old.plan.sections) delete section.origin;
    // An id that only looks marked is the knitter's own.
    (old.plan.sections[0] as { id: string }).id = 'cuff-r2';
    const back = readPiece(JSON.stringify(old));
    if (!back.ok) throw new Error(JSON.stringify(back.error));
    expect(origins.filter(Boolean).length).toBeGreaterThan(0);
    expect(back.value.plan.sections.map(({ origin }) => origin)).toEqual(origins);
  });
  it('repeats that were added make room for more rows', () => {
    const more = event({ kind: 'repeatsChanged', section: plan.sections[1]!.id, panel: plan.sections[1]!.panels[0]!.id, by: 100 }, 1);
    const far = event({ kind: 'note', row: 99, text: 'far up' }, 2);
    expect(readPiece(writePiece({ ...piece, journal: [more, far] })).ok).toBe(true);
    expect(readPiece(writePiece({ ...piece, journal: [far] }))).toMatchObject({ ok: false });
  });
  it.each<[string, ReturnType<typeof readPiece>, unknown]>([
    ['no JSON', readPiece(written.slice(0, 400)), { code: 'not-json' }],
    ['something else', readPiece('{"format": "other"}'), { code: 'other-format' }],
    ['a list', readPiece('[1, 2]'), { code: 'other-format' }],
    ['nothing', readPiece('null'), { code: 'other-format' }],
    ['a later version', changed((data) => (data.version = 9)), { code: 'newer-version', version: 9, known: 7 }],
    ['no version', changed((data) => delete data.version), { code: 'not-as-described', path: 'version' }],
    ['a version 1 whose draft cannot be knitted', changed((data) => Object.assign(data, { version: 1, draft: { ...draft, sections: [] } })), { code: 'not-as-described', path: 'plan' }],
    ['a member too many', changed((data) => (data.extra = 1)), { code: 'not-as-described' }],
    ['a plan that does not fit', changed((data) => ((data.plan as { sections: { panels: { repeats: number }[] }[] }).sections[2]!.panels[0]!.repeats = 5)), { code: 'plan-unsound', section: 2 }],
    ['a chart that is not there', changed((data) => ((data.plan as { charts: object }).charts = {})), { code: 'plan-unsound', section: 0 }],
    ...['constructor', '__proto__', 'toString'].map((key): [string, ReturnType<typeof readPiece>, unknown] => [`a chart that is not there, called ${key}`, changed((data) => ((data.plan as { sections: { panels: { chart: string }[] }[] }).sections[0]!.panels[0]!.chart = key)), { code: 'plan-unsound', section: 0 }]),
    ['an event twice', readPiece(writePiece({ ...piece, journal: [...journal, ticks[0] as JournalEvent] })), { code: 'event-twice', index: 24 }],
    ['a row beyond the piece', readPiece(writePiece({ ...piece, journal: [event({ kind: 'rowDone', life: FIRST_LIFE, row: 99 }, 1)] })), { code: 'event-of-another-piece', index: 0 }],
    ['a panel of another piece', readPiece(writePiece({ ...piece, journal: [event({ kind: 'panelRowSet', panel: 'zig', from: 3, position: 0, since: null }, 1)] })), { code: 'event-of-another-piece', index: 0 }],
    ['too much', readPiece(' '.repeat(40_000_001)), { code: 'file-too-large' }],
  ])('%s is refused', (_, read, error) => expect(read).toMatchObject({ ok: false, error })); // prettier-ignore
  it('under fresh ids it says the same', () => {
    let n = 0;
    const fresh = withFreshIds(journal, () => `fresh-${String((n += 1)).padStart(4, '0')}`);
    expect(fresh.some(({ id }) => journal.some((event_) => event_.id === id))).toBe(false);
    const [one, two] = [fold(journal), fold(fresh)];
    expect([two.done, two.weighings.length, [...two.verdicts.values()]]).toEqual([one.done, one.weighings.length, [...one.verdicts.values()]]);
  });
}); // prettier-ignore
