/** What every screen owes everybody: it can be read and reached, and never scrolls sideways. */
import type { Page } from 'puppeteer-core';
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

describe('every screen', () => {
  const paths = () => [
    '/',
    '/pieces/new',
    '/patterns',
    '/patterns/new',
    '/patterns/shelf/braid-3',
    '/knitter',
    pieces['Ferry-bench bolster'] ?? '',
    `${pieces['Practice swatch']}/logbook`,
    ...['sheet', 'paper?from=70', 'plan', 'split'].map((part) => `${pieces[FRONT]}/${part}`),
  ];
  const unfold = (page: Page) =>
    page.evaluate(() => document.querySelectorAll('details').forEach((part) => (part.open = true)));

  it.each(['daylight', 'lamplight'])('meets WCAG 2.2 AA as far as a machine can tell (%s)', async (theme) => {
    for (const path of paths()) {
      const page = await tonight.open(path);
      await page.evaluate((t) => (document.documentElement.dataset.theme = t), theme);
      await unfold(page);
      expect([path, await findings(page)]).toEqual([path, []]);
      await page.close();
    }
  });

  it.each([
    ['desk', DESK],
    ['phone', PHONE],
  ])('never scrolls sideways (%s)', async (_, viewport) => {
    for (const path of paths()) {
      const page = await tonight.open(path, viewport);
      if (path.endsWith('/plan')) await press(page, 'Open Armhole and neck');
      await unfold(page);
      expect([path, await sideways(page)]).toEqual([path, 0]);
      await page.close();
    }
  });
});
