/** Guests take their seats in a new circle, as somebody would do it. */
import type { Circle } from '@feldspar/core/circle';
import type { App } from './app.ts';
import type { Browser } from './browser.ts';

export async function seatCircle({ url }: App, browser: Browser, names: readonly string[]): Promise<void> {
  await browser.goto(`${url}/circle`);
  for (const name of names) {
    await browser.fill('textbox', '^A guest$', name);
    await browser.click('button', '^Add the guest$');
  }
  await browser.see(new RegExp(`${names.length} seats, in this order`));
}

/** The one circle of a studio, once the studio has it. */
export async function storedCircle({ url }: App, browser: Browser): Promise<Circle> {
  let found: Circle | undefined;
  await browser.until(async () => {
    const answer = await fetch(`${url}/api/circles`);
    found = ((await answer.json()) as { items: { document: Circle }[] }).items[0]?.document;
    return found !== undefined;
  }, 'the circle in the studio');
  return found!;
}
