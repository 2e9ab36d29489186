/**
 * `npm run bench:hearing`: how well recordings are heard, beside a general-purpose library where one is installed, into docs/hearing-report.md.
 * Grooves are put together from recorded one-shots out of a Debian package (fetched into a temporary folder, never committed) and from the
 * stand-in's own sounds; where each stroke begins is known to the sample. What was missed of three kits was looked at while the ears were made; of
 * the others only the totals were seen.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader } from '../core/src/wav/index.ts';
import { WholeEars, hear } from '../core/src/hearing/index.ts';
import { type StrokeKind, chance, playedStrokes, recordingOf } from '../core/src/players/index.ts';
import { scored } from '../core/src/testing/scored.ts';
import { SHOTS_RATE, type Shot, oneShots } from './lib/one-shots.mts';

const RATE = SHOTS_RATE;
const REPORT = 'docs/hearing-report.md';
const SECONDS = 16;
const GROOVES = 6;

interface Sound {
  samples: Float32Array;
  rate: number;
  truthS: number[];
  /** Where a one-shot becomes louder again by itself. */
  againS?: number[];
}
type Ears = (sound: Sound) => number[];

/** Three sounds of a kit, quarters to fast sixteenths with rests, 20 dB of dynamics, three rooms. */
function groove(shots: readonly Shot[], seed: number): Sound {
  const random = chance(seed);
  const pick = () => Math.floor(random() * shots.length);
  const chosen = [shots[pick()], shots[pick()], shots[pick()]];
  const grid = [0.4, 0.25, 0.18, 0.125][seed % 4];
  const noise = 0.5 * 10 ** ([-60, -50, -40][seed % 3] / 20);
  const samples = new Float32Array(RATE * SECONDS);
  const truthS: number[] = [];
  const againS: number[] = [];
  for (let t = 0.5; t < SECONDS - 2; t += grid + 0.006 * (2 * random() - 1)) {
    if (random() > 0.75) continue;
    const shot = chosen[Math.floor(random() * 3)];
    const gain = 0.5 * 10 ** -random();
    const at = Math.round(t * RATE) - shot.start;
    for (let k = Math.max(0, -at); k < shot.samples.length && at + k < samples.length; k++)
      samples[at + k] += gain * shot.samples[k];
    truthS.push(t);
    againS.push(...shot.againS.map((afterS) => t + afterS));
  }
  for (let i = 0; i < samples.length; i++) samples[i] += noise * (2 * random() - 1);
  return { samples, rate: RATE, truthS, againS };
}

function standIn(kind: StrokeKind, seed: number): Sound {
  const apartS = kind === 'bowed' || kind === 'blown' ? 0.35 : [0.4, 0.25, 0.18, 0.15][seed % 4];
  const strokes = playedStrokes(40, apartS, seed, { spreadDb: 12 });
  const samples = recordingOf(strokes, kind, { rate: RATE, noiseDb: [-60, -50, -45][seed % 3], seed });
  return { samples, rate: RATE, truthS: strokes.map(({ timeS }) => timeS) };
}

const ours: Ears = ({ samples, rate }) => hear(samples, rate).onsets.map(({ timeS }) => timeS);

/** What the library is tried with: how much a peak must stand over what is near it, and the least of all. */
const SETTINGS = [16, 8, 4].flatMap((ratio) => [0.05, 0.02].map((least) => ({ ratio, least })));

/** The library with whichever setting, and constant shift, suits it best on these sounds; null where it is not installed. */
function reference(sounds: readonly Sound[]): Ears | null {
  let make: (setting: (typeof SETTINGS)[number]) => Ears;
  try {
    const { Essentia, EssentiaWASM } = createRequire(import.meta.url)('essentia.js');
    const library = new Essentia(EssentiaWASM);
    make =
      ({ ratio, least }) =>
      ({ samples }) => {
        const vector = library.arrayToVector(samples);
        const { onsets } = library.SuperFluxExtractor(vector, 20, 2048, 256, ratio, RATE, least);
        const found = Array.from(library.vectorToArray(onsets) as Float32Array);
        vector.delete();
        onsets.delete();
        return found;
      };
  } catch {
    return null;
  }
  const tried = SETTINGS.map((setting) => {
    const heard = sounds.map(make(setting));
    const shifts = sounds
      .map(({ truthS }, i) => scored(heard[i], truthS, 0.06).meanErrorS)
      .filter(Number.isFinite);
    const shift = shifts.sort((a, b) => a - b)[shifts.length >> 1] ?? 0;
    const f = sounds.reduce(
      (sum, { truthS }, i) =>
        sum +
        scored(
          heard[i].map((s) => s - shift),
          truthS,
          0.025,
        ).f,
      0,
    );
    return { setting, shift, f };
  });
  const best = tried.reduce((a, b) => (b.f > a.f ? b : a));
  console.log('library', best.setting, 'shift', best.shift, 'mean F', best.f / sounds.length);
  const ears = make(best.setting);
  return (sound) => ears(sound).map((timeS) => timeS - best.shift);
}

