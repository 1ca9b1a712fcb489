/** What every screen owes everybody: it can be read and reached, and never scrolls sideways. */
import { DESK, PHONE, press } from './helpers/browser';
import { evening } from './helpers/evening';
import { findings, sideways } from './helpers/looks';
import { demoPieces } from './helpers/pieces';

const tonight = evening({ demo: true });
let pieces: Readonly<Record<string, string>>;
beforeAll(async () => {
  pieces = await demoPieces(tonight);
});
const FRONT = 'Sluice-keeper’s waistcoat, right front';

const SCREENS: Readonly<Record<string, () => string>> = {
  'the bench': () => '/',
  'setting up a piece': () => '/pieces/new',
  patterns: () => '/patterns',
  'a new pattern': () => '/patterns/new',
  'a shelf pattern': () => '/patterns/shelf/braid-3',
  'the knitter': () => '/knitter',
  'the needles': () => pieces['Ferry-bench bolster'] ?? '',
  'the logbook': () => `${pieces['Practice swatch']}/logbook`,
  ...Object.fromEntries(
    ['sheet', 'paper?from=70', 'plan', 'split'].map((part) => [part, () => `${pieces[FRONT]}/${part}`]),
  ),
};

describe.each(Object.entries(SCREENS))('%s', (_, path) => {
  const unfolded = async (size = DESK) => {
    const page = await tonight.open(path(), size);
    if (path().endsWith('/plan')) await press(page, 'Open Armhole and neck');
    await page.evaluate(() => document.querySelectorAll('details').forEach((part) => (part.open = true)));
    return page;
  };

  it('meets WCAG 2.2 AA as far as a machine can tell, by day and by lamplight, and never scrolls sideways', async () => {
    const page = await unfolded();
    expect(await sideways(page)).toBe(0);
    for (const theme of ['daylight', 'lamplight']) {
      await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
      expect([theme, await findings(page, { coloursOnly: theme === 'lamplight' })]).toEqual([theme, []]);
    }
  });

  it('never scrolls sideways on a phone', async () => {
    expect(await sideways(await unfolded(PHONE))).toBe(0);
  });
});
