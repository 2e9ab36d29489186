/** A plan is built, heard, taken away and opened again: by keyboard alone, and by mouse. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Plan, compile } from '@feldspar/core/plan';
import { type CountWords, render } from '@feldspar/core/sound';
import { App } from '../driver/app.ts';
import {
  firstDifference,
  installProbe,
  recordedSamples,
  recordedSeconds,
  resetProbe,
  saysSomething,
} from '../driver/audio-probe.ts';
import { Browser } from '../driver/browser.ts';
import { countWords } from '../driver/count-words.ts';
import { saveInto, savedFile } from '../driver/downloads.ts';

let app: App;
let browser: Browser;
let folder: string;
beforeAll(async () => {
  app = await App.start();
  browser = await Browser.open();
  folder = mkdtempSync(join(tmpdir(), 'feldspar-downloads-'));
  await saveInto(browser, folder);
  await installProbe(browser, { record: true });
});
afterAll(async () => {
  await browser?.close();
  await app?.remove();
  rmSync(folder, { recursive: true, force: true });
});

const FOUR = { beats: 4, unit: '1/4' };
const FAST = { bpm: 240, beat: '1/4' };

/** What both tests build: the beat, then places of the bar, then every fifth quarter with silent bars. */
const WANTED = (title: string): Plan => ({
  format: 'feldspar-plan',
  version: 1,
  title,
  countIn: { bars: 1, voice: 'count' },
  sections: [
    {
      bars: 2,
      meter: FOUR,
      tempo: FAST,
      clicks: [{ every: '1/4', voice: 'wood', accent: ['0'] }],
      play: [{ every: '1/4' }],
    },
    {
      bars: 2,
      meter: FOUR,
      tempo: FAST,
      clicks: [{ at: ['3/8', '3/4'], voice: 'wood' }],
      play: [{ every: '1/4' }],
    },
    {
      bars: 5,
      meter: FOUR,
      tempo: FAST,
      clicks: [{ every: '5/4', voice: 'wood' }],
      silence: { bars: 'xxxxo' },
      play: [{ every: '1/4' }],
    },
  ],
});

async function stored(): Promise<Plan> {
  const id = (await browser.path()).split('/')[2];
  const answer = await fetch(`${app.url}/api/plans/${id}`);
  return ((await answer.json()) as { document: Plan }).document;
}

/** What leaves the worklet is the core's own rendering of the timeline, sample by sample. */
async function expectHeard(plan: Plan): Promise<void> {
  const timeline = compile(plan);
  const seconds = timeline.endS - 0.2;
  const recordOnce = async () => {
    await browser.until(async () => (await recordedSeconds(browser)) > seconds, `${seconds} s of sound`);
    return recordedSamples(browser);
  };
  let recorded = await recordOnce();
  // A busy machine may lose the beginning, and what is left says nothing: it is heard again.
  for (let again = 0; again < 3 && !saysSomething(recorded); again++) {
    await browser.find('button', '^Hear the plan$');
    await resetProbe(browser);
    await browser.click('button', '^Hear the plan$');
    recorded = await recordOnce();
  }
  const { sampleRateHz } = recorded;
  const words: CountWords = countWords(sampleRateHz);
  const whole = render(timeline, sampleRateHz, { fromS: -0.1, toS: seconds, words });
  const expected = whole.subarray(whole.findIndex((value) => value !== 0));
  expect(firstDifference(expected, recorded, 1e-6)).toBe(-1);
}

/** Saved as a file and opened again, it is the same plan under another address. */
async function expectRoundTrip(fileName: string, wanted: Plan): Promise<void> {
  await browser.click('button', '^Save the plan \\(JSON\\)');
  expect(JSON.parse((await savedFile(browser, folder, fileName)).toString())).toEqual(wanted);
  const first = await browser.path();
  await browser.goto(`${app.url}/plans`);
  await browser.see(/Your own/);
  await browser.upload('Plan file', join(folder, fileName));
  await browser.find('button', '^To the stage');
  expect(await browser.path()).not.toBe(first);
  expect(await stored()).toEqual(wanted);
}

it('three sections by keyboard alone: built, undone, reloaded, heard, saved, opened again', async () => {
  const wanted = WANTED('By keyboard');
  const into = async (name: RegExp, text: string) => {
    await browser.tabTo(name);
    await browser.type(text);
  };
  const press = async (name: RegExp) => {
    await browser.tabTo(name);
    await browser.press('Enter');
  };
  await browser.goto(`${app.url}/plans`);
  await browser.see(/Your own/);
  await press(/^Build a plan$/);
  await browser.find('heading', '^Workshop$');
  await into(/^Title$/, 'By keyboard');
  await browser.tabTo(/^counted by/);
  await browser.press('Enter');
  await browser.find('option', '^a voice$');
  await browser.press('ArrowDown');
  await browser.press('Enter');
  await browser.until(async () => (await browser.all('option')).length === 0, 'the list to close');
  await into(/^Bars$/, '2');
  await into(/^a minute$/, '240');

  await press(/^Add a section$/);
  await press(/^Add clicks on places of the bar$/);
  await press(/^Remove Click 1$/);
  await into(/^Places of the bar$/, '2&, 4');
  await browser.see(/on 2& and 4/);
  await into(/^Bars$/, '2');

  await press(/^Add a section$/);
  await press(/^Add clicks every so many notes$/);
  await press(/^Remove Click 1$/);
  await browser.see(/every 5 quarters/);
  await into(/^Bars$/, '5');
  await browser.tabTo(/^Clicks fall silent/);
  await browser.press('Enter');
  await browser.find('option', '^bar by bar$');
  await browser.press('ArrowDown');
  await browser.press('ArrowDown');
  await browser.press('Enter');
  await into(/^Bars, x with/, 'xo');
  await browser.see(/longest stretch without a click/);
  await into(/^Bars, x with/, 'xxxxo');

  // One step back for all that was typed in one field, and forth again; and nothing is lost by a reload.
  await browser.control('z');
  await browser.see(/bars with, with, with, without/);
  await browser.control('y');
  await browser.see(/bars with, with, with, with, without/);
  await browser.driver.navigate().refresh();
  await browser.find('heading', '^Workshop$');
  await browser.see(/Not saved; kept in this browser/);
  await browser.see(/3\. Section 3/);

  await press(/^Hear the plan$/);
  await expectHeard(wanted);
  await press(/^Save and play$/);
  await browser.find('button', '^To the stage');
  expect(await stored()).toEqual(wanted);
  await expectRoundTrip('By-keyboard.json', wanted);
});