/** What one set of sounds gave, so that sets add up. */
interface Tally {
  strokes: number;
  found: number;
  /** Within 50, 25 and 10 ms. */
  hits: [number, number, number];
  /** Found where there is no stroke, but a one-shot becomes louder again. */
  again: number;
  medianMs: number[];
  ms: number;
  seconds: number;
}

const EMPTY: Tally = { strokes: 0, found: 0, hits: [0, 0, 0], again: 0, medianMs: [], ms: 0, seconds: 0 };

const tallyOf = (sounds: readonly Sound[], ears: Ears): Tally =>
  sounds.map((sound) => oneTally(sound, ears)).reduce(added, EMPTY);

function oneTally(sound: Sound, ears: Ears): Tally {
  const { truthS, samples, rate, againS = [] } = sound;
  const begun = performance.now();
  const all = ears(sound);
  const ms = performance.now() - begun;
  const found = all.filter((timeS) => timeS < truthS.at(-1)! + 0.3);
  const hits = [0.05, 0.025, 0.01].map((within) => truthS.length - scored(found, truthS, within).missed);
  const isNear = (timesS: readonly number[], timeS: number) =>
    timesS.some((other) => Math.abs(other - timeS) <= 0.025);
  return {
    strokes: truthS.length,
    found: found.length,
    hits: hits as Tally['hits'],
    again: found.filter((timeS) => !isNear(truthS, timeS) && isNear(againS, timeS)).length,
    medianMs: [1000 * scored(found, truthS, 0.025).medianErrorS],
    ms,
    seconds: samples.length / rate,
  };
}

function added(a: Tally, b: Tally): Tally {
  return {
    strokes: a.strokes + b.strokes,
    found: a.found + b.found,
    hits: a.hits.map((hits, i) => hits + b.hits[i]) as Tally['hits'],
    again: a.again + b.again,
    medianMs: [...a.medianMs, ...b.medianMs],
    ms: a.ms + b.ms,
    seconds: a.seconds + b.seconds,
  };
}

const fOf = ({ hits, strokes, found }: Tally, i: number) => ((2 * hits[i]) / (strokes + found)).toFixed(3);

const kits = [...oneShots()];
const grooves = ([, shots]: (typeof kits)[number]) =>
  Array.from({ length: GROOVES }, (_, i) => groove(shots, 1 + i));
const LOOKED_AT = ['HardElectro1', 'The Black Pearl 1.0', 'VariBreaks'];
const sets = (looked: boolean) =>
  kits
    .filter(([kit]) => LOOKED_AT.includes(kit) === looked)
    .map((kit): [string, Sound[]] => [kit[0], grooves(kit)]);
const parts: [string, [string, Sound[]][]][] = [
  ['Recorded one-shots, whose misses were looked at while the ears were made', sets(true)],
  ['Recorded one-shots, of which only totals were seen', sets(false)],
  [
    'The stand-in’s own sounds',
    (['clap', 'wood', 'drum', 'muted', 'plucked', 'bowed', 'blown'] as const).map((kind) => [
      kind,
      Array.from({ length: GROOVES }, (_, i) => standIn(kind, 1 + i)),
    ]),
  ],
];

// It is given the best of its settings on a part of all of them.
const other = reference(parts.flatMap(([, part]) => part.flatMap(([, sounds]) => sounds.slice(1, 2))));

const line = (name: string, mine: Tally, theirs: Tally | null) => {
  const median = mine.medianMs.toSorted((a, b) => a - b)[mine.medianMs.length >> 1].toFixed(2);
  const missed = mine.strokes - mine.hits[1];
  const own = [
    mine.strokes,
    fOf(mine, 0),
    fOf(mine, 1),
    fOf(mine, 2),
    missed,
    mine.found - mine.hits[1],
    mine.again,
  ];
  return `| ${[name, ...own, median, theirs ? fOf(theirs, 1) : '—', theirs ? fOf(theirs, 2) : '—'].join(' | ')} |`;
};
const out = [
  '# How well recordings are heard',
  '',
  'Made by `npm run bench:hearing`. Strokes put together from recorded one-shots (Debian’s `hydrogen-drumkits`) and from the stand-in’s sounds: quarters to',
  'fast sixteenths with rests, 12 to 20 dB of dynamics, noise of a room 40 to 60 dB down. F as in the evaluation of onset detection (MIREX; Raffel et al.,',
  'mir_eval, ISMIR 2014), within 50, 25 and 10 ms. A one-shot that holds two strokes itself (a flam, a roll, an echo) counts as one here, and who hears the second hears one too many; how many of the extra',
  'onsets lie where the level of a one-shot by itself rises again (4.5 dB within 40 ms, at most 26 dB under its loudest) is said beside them.',
  '',
];
let mineAll = EMPTY;
let theirsAll = EMPTY;
for (const [title, part] of parts) {
  if (part.length === 0) continue;
  out.push(`## ${title}`, '');
  out.push(
    '| | strokes | F 50 | F 25 | F 10 | missed | extra | of these at a second rise | median error, ms | library F 25 | library F 10 |',
  );
  out.push('|---|---|---|---|---|---|---|---|---|---|---|');
  let mine = EMPTY;
  let theirs = EMPTY;
  for (const [name, sounds] of part) {
    const [own, its] = [tallyOf(sounds, ours), other && tallyOf(sounds, other)];
    out.push(line(name, own, its));
    console.log(out.at(-1));
    mine = added(mine, own);
    if (its) theirs = added(theirs, its);
  }
  out.push(line('**all**', mine, other && theirs), '');
  console.log(title, out.at(-2));
  mineAll = added(mineAll, mine);
  theirsAll = added(theirsAll, theirs);
}
const together = (tally: Tally) => fOf(tally, 1);
out.push(
  `All of these together: F 25 ${together(mineAll)}, the library ${other ? together(theirsAll) : '—'}; without what either heard at second rises ${together({ ...mineAll, found: mineAll.found - mineAll.again })} and ${other ? together({ ...theirsAll, found: theirsAll.found - theirsAll.again }) : '—'}.`,
  '',
);
console.log(out.at(-2));

