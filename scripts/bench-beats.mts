/**
 * `npm run bench:beats`: how well the beats of records are found, beside a general-purpose library where one is installed, into docs/beats-report.md.
 * Records are made up (their beats are known exactly), with our drums and with recorded one-shots out of a Debian package.
 */
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { OnsetStrengthMaker, beatsOf } from '../core/src/beats/index.ts';
import { doubled, filledBetween, halved, nearestBeat } from '../core/src/beat-map/index.ts';
import { hear } from '../core/src/hearing/index.ts';
import {
  type MadeUpRecord,
  type RecordFacts,
  type RecordPart,
  madeUpGroove,
  madeUpRecord,
} from '../core/src/recordings/index.ts';
import { beatScores, within } from '../core/src/testing/beat-scores.ts';
import { type Shot, oneShots } from './lib/one-shots.mts';

const REPORT = 'docs/beats-report.md';
const EXACT_S = 0.02;
/** So many corrections a person makes at the most. */
const CORRECTIONS = 2;

const FORM: RecordPart[] = [
  { name: 'intro', bars: 4, feel: 'no drums' },
  { name: 'verse', bars: 8 },
  { name: 'chorus', bars: 8 },
  { name: 'bridge', bars: 4, feel: 'half' },
  { name: 'chorus again', bars: 8 },
];
const BROKEN: RecordPart[] = [
  { name: 'first', bars: 8 },
  { name: 'nothing', bars: 2, feel: 'silence' },
  { name: 'second', bars: 8 },
];

interface Row {
  record: string;
  made: MadeUpRecord;
}

function* records(): Generator<Row> {
  const form = (facts: Omit<RecordFacts, 'parts'>) => madeUpRecord({ parts: FORM, ...facts });
  for (const [bpm, beatsPerBar] of [
    [72, 4],
    [96, 4],
    [118, 4],
    [140, 4],
    [168, 4],
    [100, 3],
    [150, 3],
  ] as const)
    for (const wanderPercent of [0, 3])
      yield {
        record: `stand-in, ${beatsPerBar} at ${bpm}${wanderPercent ? ', wanders by 3 %' : ''}`,
        made: form({ bpm, beatsPerBar, wanderPercent, seed: bpm + wanderPercent }),
      };
  yield {
    record: 'stand-in, 12 % faster at its end',
    made: form({ bpm: 104, beatsPerBar: 4, gainsPercent: 12, seed: 6 }),
  };
  yield {
    record: 'stand-in, two bars of nothing',
    made: madeUpRecord({ bpm: 110, beatsPerBar: 4, parts: BROKEN, seed: 5 }),
  };
  for (const [bpm, beatsPerBar] of [
    [84, 4],
    [120, 4],
    [132, 3],
  ] as const)
    yield {
      record: `claps, wood and drum, ${beatsPerBar} at ${bpm}, wander by 2 %`,
      made: madeUpGroove({
        bpm,
        beatsPerBar,
        bars: 24,
        seed: bpm,
        wanderPercent: 2,
        sounds: ['drum', 'clap', 'wood'],
      }),
    };
  let seed = 0;
  for (const [kit, shots] of oneShots()) {
    const sounds = drumsOf(shots);
    if (!sounds) continue;
    seed++;
    const bpm = [88, 112, 126, 104][seed % 4];
    const beatsPerBar = seed % 3 === 0 ? 3 : 4;
    yield {
      record: `recorded kit ${seed} (${kit}), ${beatsPerBar} at ${bpm}, wanders by 2 %`,
      made: form({ bpm, beatsPerBar, wanderPercent: 2, looseMs: 7, seed, sounds }),
    };
  }
}

function drumsOf(shots: readonly Shot[]): RecordFacts['sounds'] | null {
  const find = (name: RegExp) => {
    const shot = shots.find((one) => name.test(one.name));
    return shot && shot.samples.slice(shot.start, shot.start + 44_100).map((value) => 0.25 * value);
  };
  const [low, snare, hat] = [/kick|bass|bd/i, /snare|sd|sn/i, /hat|hh/i].map(find);
  return low && snare && hat ? { low, snare, hat } : null;
}

type Finder = (made: MadeUpRecord) => number[];