it('the same by mouse, its sections dragged into order', async () => {
  const wanted = WANTED('By mouse');
  const choose = async (label: string, option: string) => {
    await browser.click('combobox', label);
    await browser.click('option', option);
    await browser.until(async () => (await browser.all('option')).length === 0, 'the list to close');
  };
  await browser.goto(`${app.url}/plans`);
  await browser.click('button', '^Build a plan$');
  await browser.fill('textbox', '^Title', 'By mouse');
  await choose('counted by', '^a voice$');
  await browser.fill('textbox', '^a minute', '240');
  // The last section first.
  await browser.fill('textbox', '^Bars$', '5');
  await browser.click('button', '^Add clicks every so many notes$');
  await browser.click('button', '^Remove Click 1$');
  await choose('Clicks fall silent', '^bar by bar$');
  await browser.fill('textbox', '^Bars, x with', 'xxxxo');
  await browser.click('button', '^Add a section$');
  await browser.fill('textbox', '^Bars$', '2');
  await browser.click('button', '^Add a section$');
  await browser.fill('textbox', '^Bars$', '2');
  await browser.click('button', '^Add clicks on places of the bar$');
  await browser.click('button', '^Remove Click 1$');
  await browser.fill('textbox', '^Places of the bar', '2& 4');
  await browser.drag(
    await browser.find('button', '^Drag section 1$'),
    await browser.find('button', '^Drag section 3$'),
  );
  await browser.see(/1\. Section 1 2 bars.*2\. Section 2 2 bars.*3\. Section 3 5 bars/);
  await browser.click('button', '^Save$');
  await browser.see(/Saved\./);
  expect(await stored()).toEqual(wanted);
  await browser.click('button', '^Hear the plan$');
  await expectHeard(wanted);
  await browser.click('button', '^Save and play$');
  await browser.find('button', '^To the stage');
  await expectRoundTrip('By-mouse.json', wanted);
});

/** A section is heard, changed while it sounds, and heard on. @returns what sounded, and when it was changed. */
async function heardThroughAChange() {
  await browser.goto(`${app.url}/plans`);
  await browser.click('button', '^Build a plan$');
  await browser.fill('textbox', '^Bars$', '1');
  await browser.fill('textbox', '^a minute', '120');
  await browser.click('button', '^Hear the section$');
  const recorded = () => recordedSeconds(browser);
  await browser.until(async () => (await recorded()) > 3, 'a round and a half');
  await browser.click('button', '^Remove Click 1$');
  await browser.click('button', '^Add clicks on places of the bar$');
  await browser.see(/on 2 and 4/);
  const changedAt = await recorded();
  await browser.until(async () => (await recorded()) > changedAt + 5, 'two more rounds', 30_000);
  return { ...(await recordedSamples(browser)), changedAt };
}

it('a section is heard again and again, and goes on in its place when it changes', async () => {
  let heard = await heardThroughAChange();
  const isWhole = () => heard.samples.length / heard.sampleRateHz > heard.changedAt + 3;
  // A busy machine loses pieces of what is recorded; what lies behind them says nothing.
  for (let again = 0; again < 3 && !isWhole(); again++) heard = await heardThroughAChange();
  const { samples, sampleRateHz } = heard;
  const beats: number[] = [];
  samples.forEach((value, i) => {
    if (value !== 0 && (i === 0 || samples[i - 1] === 0)) beats.push(i / sampleRateHz / 0.5);
  });
  const onsets = beats.filter((beat, i) => i === 0 || beat - beats[i - 1] > 0.3);
  // Every click lies on a beat of the first one's grid, before and after; afterwards only on 2 and 4.
  // A change that falls into a click is heard from the middle of that click on: once, and shortly after its beat.
  const isOnGrid = (beat: number) => Math.abs(beat - Math.round(beat)) < 0.001;
  const inTheMiddle = onsets.filter((beat) => !isOnGrid(beat));
  expect(inTheMiddle.length).toBeLessThanOrEqual(1);
  for (const beat of inTheMiddle)
    expect([beat - Math.floor(beat) < 0.3, Math.floor(beat) % 2]).toEqual([true, 1]);
  const late = onsets
    .filter(isOnGrid)
    .slice(-3)
    .map((beat) => Math.round(beat) % 4);
  expect(late.every((beat) => beat === 1 || beat === 3)).toBe(true);
  expect(onsets.slice(0, 5).map((beat) => Math.round(beat))).toEqual([0, 1, 2, 3, 4]);
  await browser.click('button', '^Silence$');
});
