/** Files out and in: what is saved is what the core makes, and comes back as the same plan. */
import { readFileSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { midiOf } from '@feldspar/core/formats';
import { wavPieces } from '@feldspar/core/wav';
import { type Plan, compile, withTempo } from '@feldspar/core/plan';
import { ALL_READY_PLANS } from '@feldspar/core/practice';
import { tempo } from '@feldspar/core/time';
import { fromBufferPromise } from 'yauzl';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { countWords } from './driver/count-words.ts';
import { savedFile } from './driver/downloads.ts';
import { open } from './driver/opened.ts';

const STOP_TIME = ALL_READY_PLANS.find(({ plan }) => plan.title === 'Stop time')!;

let app: App;
let browser: Browser;
let folder: string;
const opened = open();
beforeAll(() => void ({ app, browser, folder } = opened));

const saved = (name: string) => savedFile(browser, folder, name);

it('the click as WAV is the core’s own, byte by byte; MIDI and JSON likewise', async () => {
  await browser.goto(`${app.url}/plans/${STOP_TIME.id}?note=1/4&rate=120`);
  const plan = withTempo(STOP_TIME.plan, tempo(120, '1/4'));
  const timeline = compile(plan);
  await browser.click('button', '^Save the click');
  const pieces = [
    ...wavPieces(timeline, { sampleRateHz: 48_000, bits: 16 }, { fromS: 0, toS: timeline.endS }),
  ];
  expect((await saved('Stop-time.wav')).equals(Buffer.concat(pieces.map(({ bytes }) => bytes)))).toBe(true);
  await browser.click('button', '^Save clicks and tempos');
  expect((await saved('Stop-time.mid')).equals(Buffer.from(midiOf(plan)))).toBe(true);
  await browser.click('button', '^Save the plan');
  expect(JSON.parse((await saved('Stop-time.json')).toString())).toEqual(plan);
});

/** By an independent reader. */
async function unzipped(bytes: Buffer): Promise<Record<string, Buffer>> {
  const read = await fromBufferPromise(bytes, { lazyEntries: true });
  const found: Record<string, Buffer> = {};
  for await (const entry of read.eachEntry()) {
    const chunks: Buffer[] = [];
    for await (const chunk of await read.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
    found[entry.fileName] = Buffer.concat(chunks);
  }
  return found;
}

it('a set: the plan at several tempos in one ZIP, each file named with its tempo and note, and the core’s own', async () => {
  await browser.goto(`${app.url}/plans/${STOP_TIME.id}?note=1/4&rate=120`);
  await browser.fill('textbox', '^Slowest', '100');
  await browser.fill('textbox', '^Fastest$', '140');
  await browser.fill('textbox', '^Files$', '3');
  const wanted = (rate: number) => withTempo(STOP_TIME.plan, tempo(rate, '1/4'));
  const namesOf = (ending: string) => [100, 120, 140].map((rate) => `Stop-time-quarter=${rate}.${ending}`);
  await browser.click('button', '^Save a set of MIDI');
  const midi = await unzipped(await saved('Stop-time-at-several-tempos.zip'));
  expect(Object.keys(midi)).toEqual(namesOf('mid'));
  expect(midi[namesOf('mid')[2]].equals(Buffer.from(midiOf(wanted(140))))).toBe(true);
  rmSync(join(folder, 'Stop-time-at-several-tempos.zip'));
  await browser.click('button', '^Save a set of clicks');
  const wav = await unzipped(await saved('Stop-time-at-several-tempos.zip'));
  expect(Object.keys(wav)).toEqual(namesOf('wav'));
  const timeline = compile(wanted(100));
  const pieces = [
    ...wavPieces(timeline, { sampleRateHz: 48_000, bits: 16 }, { fromS: 0, toS: timeline.endS }),
  ];
  const [slowest] = namesOf('wav');
  expect(wav[slowest].equals(Buffer.concat(pieces.map(({ bytes }) => bytes)))).toBe(true);
});

it('a spoken count-in is in the file as it is heard', async () => {
  const { id, plan } = ALL_READY_PLANS.find((ready) => ready.plan.title === 'Halves and rests')!;
  await browser.goto(`${app.url}/plans/${id}`);
  await browser.fill('textbox', '^to bar', '1');
  await browser.click('button', '^Save the click');
  const timeline = compile(plan);
  const range = { fromS: 0, toS: timeline.bars.find(({ number }) => number === 1)!.endS };
  const pieces = [...wavPieces(timeline, { sampleRateHz: 48_000, bits: 16 }, range, countWords(48_000))];
  const saidFile = await saved('Halves-and-rests.wav');
  expect(saidFile.equals(Buffer.concat(pieces.map(({ bytes }) => bytes)))).toBe(true);
});

it('the saved plan opens again as the same plan, the saved MIDI file as its tempo map', async () => {
  const stored = async (): Promise<Plan> => {
    const id = (await browser.path()).split('/').at(-1);
    return ((await (await fetch(`${app.url}/api/plans/${id}`)).json()) as { document: Plan }).document;
  };
  await browser.goto(`${app.url}/plans`);
  await browser.see(/Your own/);
  await browser.upload('Plan file', join(folder, 'Stop-time.json'));
  await browser.find('button', 'To the stage');
  await browser.see(/Stop time/);
  expect(await stored()).toEqual(JSON.parse(readFileSync(join(folder, 'Stop-time.json'), 'utf8')));
  await browser.goto(`${app.url}/plans`);
  await browser.see(/Your own/);
  await browser.upload('Plan file', join(folder, 'Stop-time.mid'));
  await browser.find('heading', '^Stop-time$');
  await browser.see(/quarter = 120, 4\/4, 22 bars/);
});

it('bars that are not there are refused beside the field', async () => {
  await browser.goto(`${app.url}/plans/${STOP_TIME.id}`);
  await browser.fill('textbox', '^to bar', '99');
  await browser.see(/99 bars is too much\. Type a number from 1 to 21/);
  expect(await (await browser.find('button', '^Save the click')).isEnabled()).toBe(false);
});

it('a long export shows its progress and can be cancelled', async () => {
  const long: Plan = {
    format: 'feldspar-plan',
    version: 1,
    title: 'Three hours',
    sections: [
      {
        bars: 5400,
        meter: { beats: 4, unit: '1/4' },
        tempo: { bpm: 120, beat: '1/4' },
        clicks: [{ every: '1/4' }],
        play: [],
      },
    ],
  };
  const id = crypto.randomUUID();
  await fetch(`${app.url}/api/plans/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(long),
  });
  await browser.goto(`${app.url}/plans/${id}`);
  await browser.find('button', '^Save the click');
  await browser.click('button', '^Save the click');
  await browser.find('progressbar', 'Writing the click');
  await browser.click('button', '^Cancel$');
  await browser.until(async () => (await browser.all('progressbar')).length === 0, 'the progress to go');
  expect(await (await browser.find('button', '^Save the click')).isEnabled()).toBe(true);
  expect(readdirSync(folder)).not.toContain('Three-hours.wav');
});

it('bad files are refused with the reason and change nothing', async () => {
  const plans = async () => (await (await fetch(`${app.url}/api/plans`)).json()) as unknown;
  const before = await plans();
  const file = (name: string, bytes: Buffer | string) => {
    writeFileSync(join(folder, name), bytes);
    return join(folder, name);
  };
  const huge = file('huge.mid', '');
  truncateSync(huge, 200_000_000);
  const wav = readFileSync(join(folder, 'Stop-time.wav'));
  const midi = readFileSync(join(folder, 'Stop-time.mid'));
  const json = JSON.parse(readFileSync(join(folder, 'Stop-time.json'), 'utf8')) as Plan;
  const cases: [string, RegExp][] = [
    [huge, /huge\.mid: larger than 8 MB/],
    [file('sound.mid', wav), /sound\.mid: not a MIDI file/],
    [file('cut.mid', midi.subarray(0, midi.length >> 1)), /cut\.mid: cut short or damaged/],
    [
      file('later.json', JSON.stringify({ ...json, version: 2 })),
      /another version; this Feldspar reads version 1/,
    ],
  ];
  for (const [path, reason] of cases) {
    await browser.goto(`${app.url}/plans`);
    await browser.see(/Your own/);
    await browser.upload('Plan file', path);
    await browser.see(reason);
  }
  expect(await plans()).toEqual(before);
});
