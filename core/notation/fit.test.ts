/** The counts against a slow twin that lays every row out for several repeats and tries them one on the other. */
import fc from 'fast-check';
import { countFor, expandRow, sameForm, takesForm, takesOf, type Row } from '../chart/row';
import { KNIT, PURL } from '../stitch/types';
import { fitRows, type Fitting } from './fit';
import type { Parts, Placed } from './parts';
import { bare } from './placed-row';
import { runs, soundCases } from '../testing/size';

const AT = { line: 1, column: 1, length: 1, from: 0 };
const knits = (count: number): Placed[] => Array.from({ length: count }, () => ({ cell: KNIT, at: AT }));
/** Rows that lead back to the first. */
const all = (count: number) => [{ from: 0, to: count - 1, said: false }];
const WISHES = { stated: null, counted: false, agrees: () => true, likely: () => false };
const row = (before: number, repeat: number | null, after = 0): Parts => ({
  before: knits(before),
  repeat: repeat === null ? null : knits(repeat),
  after: knits(after),
});
const fitting = (...ways: Parts[]): Fitting => ({ ways, phase: null });
const starred = fc.record({ before: fc.nat(5), repeat: fc.integer({ min: 1, max: 6 }), after: fc.nat(5) });

/** Every stitch count up to a limit over which each row can be worked by some whole number of its own repeats. */
function countsByHand(rows: readonly Parts[], most: number): number[] {
  const reach = ({ before, repeat, after }: Parts, count: number) => {
    const ends = before.length + after.length;
    const width = Array.isArray(repeat) ? repeat.length : 0;
    for (let times = 0; ends + times * width <= most; times += 1) {
      if (ends + times * width === count) return true;
      if (width === 0) return false;
    }
    return false;
  };
  return Array.from({ length: most + 1 }, (_, count) => count).filter((count) =>
    rows.every((parts) => reach(parts, count)),
  );
}

describe('rows with repeats', () => {
  it('fit exactly where the widest repeat holds all others, and then only over counts that every row can work', () => {
    const sound = soundCases(0.1);
    fc.assert(
      fc.property(fc.array(starred, { minLength: 1, maxLength: 4 }), (specs) => {
        const rows = specs.map(({ before, repeat, after }) => row(before, repeat, after));
        const fitted = fitRows(
          rows.map((parts) => fitting(parts)),
          all(rows.length),
          false,
          WISHES,
        );
        const possible = countsByHand(rows, 120);
        if (!sound.is(fitted.kind === 'fitted') || fitted.kind !== 'fitted') {
          // No form of the widest repeat works: the twin finds no such steady series of counts either.
          const widest = Math.max(...specs.map(({ repeat }) => repeat));
          const divides = specs.every(({ repeat }) => widest % repeat === 0);
          expect(divides && possible.some((count) => possible.includes(count + widest))).toBe(false);
          return;
        }
        for (const made of fitted.rows) {
          const form = takesForm(bare(made as NonNullable<typeof made>));
          expect(sameForm(form, fitted.form)).toBe(true);
          for (const n of [1, 2, 3]) {
            const cells = expandRow(bare(made as NonNullable<typeof made>), n);
            expect(takesOf(cells)).toBe(countFor(fitted.form, n));
            expect(possible).toContain(takesOf(cells));
          }
        }
      }),
      { numRuns: runs(400, 4000) },
    );
    sound.enough();
  });

  it('one repeat of the panel is one repeat of the rows, though fewer would do', () => {
    const fitted = fitRows([fitting(row(3, 2, 3)), fitting(row(3, 2, 3))], all(2), false, WISHES);
    expect(fitted).toMatchObject({ kind: 'fitted', form: { base: 6, perRepeat: 2 } });
  });

  it('a shifted row has one fewer', () => {
    const fitted = fitRows([fitting(row(0, 6)), fitting(row(2, 6, 4))], all(2), false, WISHES);
    const second = fitted.kind === 'fitted' ? (bare(fitted.rows[1] as never) as Row) : null;
    expect(second).toMatchObject({ kind: 'line', fewer: 1 });
  });
});

