/** Recordings, as somebody uses them: a file whose truth is known is opened, set right by keys, laid beside its plan, read. */
import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { midiOf } from '@feldspar/core/formats';
import { pcmBytes, wavHeader } from '@feldspar/core/wav';
import { type Plan, compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { simulatedRecording } from '@feldspar/core/recordings';
import { type Take, measureTake } from '@feldspar/core/take';
import { App } from './driver/app.ts';
import { Browser } from './driver/browser.ts';
import { saveInto, savedFile } from './driver/downloads.ts';

const PLAN = READY_PLANS.find(({ plan }) => plan.title === 'Growing silence')!;
const PLAYER = { ...STEADY_PLAYER, tempoPercent: 1.8 };
const SEED = 11;

let app: App;
let browser: Browser;
let folder: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'feldspar-recordings-'));
  app = await App.start();
  browser = await Browser.open();
});
afterAll(async () => {
  await browser.close();
  await app.stop();
  rmSync(folder, { recursive: true, force: true });
});

function wavFile(name: string, samples: Float32Array): string {
  const path = join(folder, name);
  writeFileSync(
    path,
    Buffer.concat([wavHeader(samples.length, { sampleRateHz: 48_000, bits: 16 }), pcmBytes(samples, 16)]),
  );
  return path;
}

async function open(path: string): Promise<void> {
  await browser.goto(`${app.url}/recordings`);
  await browser.find('heading', '^Recordings$');
  await browser.upload('Sound file', path);
}

/** The take that was read first. */
let first: Take;

/** The take that is shown, once the studio has it. */
async function takeShown(): Promise<Take> {
  const address = `${app.url}/api${await browser.path()}`;
  await browser.until(async () => (await fetch(address)).ok, 'the take to arrive');
  return (await (await fetch(address)).json()) as Take;
}

const strokes = /Heard: (\d+) strokes/;
const heardStrokes = async () => Number(strokes.exec(await browser.text())?.[1]);

it('a recording of a known player beside a loudspeaker: his start, his drift, without a click among the strokes', async () => {
  const recorded = simulatedRecording(PLAN.plan, {
    traits: PLAYER,
    seed: SEED,
    sound: 'clap',
    clicksDb: -6,
    clockPpm: 55,
    startS: 3.21,
  });
  await open(wavFile('kitchen-take.wav', recorded.samples));
  await browser.find('button', '^As one long line');
  await browser.click('combobox', '^Played to$');
  await browser.click('option', '^Growing silence$');
  await browser.see(/start found by our clicks \(sure\) · clock 5\d ppm fast, taken out/);
  expect(await heardStrokes()).toBe(recorded.onsetsS.length);
  await browser.click('button', '^Read it');
  await browser.find('link', '^from the recording kitchen-take\\.wav$');
  const take = (first = await takeShown());
  // What the simulated player really did, measured as any take is.
  const truth: Take = { ...take, hits: simulate(compile(PLAN.plan), PLAYER, SEED) };
  const [heard, played] = [measureTake(take).report, measureTake(truth).report];
  expect(heard.counts).toEqual(played.counts);
  heard.matches.forEach(({ asynchronyMs }, i) =>
    expect(Math.abs(asynchronyMs - played.matches[i].asynchronyMs)).toBeLessThan(2),
  );
  expect(heard.drift.tempoPercent).toBeCloseTo(played.drift.tempoPercent!, 1);
});

it('two strokes are set right by keys; the reading follows, and a reload loses nothing', async () => {
  await browser.click('link', '^from the recording kitchen-take\\.wav$');
  await browser.see(strokes);
  const before = await heardStrokes();
  // The first stroke 21 ms later, the second one none.
  await browser.keys('n');
  await browser.find('status', '^Bar 1, beat 1');
  await browser.holding('Shift', '\uE014\uE014');
  await browser.keys('\uE014');
  await browser.find('status', 'moved 21 ms by hand');
  await browser.keys('n');
  await browser.find('status', '^Bar 1, beat 2');
  await browser.keys('\uE017');
  await browser.see(new RegExp(`Heard: ${before - 1} strokes`));
  await browser.goto(await browser.script<string>('return location.href'));
  await browser.see(new RegExp(`Heard: ${before - 1} strokes`));
  await browser.keys('n');
  await browser.find('status', 'moved 21 ms by hand');
  await browser.click('button', '^Read it');
  await browser.find('link', '^from the recording kitchen-take\\.wav$');
  const late = await takeShown();
  expect([late.hits.length, late.recording!.byHand]).toEqual([before - 1, 2]);
  expect(1000 * (late.hits[0].timeS - first.hits[0].timeS)).toBeCloseTo(21, 1);
});

