/**
 * How fast long recordings are heard, as the app hears them, beside a general-purpose library where one is installed: the last part of
 * docs/hearing-report.md, made anew by itself, for it says most where the machine does nothing else.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { type SoundKind, WholeEars } from '../core/src/hearing/index.ts';
import type { Sound } from './lib/grooves.mts';
import { REPORT, allParts } from './lib/hearing-parts.mts';
import { type Ears, libraryEars } from './lib/library-ears.mts';

const TITLE = '## Speed';
/** The fastest of some rounds: what else this machine does is not ours. */
const ROUNDS = 5;
/** As long as a recording of a few pieces of music. */
const LONG_S = 180;

/** The first of these sounds, one behind the other. */
function longOf(sounds: readonly Sound[]): Sound {
  const [{ rate }] = sounds;
  const pieces: Float32Array[] = [];
  let length = 0;
  for (let i = 0; length < LONG_S * rate; length += pieces[i++].length)
    pieces.push(sounds[i % sounds.length].samples);
  const samples = new Float32Array(length);
  pieces.reduce((at, piece) => {
    samples.set(piece, at);
    return at + piece.length;
  }, 0);
  return { samples, rate, truthS: [] };
}

/** As a recording is heard, in pieces, the voice that may count beside it told from it. */
function hearWhole({ samples, rate }: Sound, kind: SoundKind): void {
  const ears = new WholeEars(rate, kind);
  for (let at = 0; at < samples.length; at += 16_384) ears.push(samples.subarray(at, at + 16_384));
  ears.end();
}

function fastestMs(hear: () => void): number {
  const rounds = Array.from({ length: ROUNDS }, () => {
    const begun = performance.now();
    hear();
    return performance.now() - begun;
  });
  return Math.min(...rounds);
}

/** How fast a long recording of sounds of a kind is heard, and how many times as fast as the library hears it. */
function longSpeeds(library: Ears | null): string[] {
  const kinds = { struck: 'kits', plucked: 'plucked', sustained: 'held' } as const;
  return Object.entries(kinds).map(([kind, family]) => {
    const rows = parts.flatMap(([, all]) => all.filter(([, , of]) => of === family));
    // One line of each, from all over.
    const sound = longOf(rows.map(([, sounds], i) => sounds[i % sounds.length]));
    const times = (ms: number) => (1000 * sound.samples.length) / sound.rate / ms;
    const own = times(fastestMs(() => hearWhole(sound, kind as SoundKind)));
    const beside = library
      ? ` (${(own / times(fastestMs(() => library(sound)))).toFixed(1)} times the library)`
      : '';
    return `${kind} ${Math.round(own)} times real time${beside}`;
  });
}

const parts = allParts();
const library = libraryEars(parts.map(([, [[, [first]]]]) => first));
const before = readFileSync(REPORT, 'utf8').split(`\n${TITLE}`)[0].trimEnd();
const text = [
  before,
  '',
  TITLE,
  '',
  `Recordings of three minutes put together of the lines above, heard as the app hears them: as they come, a voice told from what is played, the kind of sound known. One thread, the fastest of ${ROUNDS} rounds: ${longSpeeds(library).join(', ')}.`,
  '',
  'The library is the SuperFlux extractor of a general-purpose package (`npm install --no-save essentia.js`), with the best of six settings and its constant shift taken out.',
  '',
];
writeFileSync(REPORT, text.join('\n'));
console.log(text.at(-4));