function ours({ samples, sampleRateHz, beatsS }: MadeUpRecord) {
  const maker = new OnsetStrengthMaker(sampleRateHz);
  maker.push(samples);
  const { onsets } = hear(samples, sampleRateHz, 'struck');
  const { map, unsure } = beatsOf({ strength: maker.end(), onsets });
  const truth = beatsS.slice(0, -1);
  let mended = map;
  let corrections = 0;
  const exact = () => within(mended.beats, truth, EXACT_S).matched / truth.length;
  // What a person sees at once: twice or half the beat; then what is said to be unsure.
  const ratio = map.beats.length / truth.length;
  if (ratio > 1.6) mended = halved(mended);
  else if (ratio < 0.6) mended = doubled(mended);
  if (mended !== map) corrections++;
  for (const { fromS, toS } of unsure) {
    if (corrections >= CORRECTIONS) break;
    const [from, to] = [nearestBeat(mended, fromS) - 1, nearestBeat(mended, toS) + 1];
    if (from < 0 || to >= mended.beats.length) continue;
    mended = filledBetween(mended, from, to);
    corrections++;
  }
  return { beats: map.beats, ones: map.bars[0], corrections, exact: exact() };
}

function library(): Finder | null {
  try {
    const { Essentia, EssentiaWASM } = createRequire(import.meta.url)(
      process.env.FELDSPAR_LIBRARY ?? 'essentia.js',
    );
    const essentia = new Essentia(EssentiaWASM);
    return ({ samples }) => {
      const vector = essentia.arrayToVector(samples);
      const found = essentia.BeatTrackerMultiFeature(vector, 208, 40);
      const beats = Array.from(essentia.vectorToArray(found.ticks) as Float32Array);
      vector.delete();
      return beats;
    };
  } catch {
    return null;
  }
}

const share = (value: number) => value.toFixed(3);
const other = library();
const lines: string[] = [];
const sums = { n: 0, ours: [0, 0, 0, 0], library: [0, 0, 0] };
let [oursMs, libraryMs, seconds] = [0, 0, 0];
for (const { record, made } of records()) {
  const truth = made.beatsS.slice(0, -1);
  let before = performance.now();
  const found = ours(made);
  oursMs += performance.now() - before;
  seconds += made.samples.length / made.sampleRateHz;
  const scores = beatScores(found.beats, truth);
  before = performance.now();
  const theirs = other && beatScores(other(made), truth);
  libraryMs += performance.now() - before;
  sums.n++;
  [scores.f, scores.cmlt, scores.amlt, found.exact].forEach((value, i) => (sums.ours[i] += value));
  if (theirs) [theirs.f, theirs.cmlt, theirs.amlt].forEach((value, i) => (sums.library[i] += value));
  const cells = [record, scores.f, scores.cmlt, scores.amlt, found.corrections, found.exact];
  const text = cells.map((cell, i) => (i === 0 || i === 4 ? String(cell) : share(cell as number)));
  lines.push(
    `| ${text.join(' | ')} | ${theirs ? [theirs.f, theirs.cmlt, theirs.amlt].map(share).join(' | ') : '– | – | –'} |`,
  );
  console.log(lines.at(-1));
}
const means = [...sums.ours.slice(0, 3).map((sum) => share(sum / sums.n)), '', share(sums.ours[3] / sums.n)];
const theirMeans = other ? sums.library.map((sum) => share(sum / sums.n)) : ['–', '–', '–'];
writeFileSync(
  REPORT,
  `# How well beats are found

\`npm run bench:beats\` made this. F is the F-measure within 70 ms, CMLt the share of the piece in continuously right beats, AMLt the same where twice or half the tempo
or the off-beat counts as right (Davies, Degara and Plumbley 2009). "Exact" is the share of true beats with one within 20 ms after the corrections that are counted: twice or half
the beat, and the first stretches that were said to be unsure filled between the beats beside them; two at the most.

| record | F | CMLt | AMLt | corrections | exact | library F | CMLt | AMLt |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${lines.join('\n')}
| **mean** | ${means.join(' | ')} | ${theirMeans.join(' | ')} |

Ours: ${Math.round((1000 * seconds) / oursMs)} times real time, the ears included${other ? `; the library ${Math.round((1000 * seconds) / libraryMs)} times, in the same run` : ''}.
The library is the multi-feature beat tracker of a general-purpose package (\`npm install --no-save essentia.js\`), as it is. Recorded drums are one-shots of the Debian package hydrogen-drumkits.
`,
);
