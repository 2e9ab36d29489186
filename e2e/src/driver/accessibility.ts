/** axe-core put into the page once, and asked as often as wanted: its 600 kB are the larger part of an answer. */
import axe from 'axe-core';
import type { Browser } from './browser.ts';

/** WCAG 2.0 and 2.1, A and AA. */
const ALL_RULES = { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] };
/** Only the colours change with the room. */
export const COLOURS = { runOnly: { type: 'rule' as const, values: ['color-contrast'] } };

/** @returns what is wrong on the page once its colours stand still, and where. */
export async function wrong(browser: Browser, rules: axe.RunOptions = ALL_RULES): Promise<string[]> {
  // A button that has just become ready is halfway between two colours, and neither pair is its own.
  await browser.drawn();
  if (!(await browser.script<boolean>('return "axe" in window'))) await browser.script(axe.source);
  // The page has no frames and one origin: nothing is to be put together from other windows.
  return browser.script<string[]>(
    `return axe.run(document, { ...arguments[0], resultTypes: ['violations'], preload: false, iframes: false })
      .then(({ violations }) => violations.map(({ id, nodes }) => id + ': ' + nodes[0].html));`,
    rules,
  );
}
