import { checkDraft, panelDraft, type PanelDraft, type PieceDraft } from './draft';
import { draftSchema } from './schema';

const panel = (more: Partial<PanelDraft> = {}) =>
  panelDraft('rope', 'rope', 'Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.', more);
const piece = (panels: readonly PanelDraft[], more: Partial<PieceDraft> = {}): PieceDraft => ({
  name: 'Mat',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [{ id: 's', name: 'Body', rows: 20, panels }],
  ...more,
});
const problems = (draft: PieceDraft) => {
  const checked = checkDraft(draft);
  return checked.ok
    ? []
    : checked.error.map((p) => [p.code, 'section' in p ? p.section : null, 'panel' in p ? p.panel : null]);
};
const LATTICE = 'Row 1: *p2, 2/2 RC; rep from * to end.\nRow 2: knit the knits and purl the purls.';

describe('a draft becomes a plan, or says why not', () => {
  it('keeps the order of panels and shares the chart of panels that read alike', () => {
    const checked = checkDraft(piece([panel(), panel({ id: 'twin' })]));
    if (!checked.ok) throw new Error('unsound');
    expect(checked.value.plan.sections[0]?.panels.map(({ id, chart }) => [id, chart])).toEqual([['rope', 'chart-1'], ['twin', 'chart-1']]); // prettier-ignore
  });
  it.each<[string, PieceDraft, unknown[]]>([
    ['no name', piece([panel()], { name: '  ' }), [['no-name', null, null]]],
    ['no sections', piece([], { sections: [] }), [['no-sections', null, null]]],
    ['no panels', piece([]), [['no-panels', 0, null]]],
    ['0 repeats', piece([panel({ repeats: 0 })]), [['repeats-out-of-range', 0, 0]]],
    ['10,000 repeats', piece([panel({ repeats: 10_000 })]), [['repeats-out-of-range', 0, 0]]],
    ['no number', piece([panel({ repeats: Number.NaN })]), [['repeats-out-of-range', 0, 0]]],
    ['more stitches than a needle holds', piece([panel({ repeats: 400 })]), [['too-many-stitches', 0, null]]],
    ['a start row beyond the pattern', piece([panel({ startRow: 9 })]), [['start-row-out-of-range', 0, 0]]],
    ['two panels of one id', piece([panel(), panel()]), [['panel-twice', 0, 0], ['panel-twice', 0, 1]]], // prettier-ignore
    ['both unreadable panels, each at its place', piece([panel({ text: 'x' }), panel({ id: 'b', text: 'Row 1: k2, zap' })]), [['rows-not-read', 0, 0], ['rows-not-read', 0, 1]]], // prettier-ignore
    ['nothing to carry on', piece([panel({ carryOn: true })]), [['nothing-to-carry-on', 0, 0]]],
    [
      'edge stitches that cannot close',
      piece([panel({ closed: true, text: 'Rnd 1: k1, *k2; rep from * to end.' })], { construction: 'round' }),
      [['does-not-close', 0, 0]],
    ],
    [
      'a closed pattern beside another',
      piece([panel({ closed: true, text: LATTICE }), panel({ id: 'b' })], { construction: 'round' }),
      [['ring-must-fill-the-round', 0, 0]],
    ],
  ])('%s', (_, draft, expected) => expect(problems(draft)).toEqual(expected));

  it('texts share one budget, and a text used many times counts once', () => {
    const long = `Row 1 (RS): p2, 2/2 RC, p2.\nRow 2: k2, p4, k2.\n\n${'A quiet remark. '.repeat(11_000)}`;
    const many = (text: (i: number) => string) =>
      piece(Array.from({ length: 3 }, (_, i) => panel({ id: `p${i}`, text: text(i) })));
    expect(problems(many(() => long))).toEqual([]);
    expect(problems(many((i) => `${long}${i}`))).toEqual([['too-much-text', 0, 2]]);
  });

  it('a section that needs other stitches than the one before leaves is refused at the seam', () => {
    const sections = [
      { id: 'a', name: 'a', rows: 4, panels: [panel()] },
      { id: 'b', name: 'b', rows: 4, panels: [panel({ repeats: 2 })] },
    ];
    const checked = checkDraft(piece([], { sections }));
    expect(checked.ok ? [] : checked.error).toMatchObject([
      { code: 'seam-differs', has: 8, needs: 16, section: 1 },
    ]);
  });
  it('a text that speaks of the wrong side is read as turned work in an unturned piece too', () => {
    const garter = 'Row 1 (RS): k2.\nRow 2 (WS): k2.';
    const charts = (construction: 'flat' | 'unturned') => {
      const checked = checkDraft(piece([panel({ text: garter })], { construction }));
      return checked.ok ? checked.value.plan.charts : construction;
    };
    expect(charts('unturned')).toEqual(charts('flat'));
  });
  it('unturned rows are read to and fro', () => {
    const text = 'Row 1: k1, p2.\nRow 2: p2, k1.';
    const rows = (construction: 'unturned' | 'round') => {
      const checked = checkDraft(
        piece([panel({ text: construction === 'round' ? text.replaceAll('Row', 'Rnd') : text })], {
          construction,
        }),
      );
      return checked.ok ? Object.values(checked.value.plan.charts)[0]?.rows : [];
    };
    const [first, second] = rows('unturned') ?? [];
    expect(first).toEqual(second);
    expect(rows('round')?.[0]).not.toEqual(rows('round')?.[1]);
  });
});

describe('the shape of a posted draft', () => {
  it.each<[string, unknown, boolean]>([
    ['a sound one', piece([panel()]), true],
    ['a field too many', { ...piece([panel()]), owner: 'me' }, false],
    ['a number for a name', { ...piece([panel()]), name: 7 }, false],
    ['repeats that are text', piece([panel({ repeats: '2' as unknown as number })]), false],
    ['endless repeats', piece([panel({ repeats: Infinity })]), false],
    ['an id with a slash', piece([panel({ id: '../x' })]), false],
    ['a side of its own', { ...piece([panel()]), firstSide: 'top' }, false],
  ])('%s', (_, draft, sound) => expect(draftSchema.safeParse(draft).success).toBe(sound));
});
