/** Who claps in a circle so that the click lies where it should is heard to find it, and the circle passes on by itself. */
import { type Challenge, askedOf, placeOf } from '@feldspar/core/circle';
import type { App } from '../driver/app.ts';
import { readProbe, resetProbe, useSteadyClock } from '../driver/audio-probe.ts';
import type { Browser } from '../driver/browser.ts';
import { seatCircle, storedCircle } from '../driver/circle-seats.ts';
import { open } from '../driver/opened.ts';
import { performHits } from '../driver/performer.ts';

/** One a second: sixteen seconds for what takes a minute at 20. */
const CLICK = 60;

let app: App;
let browser: Browser;
const opened = open({ probe: true });
beforeAll(() => void ({ app, browser } = opened));

const stored = () => storedCircle(app, browser);
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

async function clapRight(challenge: Challenge, passedOn: RegExp) {
  await browser.see(/your turn/);
  await browser.until(async () => (await readProbe(browser)).zeroMs !== null, 'the clock');
  await clapBars(challenge);
  await browser.see(passedOn);
}

it('Ada claps every beat so that the click lies there: found, and the circle passes on by itself', async () => {
  await seatCircle(app, browser, ['Ada', 'Ben']);
  await browser.fill('textbox', '^Clicks a minute', String(CLICK));
  await browser.click('button', '^To the big screen$');
  await browser.see(/Start the click, and the first one begins/);
  const { challenge } = askedOf(await stored())!;
  await useSteadyClock(browser);
  await browser.click('button', '^Start the click$');
  await clapRight(challenge, /Ben: /);
  await browser.until(async () => (await turns()).length === 1, 'the first turn');
  const [first] = (await stored()).turns;
  expect(first).toMatchObject({ seat: 0, result: 'found', by: 'taps', challenge });
  expect(first.heldBeats).toBeGreaterThanOrEqual(2 * challenge.beats);
  await browser.see(/found after \d+ clicks?, \d+ beats?; held for/);
});

it('paused and gone on with, Ben finds it too: the click’s line began anew', async () => {
  await browser.press('Escape');
  await browser.see(/The click stands still; nothing is lost/);
  await resetProbe(browser);
  const { challenge } = askedOf(await stored())!;
  await browser.press('Enter');
  await clapRight(challenge, /Ada: /);
  await browser.until(async () => (await turns()).length === 2, 'the turn');
  expect((await turns())[1]).toEqual([1, 'found', 'taps']);
});
