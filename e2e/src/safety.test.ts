/** Nothing the user made is lost: not by a stopped server, not by a reload. */
import { READY_PLANS } from '@feldspar/core/practice';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { open } from './driver/opened.ts';

const GROWING = READY_PLANS[3];

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

const FEWEST_TAPS = 8;

async function tapAlong(seconds: number): Promise<void> {
  const end = Date.now() + 1000 * seconds;
  // A busy machine sends fewer in that time; a take needs some to be kept.
  for (let sent = 0; sent < FEWEST_TAPS || Date.now() < end; sent++) {
    await browser.key('f', 'KeyF', 70);
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
}

const takes = async () =>
  ((await (await fetch(`${app.url}/api/takes`)).json()) as { items: { id: string; note: string }[] }).items;

it('the server stops during a take: the take is read, waits, and is sent when the server is back', async () => {
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=240`);
  await browser.click('button', '^Start');
  await browser.see(/bar \d|\d silent bar/);
  expect(await app.stop()).toBe(0);
  await tapAlong(3);
  await browser.click('button', '^Stop');
  await browser.see(/Where you drifted/);
  await browser.see(/1 change waits/);
  await browser.click('link', '^Log$');
  await browser.see(/Kept in this browser/);

  await app.run();
  await browser.until(async () => (await takes()).length === 1, 'the take on the server', 20_000);
  await browser.until(async () => !/changes? waits?/.test(await browser.text()), 'an empty outbox');
  await browser.driver.navigate().refresh();
  await browser.see(/Growing silence · quarter = 240/);
  expect(await takes()).toHaveLength(1);
});

it('a note written while the server is away is kept, and saved when it is back', async () => {
  // By its address: which sentence the log says of it depends on how evenly a busy machine sent the taps.
  await browser.goto(`${app.url}/takes/${(await takes())[0].id}`);
  await browser.see(/Where you drifted/);
  await app.stop();
  await browser.fill('textbox', 'Note', 'breathe out');
  await browser.see(/Kept in this browser, not saved yet/);
  await app.run();
  // It may be sent before the reload or after it, as slow as the machine is; what counts is that the server has it.
  await browser.driver.navigate().refresh();
  await browser.until(async () => (await takes())[0].note === 'breathe out', 'the note on the server');
  await browser.driver.navigate().refresh();
  await browser.see(/Where you drifted/);
  expect(await (await browser.find('textbox', 'Note')).getText()).toBe('breathe out');
});

it('a reload in the middle of a take keeps what was played', async () => {
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=240`);
  await browser.click('button', '^Start');
  await browser.see(/bar \d|\d silent bar/);
  await tapAlong(5);
  await browser.goto(`${app.url}/log`);
  await browser.until(async () => (await takes()).length === 2, 'the broken-off take on the server', 20_000);
  await browser.see(/stopped early/);
});

it('the browser’s back button in the middle of a take keeps it too', async () => {
  await browser.goto(`${app.url}/plans/${GROWING.id}?note=1/4&rate=240`);
  await browser.click('button', 'To the stage');
  await browser.click('button', '^Start');
  await browser.see(/bar \d|\d silent bar/);
  await tapAlong(3);
  await browser.driver.navigate().back();
  await browser.see(/Longest stretch without a click/);
  await browser.until(async () => (await takes()).length === 3, 'the left take on the server');
});

it('a plan that runs to its end without a tap is no take', async () => {
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=999`);
  await browser.click('button', '^Start');
  await browser.see(/Nobody tapped/, 30_000);
  expect(await takes()).toHaveLength(3);
});

it('a take left before anything was played leaves nothing behind', async () => {
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=240`);
  await browser.find('button', '^Start');
  await browser.press('Enter');
  await browser.see(/count-in|bar \d/);
  await browser.press('Escape');
  await browser.find('button', '^Start');
  await browser.press('Escape');
  await browser.see(/Longest stretch without a click/);
  expect(await takes()).toHaveLength(3);
});
