/** Any draft at all is either refused with its problems, or every row of it fits on the row below and can be cued. */
import fc from 'fast-check';
import { cueFor } from '../cue/cue';
import { noticesOf } from '../cue/notices';
import { charted, lastRowOf } from '../piece/worksheet';
import { nextCrossing } from '../piece/schedule';
import { NO_MAKING } from '../piece/making';
import { outlineOf } from '../plan/outline';
import { gives, takes } from '../stitch/cells';
import { CONSTRUCTIONS } from '../stitch/construction';
import { SPREAD_LEANS } from '../plan/even';
import { checkDraft, panelDraft, type PieceDraft, type SectionDraft } from './draft';
import { mirrorDraft } from './pair';
import { SHAPING_DEEDS, SHAPING_LEANS, SHAPING_PLACES, shapingDraft } from './shaping-draft';
import { SPREAD_WAYS } from './spread-row';
import { runs, soundCases } from '../testing/size';

const odd = fc.constantFrom(0, -1, 2.5, 40, Number.NaN);
const small = fc.oneof(
  { weight: 60, arbitrary: fc.integer({ min: 1, max: 3 }) },
  { weight: 1, arbitrary: odd },
);
const TEXTS = [
  'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\nRow 3: p2, k4, p2.\nRow 4: k2, p4, k2.',
  'Row 1 (RS): k1.\nRow 2: p1.',
  'Row 1 (RS): *k2, p2; rep from * to end.\nRow 2: *k2, p2; rep from * to end.',
  'Row 1 (RS): *p2, 2/2 RC; rep from * to end.\nRow 2: *p4, k2; rep from * to end.\nRow 3: p2, *k2, 2/2 LC; rep from * to last 4 sts, k4.\nRow 4: *p4, k2; rep from * to end.',
  'Set-up row (RS): k3, m1l, k3.\nRow 1 (WS): p7.\nRow 2: k7.',
  'zap',
]; // prettier-ignore
const rarely = <T>(of: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 6, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: of });
const seldom = fc.oneof(
  { weight: 9, arbitrary: fc.constant(false) },
  { weight: 1, arbitrary: fc.constant(true) },
);
const text = fc.oneof(...TEXTS.map((one, i) => ({ weight: i < 4 ? 12 : 1, arbitrary: fc.constant(one) })));
const panel = fc
  .record({ id: fc.constantFrom('a', 'b', 'c'), text, repeats: small, carryOn: seldom, withSetUp: seldom, edge: fc.boolean(), mirrored: fc.boolean() })
  .map(({ id, text: rows, ...more }) => panelDraft(id, id, rows, more)); // prettier-ignore
const shaping = fc
  .record({
    at: fc.constantFrom(...SHAPING_PLACES),
    does: fc.constantFrom(...SHAPING_DEEDS),
    lean: fc.constantFrom(...SHAPING_LEANS),
    towards: fc.constantFrom('right' as const, 'left' as const),
    inset: fc.integer({ min: 0, max: 4 }),
    wale: fc.integer({ min: 0, max: 12 }),
    stitches: small,
    from: fc.oneof(small.map((row) => ({ row })), small.map((cm) => ({ cm }))),
    phases: fc.array(fc.record({ every: small, times: small }), { minLength: 1, maxLength: 2 }),
  })
  .map((more) => shapingDraft('shape', more)); // prettier-ignore
