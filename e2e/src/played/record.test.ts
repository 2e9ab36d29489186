/**
 * Along with a record, as somebody uses it: a sound is dropped, its beats are found, one is mended, a plan with two silent bars is made of it and
 * played; what leaves the worklet is the record to the sample, and nothing of it in the silence; lock and steadiness are read.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { WavReader, pcmBytes, wavHeader } from '@feldspar/core/wav';
import { type Plan, compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { madeUpRecord } from '@feldspar/core/recordings';
import { createRenderer, recordMixer, scheduleOf } from '@feldspar/core/sound';
import { type Take, measureTake } from '@feldspar/core/take';
import {
  firstDifference,
  recordedSamples,
  recordedSeconds,
  resetProbe,
  useSteadyClock,
} from '../driver/audio-probe.ts';
import type { Browser } from '../driver/browser.ts';
import { ARROW_RIGHT } from '../driver/keys.ts';
import type { App } from '../driver/app.ts';
import { savedFile } from '../driver/downloads.ts';
import { open } from '../driver/opened.ts';
import { performHits } from '../driver/performer.ts';
import { storedTake } from '../driver/stored-take.ts';

const FACTS = {
  ...{ bpm: 184, beatsPerBar: 4, seed: 4, looseMs: 3, wanderPercent: 1, wanderBeats: 96, beginsS: 0.5 },
  parts: [{ name: 'verse', bars: 17 }],
};
/** Six bars of it, two silent ones, twice. */
const BARS = 16;

let app: App;
let browser: Browser;
let folder: string;
const opened = open({ probe: 'record' });
beforeAll(() => void ({ app, browser, folder } = opened));

let rate: number;
let wav: Uint8Array;
let planPath: string;
let plan: Plan;

it('a record is dropped, its beats are found; one that is moved is moved, and undo brings it back', async () => {
  await browser.goto(app.url);
  rate = await browser.script<number>(
    'const c = new AudioContext(); const { sampleRate } = c; void c.close(); return sampleRate;',
  );
  const { samples, beatsS } = madeUpRecord({ ...FACTS, sampleRateHz: rate });
  wav = Buffer.concat([wavHeader(samples.length, { sampleRateHz: rate, bits: 16 }), pcmBytes(samples, 16)]);
  const file = join(folder, 'our-record.wav');
  writeFileSync(file, wav);
  await browser.goto(`${app.url}/recordings`);
  await browser.upload('Sound file', file);
  await browser.click('link', '^Beats$');
  // So quick a beat might be counted at half of it; the tempo that is said decides.
  await browser.fill('textbox', '^About', '184');
  await browser.click('button', '^Find the beats$');
  await browser.see(/\d+ beats, \d+ bars of 4\/4: 18\d to 18\d a minute, its own tempo/);
  await browser.find('img', '^6\\d beats in 1\\d bars$');

  const chosen = async () => (await browser.find('status', '^Bar \\d+, beat')).getText();
  for (let i = 0; i < 6; i++) await browser.keys('n');
  await browser.until(async () => /Bar 2, beat [12]/.test(await chosen()), 'a beat of the second bar');
  const secondOf = async () => Number(/([\d.]+) s ·/.exec(await chosen())![1]);
  const was = await secondOf();
  expect(Math.min(...beatsS.map((timeS) => Math.abs(timeS - was)))).toBeLessThan(0.02);
  await browser.keys(ARROW_RIGHT);
  await browser.until(
    async () => Math.abs((await secondOf()) - was - 0.001) < 1e-4,
    'the beat a millisecond later',
  );
  await browser.click('button', '^Undo$');
  await browser.keys('n');
  await browser.keys('p');
  await browser.until(async () => Math.abs((await secondOf()) - was) < 1e-4, 'the beat where it was');
});

it('the beat map is saved, and opened again', async () => {
  await browser.click('button', '^Save the beat map$');
  await browser.click('menuitem', '^As CSV$');
  const csv = (await savedFile(browser, folder, 'our-record.csv')).toString('utf8');
  const lines = csv.trim().split('\r\n');
  expect(lines[0]).toBe('time_s,bar,beat');
  await browser.click('button', '^Half as many$');
  await browser.see(/3\d beats/);
  const path = join(folder, 'again.csv');
  writeFileSync(path, csv);
  await browser.upload('Beat map', path);
  await browser.see(new RegExp(`${lines.length - 1} beats`));
});

it('a plan is made of it: bars follow the record, two of eight are silent', async () => {
  await browser.fill('textbox', '^Bars$', String(BARS));
  await browser.click('button', '^Make the plan$');
  await browser.see(/Along with the record “our-record”/);
  await browser.see(/Longest stretch without record or click: 9 beats/);
  planPath = await browser.path();
  await browser.until(async () => (await fetch(`${app.url}/api${planPath}`)).ok, 'the plan in the studio');
  const answer = await fetch(`${app.url}/api${planPath}`);
  ({ document: plan } = (await answer.json()) as { document: Plan });
  const { sections, record } = plan;
  expect(sections[0]).toMatchObject({ bars: BARS, silence: { sound: 6, silent: 2 }, record: { fromBar: 1 } });
  expect(record?.beats.length).toBeGreaterThanOrEqual(4 * BARS);
});

it('what leaves the worklet is the record to the sample, and in the silent bars nothing', async () => {
  const timeline = compile(plan);
  const silent = timeline.bars.filter((bar) => bar.silent);
  const untilS = silent[1].endS + 0.4;
  await browser.goto(`${app.url}${planPath}/play`);
  await browser.click('button', '^Start');
  await browser.see(/with the record/);
  await browser.until(async () => (await recordedSeconds(browser)) > untilS, `${untilS} s of sound`);
  const recorded = await recordedSamples(browser);
  expect(recorded.sampleRateHz).toBe(rate);
  const channel = new WavReader('mix').push(wav);
  const mixer = recordMixer(timeline.record!, { channels: [channel], sampleRateHz: rate, firstS: 0 });
  const renderer = createRenderer(scheduleOf(timeline), rate, {
    beside: (out, fromFrame) => mixer.mix(out, 0, fromFrame),
  });
  const expected = new Float32Array(Math.round(untilS * rate));
  renderer.fill(expected, 0);
  expect(firstDifference(expected, recorded)).toBe(-1);
  const [from, to] = [silent[0].startS, silent[1].endS].map((timeS) => Math.round(timeS * rate));
  expect(expected.subarray(from, to).every((value) => value === 0)).toBe(true);
  await browser.press('Escape');
  await browser.find('button', '^Start');
});

it('lock and steadiness are read apart, and the figures are those of the core', async () => {
  await browser.goto(`${app.url}${planPath}/play`);
  await browser.find('button', '^Start');
  await useSteadyClock(browser);
  await resetProbe(browser);
  const traits = { ...STEADY_PLAYER, correction: 0.2, clockSdMs: 4, handSdMs: 3, offsetMs: -10 };
  const hits = simulate(compile(plan), traits, 77);
  await browser.click('button', '^Start');
  await performHits(browser, hits);
  const take: Take = await storedTake(app, browser);
  const { record } = measureTake(take).report;
  expect(record!.name).toBe('our-record');
  expect(record!.lock.n).toBeGreaterThan(40);
  expect(record!.alone.spreadMs!).toBeLessThan(15);
  await browser.see(/With the record you are \d+ ms early/);
  await browser.see(/alone your beat varies by \d+ ms/);
  expect(await browser.text()).not.toMatch(/With the click/);
});
