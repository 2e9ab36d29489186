/** A circle of four seats: the first finds it by tapping, one does not, a turn is undone; kept through a reload. */
import { type Challenge, type Circle, askedOf, placeOf } from '@feldspar/core/circle';
import type { App } from './driver/app.ts';
import { readProbe, resetProbe } from './driver/audio-probe.ts';
import type { Browser } from './driver/browser.ts';
import { performHits } from './driver/performer.ts';
import { open } from './driver/opened.ts';

const CLICK = 60;
const MOST_TIMES = 6;

let app: App;
let browser: Browser;
const opened = open({ probe: true });
beforeAll(() => void ({ app, browser } = opened));

/** The circle, once the studio has it. */
async function stored(): Promise<Circle> {
  let found: Circle | undefined;
  await browser.until(async () => {
    const answer = await fetch(`${app.url}/api/circles`);
    found = ((await answer.json()) as { items: { document: Circle }[] }).items[0]?.document;
    return found !== undefined;
  }, 'the circle in the studio');
  return found!;
}
const turns = async () => (await stored()).turns.map(({ seat, result, by }) => [seat, result, by]);

/** Claps every beat from one on, so that a click two seconds from now lies where it should. */
async function clapBars(challenge: Challenge) {
  const { zeroMs, nowMs } = await readProbe(browser);
  const beatS = 60 / CLICK / challenge.beats;
  const click = Math.ceil((nowMs - zeroMs!) / 1000) + 2;
  const one = click - placeOf(challenge).valueOf() * beatS;
  const claps = Array.from({ length: 5 * challenge.beats }, (_, i) => ({ timeS: one + i * beatS }));
  await performHits(browser, claps);
}

/** Until the circle passes on. On a busy machine the output loses time, and a click no longer lies where it lay: then one claps again, as anybody would. */
async function clapRight(challenge: Challenge, passedOn: RegExp) {
  await browser.see(/your turn/);
  await browser.until(async () => (await readProbe(browser)).zeroMs !== null, 'the clock');
  for (let times = 1; times < MOST_TIMES; times++) {
    await clapBars(challenge);
    const isFound = await browser.see(passedOn, 3000).then(
      () => true,
      () => false,
    );
    if (isFound) return;
  }
  await clapBars(challenge);
  await browser.see(passedOn);
}

it('seats are named, drawn and moved; the first one is asked something easy', async () => {
  await browser.goto(`${app.url}/circle`);
  for (const name of ['Ada', 'Ben', 'Cleo', 'Dan']) {
    await browser.fill('textbox', '^A guest$', name);
    await browser.click('button', '^Add the guest$');
  }
  await browser.see(/4 seats, in this order/);
  await browser.click('button', '^Dan earlier$');
  // One click a second: sixteen seconds for what takes a minute at 20.
  await browser.fill('textbox', '^Clicks a minute', String(CLICK));
  await browser.click('button', '^To the big screen$');
  await browser.see(/Start the click, and the first one begins/);
  expect((await stored()).seats.map(({ name }) => name)).toEqual(['Ada', 'Ben', 'Dan', 'Cleo']);
});

it('Ada claps every beat so that the click lies there: found, and the circle passes on by itself', async () => {
  const { challenge } = askedOf(await stored())!;
  await browser.click('button', '^Start the click$');
  await clapRight(challenge, /Ben: /);
  await browser.until(async () => (await turns()).length === 1, 'the first turn');
  const [first] = (await stored()).turns;
  expect(first).toMatchObject({ seat: 0, result: 'found', by: 'taps', challenge });
  expect(first.heldBeats).toBeGreaterThanOrEqual(2 * challenge.beats);
  await browser.see(/found after \d+ clicks?, \d+ beats?; held for/);
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
    [0, 'found', 'taps'],
    [1, 'not found', 'person'],
    [2, 'found', 'person'],
  ]);
});

it('paused and gone on with, Cleo finds it too: the click’s line began anew', async () => {
  await browser.press('Escape');
  await browser.see(/The click stands still; nothing is lost/);
  await resetProbe(browser);
  const { challenge } = askedOf(await stored())!;
  await browser.press('Enter');
  await clapRight(challenge, /Ada: /);
  await browser.until(async () => (await turns()).length === 4, 'the turn');
  expect((await turns())[3]).toEqual([3, 'found', 'taps']);
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