it('undo and redo; the strokes as a list for another program, and back', async () => {
  await browser.click('link', '^from the recording kitchen-take\\.wav$');
  await browser.see(strokes);
  const before = await heardStrokes();
  await browser.keys('n\uE017');
  await browser.see(new RegExp(`Heard: ${before - 1} strokes`));
  await browser.click('button', '^Undo$');
  await browser.see(new RegExp(`Heard: ${before} strokes`));
  await browser.click('button', '^Redo$');
  await browser.see(new RegExp(`Heard: ${before - 1} strokes`));
  await saveInto(browser, folder);
  await browser.click('button', '^Save the strokes$');
  await browser.click('menuitem', '^As a label track$');
  const labels = (await savedFile(browser, folder, 'kitchen-take.txt')).toString().trimEnd().split('\n');
  expect(labels).toHaveLength(before - 1);
  writeFileSync(join(folder, 'fewer.txt'), labels.slice(0, 12).join('\n'));
  await browser.upload('List of strokes', join(folder, 'fewer.txt'));
  await browser.see(/Heard: 12 strokes/);
  await browser.click('button', '^Undo$');
  await browser.see(new RegExp(`Heard: ${before - 1} strokes`));
});

it('the studio keeps the sound when it is asked to: it is the very file, and stays after a reload', async () => {
  await browser.see(/It lies in this browser only: \d+\.\d MB/);
  await browser.click('button', '^Keep it in the studio$');
  await browser.see(/The studio keeps it: \d+\.\d MB/);
  const id = (await browser.path()).split('/').at(-1)!;
  const kept = Buffer.from(await (await fetch(`${app.url}/api/recordings/${id}/sound`)).arrayBuffer());
  expect(Buffer.compare(kept, readFileSync(join(folder, 'kitchen-take.wav')))).toBe(0);
  await browser.goto(`${app.url}/recordings`);
  await browser.see(/kitchen-take\.wav[^]*sound kept, \d+\.\d MB/);
  await browser.click('link', '^kitchen-take\\.wav$');
  await browser.find('button', '^Hear it$');
});

it('free playing: the tempo curve, and a one that is moved by a key', async () => {
  const free = { ...READY_PLANS[0].plan };
  const recorded = simulatedRecording(free, {
    traits: STEADY_PLAYER,
    seed: 4,
    sound: 'muted',
    clicksDb: null,
  });
  await open(wavFile('free.wav', recorded.samples));
  await browser.find('heading', '^(You (hold|get)|Quarter = 7[5-7]\\.\\d)');
  await browser.find('img', '^Tempo over time: from 7\\d to 7\\d quarters a minute$');
  await browser.keys('nn');
  await browser.find('status', '^Bar \\d, beat [2-4]');
  await browser.keys('1');
  await browser.find('status', '^Bar \\d, beat 1');
});

it.each([
  [
    'picture.wav',
    Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3, 4, 5, 6, 7, 8]),
    /picture\.wav is no sound that this browser can read/,
  ],
  ['nothing.wav', Buffer.alloc(0), /nothing\.wav is empty/],
  ['cut.wav', Buffer.from('RIFF\x10\0\0\0WAVE'), /does not say how its sound is written/],
])('%s is told what it is, and nothing is lost', async (name, bytes, message) => {
  writeFileSync(join(folder, name), bytes);
  await open(join(folder, name));
  await browser.find('alert');
  await browser.see(message);
});

it('listening to two hours is given up by one button; nothing is left of it, and another file opens', async () => {
  const path = wavFile('two-hours.wav', new Float32Array(0));
  // Its header says that it holds nothing, as a recorder leaves it: all that is there counts.
  truncateSync(path, 44 + 2 * 48_000 * 7200);
  await open(path);
  await browser.find('status', '^Listening …');
  await browser.click('button', 'Cancel$');
  await browser.until(async () => !/Listening|Cancel/.test(await browser.text()), 'it to be given up');
  expect(await browser.path()).toBe('/recordings');
  expect(await browser.all('link', 'two-hours')).toHaveLength(0);
  const quiet = new Float32Array(4 * 48_000);
  await browser.upload('Sound file', wavFile('quiet.wav', quiet));
  await browser.find('button', '^As one long line');
  await browser.see(/quiet\.wav/);
});

