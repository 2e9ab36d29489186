/** The main job, end to end: choose a plan, set the tempo, play, read, find it in the log. */
import { compile, withTempo } from '@feldspar/core/plan';
import { type PlayerTraits, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { type Take, measureTake } from '@feldspar/core/take';
import { type FindingOf, measure } from '@feldspar/core/timing';
import { tempo } from '@feldspar/core/time';
import { App } from '../driver/app.ts';
import { installProbe, resetProbe, useSteadyClock } from '../driver/audio-probe.ts';
import { Browser, PHONE } from '../driver/browser.ts';
import { performHits } from '../driver/performer.ts';
import { storedTake } from '../driver/stored-take.ts';

const GROWING = READY_PLANS[3];
const PLAYER: PlayerTraits = {
  tempoPercent: 2,
  clockSdMs: 3,
  handSdMs: 2,
  correction: 0.5,
  offsetMs: -8,
  missChance: 0,
  extraChance: 0,
};

let app: App;
let browser: Browser;
beforeAll(async () => {
  app = await App.start();
  browser = await Browser.open();
  await installProbe(browser);
});
afterAll(async () => {
  await browser?.close();
  await app?.remove();
});

const stored = () => storedTake(app, browser);

/** To a steady stand-in for the audio device's clock, which on a busy machine loses seconds; all behind that door is the real thing. */
async function playSteadily(bpm: number): Promise<{ take: Take; hits: ReturnType<typeof simulate> }> {
  const timeline = compile(withTempo(GROWING.plan, tempo(bpm, '1/4')));
  const hits = simulate(timeline, PLAYER, 42).map((hit) => ({ ...hit, lengthS: 0.09 }));
  await browser.find('button', '^Start');
  await useSteadyClock(browser);
  await resetProbe(browser);
  await browser.click('button', '^Start');
  await performHits(browser, hits);
  await browser.see(/Where you drifted/);
  return { take: await stored(), hits };
}

it('a performer plays the growing silence and reads how far they drifted', async () => {
  await browser.goto(app.url);
  await browser.see(/Begin with the full click/);
  expect(await browser.script('return crossOriginIsolated')).toBe(true);
  await browser.click('link', 'Growing silence');
  await browser.fill('textbox', 'a minute', '300');
  await browser.see(/quarter = 300/);
  await browser.click('button', 'To the stage');
  const { take, hits } = await playSteadily(300);

  const timeline = compile(withTempo(GROWING.plan, tempo(300, '1/4')));
  const wanted = measure(timeline, hits);
  const got = measureTake(take).report;
  expect(got.disturbances).toEqual([]);
  expect(take.input).toBe('keys');
  expect(new Set(take.hits.map((hit) => hit.voice))).toEqual(new Set(['left', 'right']));
  expect(got.counts).toEqual(wanted.counts);

  // How long each key was held.
  for (const hit of take.hits) expect(hit.lengthS).toBeCloseTo(0.09, 3);

  // Every hit and every gap within a millisecond of what the same hits give in the core.
  got.matches.forEach((match, i) =>
    expect(Math.abs(match.asynchronyMs - wanted.matches[i].asynchronyMs)).toBeLessThan(1),
  );
  got.gaps.forEach((gap, i) => expect(Math.abs(gap.driftMs! - wanted.gaps[i].driftMs!)).toBeLessThan(1));
  expect(got.drift.verdict).toBe('rushing');

  // And the page says so.
  const heading = await (await browser.find('heading', 'You hurry when the click is gone')).getText();
  const [, shown] = /(\d+) ms early after 4 silent bars/.exec(heading.replace(/\s/g, ' '))!;
  const alone = wanted.findings.find(({ code }) => code === 'alone') as FindingOf<'alone'>;
  expect(Math.abs(Number(shown) + alone.after!.gainedMs)).toBeLessThan(1.5);
  await browser.see(/quarter = 300/);
  expect(await browser.all('img', 'Core of the take: 20 bars, 80 hits')).toHaveLength(1);
});

it('the canary: to the device’s own clock every hit comes through; a clock that steps is reported, not failed for', async () => {
  const timeline = compile(withTempo(GROWING.plan, tempo(300, '1/4')));
  const until = timeline.bars[7].startS;
  const hits = simulate(timeline, PLAYER, 43).filter(({ timeS }) => timeS < until);
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=300`);
  await browser.find('button', '^Start');
  await resetProbe(browser);
  await browser.click('button', '^Start');
  await performHits(browser, hits);
  await browser.press('Escape');
  await browser.see(/Where you drifted|stopped early/);
  const take = await stored();
  expect(take.hits).toHaveLength(hits.length);
  const { disturbances, matches } = measureTake(take).report;
  const wanted = measure(timeline, hits).matches;
  const worst = Math.max(...matches.map((match, i) => Math.abs(match.asynchronyMs - wanted[i].asynchronyMs)));
  console.info(
    `canary: ${disturbances.length} steps of the audio clock, ${worst.toFixed(2)} ms at most from the core's figures`,
  );
  await fetch(`${app.url}/api/takes/${take.id}`, { method: 'DELETE' });
});

