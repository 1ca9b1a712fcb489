/** What every screen owes a tired knitter, as far as a machine can tell. */
import { AxePuppeteer } from '@axe-core/puppeteer';
import type { Page } from 'puppeteer-core';

/** Rules that depend on the palette; the others say the same in every theme. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * What breaks WCAG 2.2 AA within a part of the page: the rule, and where.
 * @param coloursOnly for a page that was looked at whole in another theme
 */
export async function findings(page: Page, { within = 'body', coloursOnly = false } = {}) {
  // No page has frames: in one go it takes half the time.
  const axe = new AxePuppeteer(page)
    .setLegacyMode(true)
    .include(within)
    .options({ resultTypes: ['violations'], preload: false });
  if (coloursOnly) axe.withRules(OF_COLOURS);
  else axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
  const { violations } = await axe.analyze();
  return violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html).slice(0, 3)]);
}

/** By how many px the page is wider than its window. */
export const sideways = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
