/** The take whose reading the browser shows, as the server has it. */
import type { Take } from '@feldspar/core/take';
import type { App } from './app.ts';
import type { Browser } from './browser.ts';

export async function storedTake(app: App, browser: Browser): Promise<Take> {
  await browser.until(async () => (await browser.path()).startsWith('/takes/'), 'the reading');
  const id = (await browser.path()).split('/').at(-1);
  await browser.until(async () => (await fetch(`${app.url}/api/takes/${id}`)).ok, 'the take on the server');
  return (await fetch(`${app.url}/api/takes/${id}`)).json() as Promise<Take>;
}