it('the take is in the log after a reload, and opens from there', async () => {
  await browser.click('link', '^Log$');
  await browser.driver.navigate().refresh();
  await browser.see(/Growing silence · quarter = 300/);
  await browser.click('link', 'You hurry when the click is gone');
  await browser.see(/Where you drifted/);
});

it('a note is kept; a deleted take comes back by undo', async () => {
  await browser.fill('textbox', 'Note', 'shoulders down');
  await browser.press('Tab');
  await browser.see(/Saved\./);
  await browser.click('link', '^Log$');
  await browser.see(/shoulders down/);
  const before = (await browser.all('listitem', 'Growing silence')).length;
  await browser.click('button', '^Delete Growing silence');
  await browser.until(
    async () => (await browser.all('listitem', 'Growing silence')).length === before - 1,
    'one take fewer',
  );
  await browser.click('button', '^Undo$');
  await browser.until(
    async () => (await browser.all('listitem', 'Growing silence')).length === before,
    'the take back',
  );
});

it('again by key; stopped by key after a few bars, it is judged on what was played', async () => {
  await browser.click('link', 'You hurry when the click is gone');
  await browser.see(/Where you drifted/);
  await browser.press('Enter');
  await browser.find('button', '^Start');
  expect(await browser.script('return location.pathname + location.search')).toBe(
    `/plans/${GROWING.id}/play?note=1%2F4&rate=300`,
  );
  await useSteadyClock(browser);
  await browser.press('Enter');
  // A bar lasts less than a second here; on a busy machine one may pass between two looks.
  await browser.see(/bar \d|\d silent bar/);
  const { hits } = { hits: simulate(compile(withTempo(GROWING.plan, tempo(300, '1/4'))), PLAYER, 1) };
  await performHits(browser, hits, 5);
  await browser.press('Escape');
  await browser.see(/stopped early/);
  const take = await stored();
  expect(take.stoppedAtS).toBeGreaterThan(4);
  const { counts } = measureTake(take).report;
  expect(counts.targets).toBeLessThan(40);
  expect(counts.matched).toBeGreaterThanOrEqual(14);
});

it('a phone’s touch starts, taps with two hands, and stops', async () => {
  await browser.resize(PHONE);
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=120`);
  await browser.find('button', '^Start');
  await useSteadyClock(browser);
  await browser.touchOn('button', '^Start');
  await browser.see(/bar \d|\d silent bar/);
  for (let i = 0; i < 12; i++) {
    await browser.touch(i % 2 ? 300 : 90, 300);
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  // Twelve taps reach into the first silence; what is said there fits the screen too.
  await browser.see(/silent bar/);
  expect(await browser.script<number>('return document.documentElement.scrollWidth')).toBe(390);
  const stop = await (await browser.find('button', '^Stop')).getRect();
  expect(stop.height).toBeGreaterThanOrEqual(44);
  await browser.touchOn('button', '^Stop');
  await browser.see(/stopped early/);
  const take = await stored();
  expect(take.input).toBe('touch');
  expect(take.hits.map((hit) => hit.voice).slice(0, 4)).toEqual(['left', 'right', 'left', 'right']);
});