describe('rows without repeats', () => {
  it('are the repeat as a whole; stars and fills stretch to them', () => {
    const fitted = fitRows(
      [fitting(row(2, 1, 3)), fitting(row(9, null)), fitting(row(1, 4))],
      all(3),
      false,
      WISHES,
    );
    expect(fitted).toMatchObject({ kind: 'fitted', form: { base: 0, perRepeat: 9 } });
  });
  it('that differ from most of the others are named, all of them', () => {
    const counts = [8, 9, 8, 8, 7, 8];
    const fitted = fitRows(
      counts.map((count) => fitting(row(count, null))),
      all(counts.length),
      false,
      WISHES,
    );
    expect(fitted.kind === 'misfits' && fitted.misfits.map(({ index }) => index)).toEqual([1, 4]);
  });
});

describe('a repeat that may stand 3 or 4 times', () => {
  const unclear = fitting(row(6, null), row(8, null));
  it.each([
    ['a row without doubt beside it', [unclear, fitting(row(8, null))], [1, 0]],
    ['the other count', [unclear, fitting(row(6, null))], [0, 0]],
  ])('is settled by %s', (_, rows, ways) =>
    expect(fitRows(rows, all(2), false, WISHES)).toMatchObject({ kind: 'fitted', ways }),
  );
  it('is unclear where nothing settles it, and settled by what the text states', () => {
    expect(fitRows([unclear, unclear], all(2), false, WISHES)).toMatchObject({ kind: 'unclear', index: 0 });
    const agrees = ({ form }: { form: { perRepeat: number } }) => form.perRepeat === 8;
    expect(fitRows([unclear, unclear], all(2), false, { ...WISHES, agrees })).toMatchObject({ ways: [1, 1] });
  });
});

it('rows of purls and knits are widened cell by cell, each cell with its own words', () => {
  const own = (from: number, cell = KNIT): Placed => ({ cell, at: { ...AT, from } });
  const small: Parts = { before: [], repeat: [own(1), own(2, PURL)], after: [] };
  const fitted = fitRows([fitting(row(0, 4)), fitting(small)], all(2), false, WISHES);
  const second = fitted.kind === 'fitted' ? fitted.rows[1] : null;
  expect(second?.repeat.map(({ at }) => at.from)).toEqual([1, 2, 1, 2]);
});

describe('rows that change the count', () => {
  const YO: Placed = { cell: { kind: 'increase', how: 'yarnOver' }, at: AT };
  const TOGETHER: Placed = { cell: { kind: 'decrease', of: 2, lean: 'right', face: 'knit' }, at: AT };
  const starred = (...repeat: Placed[]): Parts => ({ before: [], repeat, after: [] });
  const fit = (rows: Parts[], more: Partial<typeof WISHES> = {}, loops = all(rows.length)) =>
    fitRows(
      rows.map((parts) => fitting(parts)),
      loops,
      false,
      { ...WISHES, ...more },
    );

  it('come back where what they add they take away', () =>
    expect(fit([starred(YO, ...knits(2)), starred(TOGETHER, ...knits(1))])).toMatchObject({
      kind: 'fitted',
      form: { base: 0, perRepeat: 2 },
      gives: [{ perRepeat: 3 }, { perRepeat: 2 }],
    }));
  it('or are open at their end, with how they fit until there', () => {
    const grown = fit([starred(YO, ...knits(2)), starred(...knits(3))]);
    expect(grown).toMatchObject({
      kind: 'misfits',
      misfits: [{ index: 0, closing: true, takes: { perRepeat: 2 }, gives: { perRepeat: 3 } }],
      open: { form: { perRepeat: 2 }, gives: [{ perRepeat: 3 }, { perRepeat: 3 }] },
    });
    const said = fit([starred(YO, ...knits(2)), starred(...knits(3))], {}, [{ from: 0, to: 1, said: true }]);
    expect(said.kind === 'misfits' && said.open).toBeUndefined();
  });
  it('worked once they need not come back', () =>
    expect(fit([starred(TOGETHER), starred(...knits(1))], {}, [])).toMatchObject({
      kind: 'fitted',
      form: { perRepeat: 2 },
    }));
  it('may need several of the repeats of the first: only where nothing repeats, or the stated counts agree', () => {
    const rows = [starred(TOGETHER), starred(...knits(4))];
    expect(fit(rows, {}, [])).toMatchObject({ kind: 'fitted', form: { base: 0, perRepeat: 8 } });
    expect(fit(rows, { counted: true })).toMatchObject({ kind: 'misfits', open: { form: { perRepeat: 8 } } });
    expect(fit(rows, { counted: true, agrees: () => false })).not.toHaveProperty('open');
    expect(fit(rows)).not.toHaveProperty('open');
  });
});

