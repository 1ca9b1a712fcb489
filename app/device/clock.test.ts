import { clockWords, compareClock } from './clock';

const HOUR = 3_600_000;
describe('a clock that is off', () => {
  it.each<[number, string | null]>([
    [0, null],
    [59 * 60_000, null],
    [-59 * 60_000, null],
    [HOUR, '1 hour ahead'],
    [-5 * HOUR, '5 hours behind'],
    [24 * HOUR, '1 day ahead'],
    [-49 * HOUR, '2 days behind'],
  ])('by %i ms is said so', (off, words) =>
    words === null ? expect(clockWords(off)).toBeNull() : expect(clockWords(off)).toContain(words),
  );
  it('is told by the date of an answer, and by nothing else', () => {
    compareClock(null, 0);
    compareClock('yesterday', 0);
    expect(clockWords()).toBeNull();
    compareClock('Fri, 27 Nov 2026 12:00:00 GMT', Date.parse('2026-11-28T12:00:10.000Z'));
    expect(clockWords()).toContain('1 day ahead');
  });
});