/** Languages and voices of Debian's espeak-ng, where it is installed, and how many words a minute. */
const SPEAKERS: [string, number][] = [
  ['en-gb', 110],
  ['en-us+f3', 150],
  ['de', 190],
  ['it+m5', 150],
  ['fr+f2', 110],
];
const COUNTED = 'one, two, three, four. one e and a, two e and a, three and, four and. ';

function spoken(voice: string, words: number): Sound | null {
  const file = join(mkdtempSync(join(tmpdir(), 'feldspar-voice-')), 'voice.wav');
  try {
    execFileSync('espeak-ng', ['-v', voice, '-s', String(words), '-w', file, COUNTED.repeat(3)]);
  } catch {
    return null;
  }
  const reader = new WavReader();
  const samples = reader.push(readFileSync(file));
  const random = chance(3);
  const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  // In a room, as every voice is.
  const heard = samples.map((value) => (0.5 * value) / peak + 0.001 * (2 * random() - 1));
  return { samples: heard, rate: reader.format!.sampleRateHz, truthS: [] };
}

const told = ({ samples, rate }: Sound) => {
  const ears = new WholeEars(rate, 'struck');
  for (let at = 0; at < samples.length; at += 4096) ears.push(samples.subarray(at, at + 4096));
  return ears.end();
};
const voices = SPEAKERS.flatMap(([voice, words]) => {
  const sound = spoken(voice, words);
  return sound ? [[voice, sound] as const] : [];
});
if (voices.length > 0) {
  out.push('## Counting aloud, and strokes beside it', '');
  out.push(
    'Spoken by Debian’s `espeak-ng`, peaks 6 dB under full level; then with claps twice a second whose peaks are about as loud, and 6 dB louder.',
    '',
    '| voice | seconds | onsets of it | false strokes | claps as loud: missed, extra | claps 6 dB louder: missed, extra |',
    '|---|---|---|---|---|---|',
  );
  for (const [voice, sound] of voices) {
    const seconds = sound.samples.length / sound.rate;
    const alone = told(sound);
    const beside = [-3, 3].map((db) => {
      const strokes = playedStrokes(Math.floor(2 * (seconds - 1)), 0.5, 3, { spreadDb: 3 });
      const claps = recordingOf(
        strokes.map((stroke) => ({ ...stroke, db: stroke.db + db })),
        'clap',
        { rate: sound.rate, tailS: 1 },
      );
      const both = { ...sound, samples: claps.map((value, i) => value + (sound.samples[i] ?? 0)) };
      const truthS = strokes.map(({ timeS }) => timeS);
      const { missed, extra } = scored(
        told(both).strokes.map(({ timeS }) => timeS),
        truthS,
        0.025,
      );
      return `${missed}, ${extra} of ${strokes.length}`;
    });
    out.push(
      `| ${[voice, seconds.toFixed(0), alone.spoken.length, alone.strokes.length, ...beside].join(' | ')} |`,
    );
    console.log(out.at(-1));
  }
  const lost = parts
    .slice(0, 2)
    .flatMap(([, part]) => part.flatMap(([, sounds]) => sounds.map((sound) => told(sound))));
  const count = lost.reduce((sum, { spoken: taken }) => sum + taken.length, 0);
  const all = lost.reduce((sum, { spoken: taken, strokes }) => sum + taken.length + strokes.length, 0);
  out.push(
    '',
    `Of the recorded one-shots above, where nobody speaks, ${count} of ${all} onsets were taken for a voice.`,
    '',
  );
  console.log(out.at(-2));
}

const speed = ({ seconds, ms }: Tally) => (1000 * seconds) / ms;
out.push('## Speed', '');
out.push(
  other
    ? `In the same run, one thread: ours ${Math.round(speed(mineAll))} times real time, the library ${Math.round(speed(theirsAll))} times: ${(speed(mineAll) / speed(theirsAll)).toFixed(1)} times as fast.`
    : `One thread: ${Math.round(speed(mineAll))} times real time.`,
  '',
  'The library is the SuperFlux extractor of a general-purpose package (`npm install --no-save essentia.js`), with the best of six settings and its constant shift taken out.',
  '',
);
writeFileSync(REPORT, out.join('\n'));
console.log(`Written: ${REPORT}`);
