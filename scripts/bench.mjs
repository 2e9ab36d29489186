/**
 * `npm run bench`: how fast the heart is, always as a ratio to a reference measured in the same run. Figures are
 * medians of several rounds.
 */
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';

await ensurePackages();
await ensureBuilt();
const { compile } = await import('../core/dist/plan/index.js');
const { STEADY_PLAYER, simulate } = await import('../core/dist/players/index.js');
const { createRenderer, render, scheduleOf } = await import('../core/dist/sound/index.js');
const { align, measure, sceneOf } = await import('../core/dist/timing/index.js');

function medianMs(rounds, work) {
  const times = Array.from({ length: rounds }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[rounds >> 1];
}
const ms = (value) => `${value < 10 ? value.toFixed(1) : Math.round(value)} ms`;
const line = (name, value, ratio) => console.log(`${name.padEnd(46)} ${value.padStart(10)}   ${ratio}`);

/** Two hours of 4/4 at quarter = 105 in sixteenths: about 50 000 notes, two bars with the click and two without. */
const BPM = 105;
const bars = (hours) => Math.round((hours * 3600) / (240 / BPM));
const longPlan = (hours) => ({
  format: 'feldspar-plan',
  version: 1,
  title: 'Bench',
  sections: [
    {
      bars: bars(hours),
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: BPM, beat: '1/4' },
      clicks: [{ every: '1/4', accent: ['0'] }],
      silence: { sound: 2, silent: 2 },
      play: [{ every: '1/16' }],
    },
  ],
});

const plan = longPlan(2);
const timeline = compile(plan);
const hits = simulate(timeline, { ...STEADY_PLAYER, missChance: 0.01, extraChance: 0.01 }, 7);
console.log(
  `Two hours: ${bars(2)} bars, ${timeline.clicks.length} clicks, ${timeline.targets.length} notes, ${hits.length} hits\n`,
);

const compileMs = medianMs(5, () => compile(plan));
const looseMs = medianMs(5, () => {
  // The reference: the same events as floating-point beats, with nothing exact about them.
  const events = [];
  const beatS = 60 / BPM;
  for (let beat = 0; beat < bars(2) * 4; beat++)
    events.push({ timeS: beat * beatS, bar: Math.floor(beat / 4), voice: 'wood' });
  for (let note = 0; note < bars(2) * 16; note++)
    events.push({ timeS: (note * beatS) / 4, bar: Math.floor(note / 16) });
  return events.sort((a, b) => a.timeS - b.timeS);
});
line(
  'compile, exact positions',
  ms(compileMs),
  `${(compileMs / looseMs).toFixed(1)} × a plain floating-point loop (${ms(looseMs)})`,
);

const scene = sceneOf(timeline).lines[0];
const hitMs = Float64Array.from(hits, (hit) => hit.timeS * 1000);
const nearestMs = medianMs(5, () => {
  const result = new Int32Array(hitMs.length);
  for (let i = 0, j = 0; i < hitMs.length; i++) {
    while (
      j + 1 < scene.timeMs.length &&
      Math.abs(scene.timeMs[j + 1] - hitMs[i]) <= Math.abs(scene.timeMs[j] - hitMs[i])
    )
      j++;
    result[i] = j;
  }
  return result;
});
const alignMs = medianMs(5, () => align(scene, hitMs));
const reportMs = medianMs(5, () => measure(timeline, hits));
line('align', ms(alignMs), `${Math.round(alignMs / nearestMs)} × naive nearest matching (${ms(nearestMs)})`);
line(
  'whole report of these hits',
  ms(reportMs),
  `${(reportMs / alignMs).toFixed(1)} × the alignment in it, ${Math.round(reportMs / nearestMs)} × naive nearest matching; aim: under 1000 ms`,
);

const RATE = 48_000;
const tenMinutes = compile(longPlan(1 / 6));
const renderMs = medianMs(3, () => render(tenMinutes, RATE));
const audioMs = tenMinutes.endS * 1000;
line(
  'render ten minutes at 48 kHz, one piece',
  ms(renderMs),
  `${Math.round(audioMs / renderMs)} × real time; aim: over 300`,
);
const blockMs = medianMs(3, () => stream(tenMinutes));
line(
  'the same in blocks of 128, as the worklet',
  ms(blockMs),
  `${Math.round(audioMs / blockMs)} × real time`,
);

function stream(source) {
  const renderer = createRenderer(scheduleOf(source), RATE);
  const block = new Float32Array(128);
  const frames = Math.round(source.endS * RATE);
  for (let frame = 0; frame < frames; frame += 128) renderer.fill(block, frame);
}

/** Memory that streaming adds while it runs, sampled as it goes. */
function growth(source) {
  globalThis.gc?.();
  const renderer = createRenderer(scheduleOf(source), RATE);
  const block = new Float32Array(128);
  const frames = Math.round(source.endS * RATE);
  const before = process.memoryUsage();
  let most = 0;
  for (let frame = 0, n = 0; frame < frames; frame += 128, n++) {
    renderer.fill(block, frame);
    if (n % 5000 === 0) {
      const now = process.memoryUsage();
      most = Math.max(most, now.heapUsed + now.arrayBuffers - before.heapUsed - before.arrayBuffers);
    }
  }
  return most / 1e6;
}
const short = growth(tenMinutes);
const long = growth(timeline);
line(
  'memory while streaming two hours',
  `${long.toFixed(1)} MB`,
  `${short.toFixed(1)} MB for ten minutes: flat in length`,
);

// Live hearing: half a minute of claps with our clicks from a loudspeaker in them, in pieces as an audio thread gives them.
const { LiveHearing, LevelMeter } = await import('../core/dist/live/index.js');
const { simulatedRecording } = await import('../core/dist/recordings/index.js');
const twelveBars = {
  ...longPlan(2),
  countIn: { bars: 1 },
  sections: [{ ...longPlan(2).sections[0], bars: 12 }],
};
const room = { traits: STEADY_PLAYER, seed: 3, sound: 'clap', clicksDb: -14, startS: 1.05 };
const { samples, sampleRateHz } = simulatedRecording(twelveBars, room);
const soundS = samples.length / sampleRateHz;
const plainMs = medianMs(5, () => samples.reduce((sum, value) => sum + value * value, 0));
const liveMs = medianMs(3, () => {
  const hearing = new LiveHearing(sampleRateHz, null, compile(twelveBars));
  const meter = new LevelMeter(sampleRateHz);
  hearing.begin(sampleRateHz);
  for (let at = 0; at < samples.length; at += 1024) {
    const piece = samples.subarray(at, at + 1024);
    meter.push(piece);
    hearing.push(piece);
  }
  return hearing.end();
});
line(
  `live hearing of ${Math.round(soundS)} s`,
  ms(liveMs),
  `${((liveMs / soundS / 1000) * 100).toFixed(1)} % of one core, ${Math.round(liveMs / plainMs)} × summing its squares; aim: at most 10 %`,
);