const spread = fc.record({
  does: fc.constantFrom('increase' as const, 'decrease' as const),
  times: small,
  way: fc.constantFrom(...SPREAD_WAYS),
  lean: fc.constantFrom(...SPREAD_LEANS),
  ground: fc.constantFrom('presented' as const, 'knit' as const),
  columns: fc.array(fc.record({ panel: fc.constantFrom('a', 'b'), of: fc.array(small, { maxLength: 3 }) }), { maxLength: 2 }),
}); // prettier-ignore
const length = fc.oneof(
  fc.record({ kind: fc.constant('repeats' as const), repeats: small, of: fc.constantFrom('a', 'b') }),
  fc.record({
    kind: fc.constant('until' as const),
    cm: small,
    from: fc.constantFrom('castOn' as const, 'section' as const),
    ending: fc.constantFrom(null, { side: 'WS' as const }, { panel: 'a', rows: [2] }),
  }),
);
const section: fc.Arbitrary<SectionDraft> = fc
  .record({
    rows: fc.constantFrom(6, 12, 20, 33),
    panels: fc.uniqueArray(panel, { minLength: 1, maxLength: 3, selector: ({ id }) => id }),
    length: rarely(length),
    shaping: fc.array(shaping, { maxLength: 2 }),
    lacking: fc.constantFrom('plain' as const, 'smaller' as const, undefined),
    spread: rarely(spread),
    lastRow: rarely(fc.constant({ text: 'Row 1 (RS): *p1; rep from * to end.', mirrored: false })),
  })
  .map(({ length: long, spread: row, lastRow, lacking, ...some }) => ({
    id: 's',
    name: 's',
    ...some,
    ...(lacking && { lacking }),
    ...(long && { length: long }),
    ...(row && { spread: row }),
    ...(lastRow && { lastRow }),
  }));
/** The same panels go on, or decreases lie between. */
const next = (first: SectionDraft, how: 'on' | 'keeps' | 'anything', second: SectionDraft): SectionDraft =>
  how === 'anything' ? second : { ...first, panels: first.panels.map((one) => ({ ...one, carryOn: true })), keepsShape: how === 'keeps' }; // prettier-ignore
const sections = fc
  .record({ first: section, second: section, how: fc.constantFrom('alone' as const, 'on' as const, 'keeps' as const, 'anything' as const) })
  .map(({ first: { spread: _, ...first }, second, how }) => (how === 'alone' ? [first] : [first, next(first, how, second)])); // prettier-ignore
const draft: fc.Arbitrary<PieceDraft> = fc
  .record({ construction: fc.constantFrom(...CONSTRUCTIONS), firstSide: fc.constantFrom('RS' as const, 'WS' as const), sections, measured: fc.boolean() })
  .map(({ sections: all, measured, ...more }) => ({
    name: 'any',
    firstDirection: 'rightToLeft',
    ...more,
    sections: all.map((one, i) => ({ ...one, id: `s-${i}` })),
    ...(measured && { making: { ...NO_MAKING, swatch: { stitches: 20, widthCm: 10, rows: 28, heightCm: 10, grams: null } } }),
  })); // prettier-ignore

const RUNS = runs(200, 3000);

it('is refused, or fits row by row', () => {
  const wrong: unknown[] = [];
  const sound = soundCases(0.02);
  fc.assert(
    fc.property(draft, (any) => {
      const checked = checkDraft(any);
      if (!sound.is(checked.ok) || !checked.ok)
        return void (!checked.ok && checked.error.length === 0 && wrong.push('refused without a problem'));
      const { sheet } = checked.value;
      let before = charted(sheet, 1).laid.takes;
      for (let row = 1; row <= Math.min(sheet.rows, 80); row += 1) {
        const { laid } = charted(sheet, row);
        const [t, g] = [takes, gives].map((of) => laid.cells.reduce((sum, { cell }) => sum + of(cell), 0));
        if (t !== laid.takes || g !== laid.gives || laid.takes !== before || laid.gives < 1)
          wrong.push([any, row]);
        cueFor(sheet, row, 'left');
        noticesOf(sheet, row, 'left');
        before = laid.gives;
      }
      for (const { id } of sheet.plan.sections[0]?.panels ?? []) nextCrossing(sheet, id, 1);
      const outline = outlineOf(sheet, { stitches: 20, rows: 28 }, {});
      if (outline.sections.some(({ boxes }) => boxes.some(({ width }) => !(width > 0))))
        wrong.push([any, 'outline']);
      if (lastRowOf(sheet, sheet.plan.sections.length - 1) !== sheet.rows) wrong.push([any, 'last']);
      if (any.sections.length === 1 && !mirrorDraft(any)) wrong.push([any, 'mirror']);
    }),
    { numRuns: RUNS },
  );
  expect(wrong.slice(0, 1)).toEqual([]);
  sound.enough();
});