it('a recording gets a name, and the player whose it is; the name is taken back in one step', async () => {
  await fetch(`${app.url}/api/players/${crypto.randomUUID()}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name: 'Noor', instrument: 'cello' }),
  });
  await browser.goto(`${app.url}/recordings`);
  await browser.click('link', '^free\\.wav$');
  await browser.fill('textbox', '^Name$', '');
  await browser.see(/Give the recording a name\./);
  await browser.fill('textbox', '^Name$', 'Third lesson');
  await browser.see(/Third lesson · 0:/);
  await browser.click('combobox', '^Player$');
  await browser.click('option', '^Noor, cello$');
  await browser.goto(`${app.url}/recordings`);
  await browser.see(/Third lesson[^]* · Noor · /);
  await browser.click('link', '^Third lesson$');
  await browser.fill('textbox', '^Name$', 'free.wav');
  await browser.see(/free\.wav · 0:/);
  await browser.click('button', '^Undo$');
  await browser.see(/Third lesson · 0:/);
  await browser.click('button', '^Redo$');
  await browser.see(/free\.wav · 0:/);
});

it('a deleted recording comes back from the bin', async () => {
  await browser.goto(`${app.url}/recordings`);
  await browser.click('button', '^Delete free\\.wav$');
  await browser.see(/Deleted: free\.wav/);
  expect(await browser.all('link', '^free\\.wav$')).toHaveLength(0);
  await browser.goto(`${app.url}/bin`);
  await browser.click('button', '^Bring back a recording of');
  await browser.goto(`${app.url}/recordings`);
  await browser.find('link', '^free\\.wav$');
});

it('clicks of this device are found in the voice that it is set to', async () => {
  const recorded = simulatedRecording(PLAN.plan, {
    traits: PLAYER,
    seed: SEED,
    sound: 'clap',
    clicksDb: -6,
    startS: 2.5,
    voiceForWood: 'tick',
  });
  await browser.goto(`${app.url}/rig`);
  await browser.script(`localStorage.setItem('feldspar rig', '{"voice":"tick"}')`);
  await open(wavFile('tick.wav', recorded.samples));
  await browser.find('button', '^As one long line');
  await browser.click('combobox', '^Played to$');
  await browser.click('option', '^Growing silence$');
  await browser.see(/start found by our clicks \(sure\)/);
  expect(await heardStrokes()).toBe(recorded.onsetsS.length);
  await browser.script(`localStorage.removeItem('feldspar rig')`);
});

/** One track of each file, beside the tempo map of the first. */
function midiFile(name: string, plans: readonly Plan[]): string {
  const chunks = plans.map((plan) => {
    const bytes = Buffer.from(midiOf(plan));
    const tempos = bytes.indexOf('MTrk');
    const notes = bytes.indexOf('MTrk', tempos + 4);
    return {
      head: bytes.subarray(0, tempos),
      tempos: bytes.subarray(tempos, notes),
      notes: bytes.subarray(notes),
    };
  });
  const head = Buffer.from(chunks[0].head);
  head.writeUInt16BE(plans.length + 1, 10);
  const path = join(folder, name);
  writeFileSync(path, Buffer.concat([head, chunks[0].tempos, ...chunks.map(({ notes }) => notes)]));
  return path;
}

it('a performance in a MIDI file: its track is chosen, laid beside the plan, and read as it was played', async () => {
  const percentFast = 1.2;
  const [section] = PLAN.plan.sections;
  const { meter, tempo } = section;
  const fast = { bpm: String(Number(tempo.bpm) * (1 + percentFast / 100)), beat: tempo.beat };
  const played = (every: string): Plan => ({
    format: 'feldspar-plan',
    version: 1,
    title: 'Played',
    sections: [{ bars: 12, meter, tempo: fast, clicks: [{ every }], play: [{ every }] }],
  });
  await browser.goto(`${app.url}/recordings`);
  await browser.find('heading', '^Recordings$');
  await browser.upload('Sound file', midiFile('lesson.mid', [played('1/4'), played('1/16')]));
  await browser.find('dialog', '^Which tracks were played');
  // What has the most notes is proposed; it is the other one that was meant.
  await browser.click('checkbox', '^Clicks, channel 10: 192 notes');
  await browser.click('checkbox', '^Clicks, channel 10: 48 notes');
  await browser.click('button', '^Read them$');
  await browser.see(/lesson\.mid · .* · Clicks, channel 10/);
  await browser.click('combobox', '^Played to$');
  await browser.click('option', '^Growing silence$');
  await browser.see(/start found by the strokes/);
  await browser.click('button', '^Read it');
  await browser.find('link', '^from the file lesson\\.mid$');
  const take = await takeShown();
  expect(take).toMatchObject({ input: 'midi', midi: { device: 'lesson.mid' } });
  expect(take.hits).toHaveLength(48);
  expect(measureTake(take).report.drift.tempoPercent).toBeCloseTo(percentFast, 1);
});