describe('what the text states', () => {
  const rows = [fitting(row(2, 4)), fitting(row(0, 4, 2))];
  it('is tried first, with whole repeats in its ends too', () => {
    const stated = (multiple: number, plus: number) =>
      fitRows(rows, all(2), false, { ...WISHES, stated: { multiple, plus } });
    expect(stated(4, 2)).toMatchObject({ kind: 'fitted', form: { base: 2, perRepeat: 4 } });
    expect(stated(8, 2)).toMatchObject({ kind: 'fitted', form: { base: 2, perRepeat: 8 } });
    expect(stated(4, 6)).toMatchObject({ kind: 'fitted', form: { base: 6, perRepeat: 4 } });
    // What does not fit is not believed: the rows go by themselves, and the doubt is told elsewhere.
    expect(stated(5, 2)).toMatchObject({ kind: 'fitted', form: { base: 2, perRepeat: 4 } });
  });
  it('of rows that disagree those are right that come to a count which is stated', () => {
    const two = [fitting(row(9, null)), fitting(row(8, null))];
    const wrong = (count: number) =>
      fitRows(two, all(2), false, { ...WISHES, likely: ({ perRepeat }) => perRepeat === count });
    expect([9, 8].map((count) => wrong(count))).toMatchObject([
      { misfits: [{ index: 1 }] },
      { misfits: [{ index: 0 }] },
    ]);
  });
});

describe('in the round', () => {
  const rings = (phases: (number | null)[], ...widths: number[]) =>
    fitRows(
      widths.map((width, i) => ({ ways: [row(0, width)], phase: phases[i] ?? null })),
      all(widths.length),
      true,
      WISHES,
    );
  it('rows repeat without ends, their beginnings taken round', () => {
    const fitted = rings([0, 7], 6, 3);
    expect(fitted).toMatchObject({
      kind: 'fitted',
      form: { base: 0, perRepeat: 6 },
      rows: [
        { kind: 'ring', phase: 0 },
        { kind: 'ring', phase: 1 },
      ],
    });
    expect(rings([0, 1], 6, 4).kind).toBe('misfits');
  });
  it('a row without a star is one repeat, and one with ends and a star is none', () => {
    expect(
      fitRows(
        [
          { ways: [row(6, null)], phase: 0 },
          { ways: [row(0, 3)], phase: 0 },
        ],
        all(2),
        true,
        WISHES,
      ),
    ).toMatchObject({ kind: 'fitted', form: { perRepeat: 6 } });
    expect(
      fitRows(
        [
          { ways: [row(1, 5)], phase: 0 },
          { ways: [row(0, 6)], phase: 0 },
        ],
        all(2),
        true,
        WISHES,
      ),
    ).toMatchObject({ kind: 'misfits' });
  });
});

it('rows that are worked as they come fit on anything, and alone on nothing', () => {
  const open: Fitting = {
    ways: [{ before: [], repeat: { slipPurls: false, at: AT }, after: [] }],
    phase: null,
  };
  expect(fitRows([open, fitting(row(1, 4)), open], all(3), false, WISHES)).toMatchObject({
    kind: 'fitted',
    rows: [null, { kind: 'line' }, null],
  });
  expect(fitRows([open, open], all(2), false, WISHES)).toMatchObject({
    kind: 'misfits',
    misfits: [{ index: 0 }],
  });
});
