/** A circle of four seats, judged by the teacher's keys: one finds it, one does not, a turn is undone; kept through a reload. Claps are found in played/circle-claps.test.ts. */
import { askedOf } from '@feldspar/core/circle';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { seatCircle, storedCircle } from './driver/circle-seats.ts';
import { open } from './driver/opened.ts';

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

const stored = () => storedCircle(app, browser);
const turns = async () => (await stored()).turns.map(({ seat, result, by }) => [seat, result, by]);

it('seats are named, drawn and moved; the first one is asked something easy', async () => {
  await seatCircle(app, browser, ['Ada', 'Ben', 'Cleo', 'Dan']);
  await browser.click('button', '^Dan earlier$');
  await browser.click('button', '^To the big screen$');
  await browser.see(/Start the click, and the first one begins/);
  expect((await stored()).seats.map(({ name }) => name)).toEqual(['Ada', 'Ben', 'Dan', 'Cleo']);
});

it('the first one begins; the teacher says that it is found, and the circle passes on', async () => {
  const { challenge } = askedOf(await stored())!;
  await browser.click('button', '^Start the click$');
  await browser.see(/your turn/);
  // Who stops in the very first turn has begun all the same.
  await browser.press('Escape');
  await browser.see(/The click stands still; nothing is lost/);
  await browser.press('Enter');
  await browser.see(/your turn/);
  await browser.press('Enter');
  await browser.see(/Ben: /);
  await browser.until(async () => (await turns()).length === 1, 'the first turn');
  expect((await stored()).turns[0]).toMatchObject({ seat: 0, result: 'found', by: 'person', challenge });
});

it('Ben does not find it: the next one is a step easier; a key judges, and takes back', async () => {
  const before = askedOf(await stored())!;
  await browser.type('x');
  await browser.see(/Dan: /);
  await browser.until(async () => (await turns()).length === 2, 'the turn');
  const after = askedOf(await stored())!;
  expect(after.difficulty).toBeLessThan(before.difficulty);
  await browser.type('s');
  await browser.see(/Cleo: /);
  await browser.type('u');
  await browser.see(/Dan: /);
  await browser.until(async () => (await turns()).length === 2, 'the turn taken back');
  await browser.press('Enter');
  await browser.see(/Cleo: /);
  await browser.until(async () => (await turns()).length === 3, 'the turn');
  expect(await turns()).toEqual([
    [0, 'found', 'person'],
    [1, 'not found', 'person'],
    [2, 'found', 'person'],
  ]);
});

it('paused and gone on with, it is still Cleo’s turn', async () => {
  await browser.press('Escape');
  await browser.see(/The click stands still; nothing is lost/);
  await browser.press('Enter');
  await browser.see(/your turn/);
  await browser.press('Enter');
  await browser.see(/Ada: /);
  await browser.until(async () => (await turns()).length === 4, 'the turn');
  expect((await turns())[3]).toEqual([3, 'found', 'person']);
});

it('paused, reloaded and gone on with: nothing is lost', async () => {
  await browser.press('Escape');
  await browser.see(/pause/);
  await browser.goto(`${app.url}/circle`);
  await browser.see(/1 round · Ada 1 of 1, Ben 0 of 1, Dan 1 of 1, Cleo 1 of 1/);
  await browser.click('link', '^Go on with Circle');
  await browser.see(/Ada: /);
  await browser.see(/The click stands still; nothing is lost/);
});
