/** What the hearing bench listens to: strokes put together, each of which begins where it is known to the sample. */
import { type StrokeKind, chance, playedStrokes, recordingOf } from '../../core/src/players/index.ts';
import { SHOTS_RATE, type Shot } from './one-shots.mts';

const RATE = SHOTS_RATE;
const SECONDS = 16;

/** How far the noise of three rooms lies under the loudest that is played. */
const ROOMS_DB = [-60, -50, -45] as const;

function addNoise(samples: Float32Array, noiseDb: number, random: () => number): void {
  const noise = 0.5 * 10 ** (noiseDb / 20);
  for (let i = 0; i < samples.length; i++) samples[i] += noise * (2 * random() - 1);
}

export interface Sound {
  samples: Float32Array;
  rate: number;
  truthS: number[];
  /** Where a one-shot becomes louder again by itself. */
  againS?: number[];
}

/** Three sounds of a kit, quarters to fast sixteenths with rests, 20 dB of dynamics, three rooms. */
export function groove(shots: readonly Shot[], seed: number): Sound {
  const random = chance(seed);
  const pick = () => Math.floor(random() * shots.length);
  const chosen = [shots[pick()], shots[pick()], shots[pick()]];
  const grid = [0.4, 0.25, 0.18, 0.125][seed % 4];
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
  addNoise(samples, [-60, -50, -40][seed % 3], random);
  return { samples, rate: RATE, truthS, againS };
}

/** A detached note sounds for so much of the way to the next. */
const DETACHED = 0.85;
/** A note that is ended dies away by half in so long. */
const DAMPED_S = 0.015;

/**
 * A line of one voice on one instrument. What is held is played detached (every note ends a little before the next) or tied (where the next begins),
 * by turns; what is not rings on in two lines of three. 12 dB of dynamics, three rooms.
 */
export function melody(notes: readonly Shot[], isHeld: boolean, seed: number): Sound {
  const random = chance(seed);
  const grid = isHeld ? [0.5, 0.35, 0.25][seed % 3] : [0.4, 0.25, 0.18, 0.125][seed % 4];
  const share = isHeld && seed % 2 === 0 ? DETACHED : 1;
  const ringsOn = !isHeld && seed % 3 > 0;
  const truthS = timesOf(grid, random);
  const endOf = (i: number) =>
    ringsOn ? Infinity : truthS[i] + share * ((truthS[i + 1] ?? Infinity) - truthS[i]);
  return { samples: lineOf(notes, truthS, ROOMS_DB[seed % 3], random, endOf), rate: RATE, truthS };
}

/** A line of notes that are short by themselves, none of which sounds into the next. 12 dB of dynamics, three rooms. */
export function shortNotes(notes: readonly Shot[], isHeld: boolean, seed: number): Sound {
  const random = chance(seed);
  const grid = (isHeld ? [0.6, 0.5, 0.35] : [0.5, 0.4, 0.25])[seed % 3];
  const truthS = timesOf(grid, random);
  const samples = lineOf(notes, truthS, ROOMS_DB[seed % 3], random, () => Infinity);
  return { samples, rate: RATE, truthS };
}

/** Notes on a grid, four places of five. */
function timesOf(grid: number, random: () => number): number[] {
  const truthS: number[] = [];
  for (let t = 0.5; t < SECONDS - 2; t += grid + 0.006 * (2 * random() - 1))
    if (random() < 0.8) truthS.push(t);
  return truthS;
}

/** @param endOf when the note of this index is ended, in seconds. */
function lineOf(
  notes: readonly Shot[],
  truthS: readonly number[],
  noiseDb: number,
  random: () => number,
  endOf: (index: number) => number,
): Float32Array {
  const samples = new Float32Array(RATE * SECONDS);
  truthS.forEach((t, i) => {
    const shot = notes[Math.floor(random() * notes.length)];
    const gain = 0.5 * 10 ** (-0.6 * random());
    const at = Math.round(t * RATE) - shot.start;
    const ends = Math.round(endOf(i) * RATE);
    for (let k = Math.max(0, -at); k < shot.samples.length && at + k < samples.length; k++)
      samples[at + k] += gain * shot.samples[k] * 2 ** (-Math.max(0, at + k - ends) / (DAMPED_S * RATE));
  });
  addNoise(samples, noiseDb, random);
  return samples;
}

/** The stand-in plays one kind of sound. */
export function standIn(kind: StrokeKind, seed: number): Sound {
  const apartS = kind === 'bowed' || kind === 'blown' ? 0.35 : [0.4, 0.25, 0.18, 0.15][seed % 4];
  const strokes = playedStrokes(40, apartS, seed, { spreadDb: 12 });
  const samples = recordingOf(strokes, kind, { rate: RATE, noiseDb: ROOMS_DB[seed % 3], seed });
  return { samples, rate: RATE, truthS: strokes.map(({ timeS }) => timeS) };
}
