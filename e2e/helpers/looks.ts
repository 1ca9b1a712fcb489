/** What every screen owes a tired knitter, as far as a machine can tell. */
import { AxePuppeteer } from '@axe-core/puppeteer';
import type { Page } from 'puppeteer-core';

/** What breaks WCAG 2.2 AA within a part of the page: the rule, and where. */
export async function findings(page: Page, within = 'body') {
  const { violations } = await new AxePuppeteer(page)
    .include(within)
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html).slice(0, 3)]);
}

/** By how many px the page is wider than its window. */
export const sideways = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
