/** What a count sheet shows, as a reader of the screen and as an eye finds it. */
import type { Browser } from './browser.ts';

/** The notes as they are read aloud. */
export function notesOf(browser: Browser): Promise<string[]> {
  return browser.script<string[]>(
    `return [...document.querySelectorAll('[aria-label="Notes"] [role=option]')].map((el) => el.firstElementChild.textContent)`,
  );
}

/** Those that are chosen. */
export function chosenOf(browser: Browser): Promise<string[]> {
  return browser.script<string[]>(
    `return [...document.querySelectorAll('[aria-label="Notes"] [aria-selected=true]')].map((el) => el.firstElementChild.textContent)`,
  );
}

/** What is drawn under the notes. */
export function drawnUnder(browser: Browser): Promise<string[]> {
  return browser.script<string[]>(
    `return [...document.querySelectorAll('svg[aria-hidden=true] text')].map((el) => el.textContent)`,
  );
}
