/**
 * The clicks taken out of a recording. What a click sounds like after loudspeaker, room and microphone is the median over many of them (what
 * was played at the same time differs each time and drops out); each is taken out with its own gain, at a fraction of a sample.
 */
import { mean, median } from '../stats/index.ts';
import { withoutLow } from './click-range.ts';
import { fitted, placed } from './fit-click.ts';
import { powerOf } from './power.ts';
import { readFrom } from './fractional.ts';

/** What is heard of a click, with its room. */
export const RECEIVED_S = 0.18;
/** A sound is known from so many clicks, and more than so many tell no more. */
export const FEWEST_RECEIVED = 5;
export const MOST_RECEIVED = 60;
/** The gain is told by the beginning, where the click is loudest. */
const GAIN_S = 0.015;
/** A received sound begins so many samples before the click: between samples a sharp beginning reaches back. */
export const LEAD = 24;

/** What was played beside a click comes and goes; pieces are weighed anew every so many samples. */
const BLOCK = 256;
const ROUNDS = 6;
/** No piece is believed more than so much better than the middle one. */
const BEST_SHARE = 0.01;

/** A piece of the recording in which a click begins at a fraction of a sample. */
export interface Piece {
  samples: Float32Array;
  at: number;
  /** How much it is like the click as it was made. */
  like: number;
}

/** Of the piece, so many samples from LEAD before the click on. */
const cutOf = ({ samples, at }: Piece, length: number) => readFrom(samples, at - LEAD, length);

const ALIGNMENTS = 3;

/** So much of a received click's power may lie below its lowest frequency: more is of what was played with it in a low voice. */
const LOW_SHARE = 1e-3;

/**
 * The sound of a click as it is received, from LEAD samples before it on.
 * @param lowestHz below which nothing of the click lies; 0 where that is not known.
 * @returns how loud, beside its loudest, what is left where it is taken out of the piece in which least else was played.
 */
export function receivedSound(pieces: readonly Piece[], sampleRateHz: number, lowestHz = 0): Received {
  const whole = received(pieces, sampleRateHz);
  if (lowestHz === 0) return whole;
  const high = withoutLow(whole.sound, lowestHz, sampleRateHz);
  const low = whole.sound.map((value, i) => value - high[i]);
  if (powerOf(low) <= LOW_SHARE * powerOf(whole.sound)) return whole;
  const above = (samples: Float32Array) => withoutLow(samples, lowestHz, sampleRateHz);
  return received(
    pieces.map((piece) => ({ ...piece, samples: above(piece.samples) })),
    sampleRateHz,
  );
}

interface Received {
  sound: Float32Array;
  left: number;
}

/**
 * The mean in which a piece weighs the less the more else is in it there
 * (weights by the inverse variance of what is left of it, found anew a few times), each piece where it fits best. It begins twice: with the
 * median of the pieces, which is right where strokes lie everywhere, and with the piece that is most like the click, which is right where few
 * are free of them. Whichever leaves less of the pieces is taken.
 */
function received(pieces: readonly Piece[], sampleRateHz: number): Received {
  const length = Math.round(RECEIVED_S * sampleRateHz) + LEAD;
  const told = Math.round(GAIN_S * sampleRateHz) + LEAD;
  const cuts = pieces.map((piece) => cutOf(piece, length));
  const clearest = pieces.reduce((best, { like }, p) => (like > pieces[best].like ? p : best), 0);
  const [first, second] = [middle(cuts), cuts[clearest].slice()].map((start) =>
    settled(pieces, cuts, start, told),
  );
  const { sound, cuts: fitting } = second.leaves < first.leaves ? second : first;
  const left = leftOf(fitting, sound);
  // It ends without a step.
  const fade = Math.round(0.1 * length);
  for (let i = 0; i < fade; i++) sound[length - 1 - i] *= i / fade;
  return { sound, left };
}

/** What a beginning settles to. `leaves`: the power that is left of the middle piece. */
function settled(
  pieces: readonly Piece[],
  start: readonly Float32Array[],
  sound: Float32Array,
  told: number,
) {
  const { length } = sound;
  const cuts = start.slice();
  const places = pieces.map(({ at }) => at);
  for (let turn = 0; turn < ALIGNMENTS; turn++) {
    if (turn > 0) {
      const moved = cuts.map((cut) => {
        const { gain, beside } = fitted(cut.subarray(0, told), sound.subarray(0, told));
        return beside / gain;
      });
      const clear = pieces.flatMap((_, p) => (moved[p] === 0 ? [] : [p]));
      for (const p of clear) places[p] += moved[p];
      // Where the sound begins is told by all of them: beside the one it began with, others would lie too far off to be clear.
      const off = mean(clear.map((p) => places[p] - pieces[p].at));
      for (const p of clear) cuts[p] = cutOf({ ...pieces[p], at: (places[p] -= off) }, length);
    }
    for (let from = 0; from < length; from += BLOCK)
      for (let round = 0; round < ROUNDS; round++) weigh(cuts, sound, from, Math.min(length, from + BLOCK));
  }
  const leaves = median(
    cuts.map((cut) => {
      let power = 0;
      for (let i = 0; i < length; i++) power += (cut[i] - sound[i]) ** 2;
      return power;
    }),
  );
  return { sound, cuts, leaves };
}

function middle(cuts: readonly Float32Array[]): Float32Array {
  const column = new Array<number>(cuts.length);
  return cuts[0].map((_, i) => {
    for (let p = 0; p < cuts.length; p++) column[p] = cuts[p][i];
    return median(column);
  });
}

function leftOf(pieces: readonly Float32Array[], received: Float32Array): number {
  const first = received.subarray(0, LEFT_WITHIN);
  const loudest = loudestOf(first);
  return Math.min(...pieces.map((piece) => loudestOf(first.map((value, i) => piece[i] - value)) / loudest));
}

const LEFT_WITHIN = 1024;

export const loudestOf = (samples: Float32Array): number =>
  samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

function weigh(pieces: readonly Float32Array[], received: Float32Array, from: number, to: number): void {
  // A block is judged with its neighbours: a stroke that begins in the next one is in this one already.
  const [first, last] = [Math.max(0, from - BLOCK), Math.min(received.length, to + BLOCK)];
  const left = pieces.map((piece) => {
    let power = 1e-14;
    for (let i = first; i < last; i++) power += (piece[i] - received[i]) ** 2;
    return power;
  });
  const least = BEST_SHARE * median(left);
  const weights = left.map((power) => 1 / Math.max(power, least));
  const sum = weights.reduce((a, b) => a + b, 0);
  for (let i = from; i < to; i++) {
    let value = 0;
    for (let p = 0; p < pieces.length; p++) value += weights[p] * pieces[p][i];
    received[i] = value / sum;
  }
}

/**
 * A click on the recording: at which (fractional) sample it begins, and its received sound; null where that is not known. Both are asked when
 * its turn comes: what listens live learns them on the way.
 */
export interface Removable {
  readonly at: number;
  readonly sound: Float32Array | null;
}

/** Takes clicks out of a sound that goes by; what it gives lags a click's length behind. */
export class ClickRemover {
  private readonly clicks: readonly Removable[];
  private readonly length: number;
  private readonly gainSamples: number;
  private pending = new Float32Array(0);
  private first = 0;
  private next = 0;

  /** @param clicks in order; what begins before the sound is none. */
  constructor(clicks: readonly Removable[], sampleRateHz: number) {
    this.clicks = clicks.filter(({ at }) => at >= 0);
    this.length = Math.ceil(RECEIVED_S * sampleRateHz) + LEAD;
    this.gainSamples = Math.round(GAIN_S * sampleRateHz) + LEAD;
  }

  push(samples: Float32Array): Float32Array {
    const all = new Float32Array(this.pending.length + samples.length);
    all.set(this.pending);
    all.set(samples, this.pending.length);
    this.pending = all;
    return this.give(false);
  }

  end(): Float32Array {
    return this.give(true);
  }

  private give(all: boolean): Float32Array {
    const end = this.first + this.pending.length;
    while (this.next < this.clicks.length) {
      const click = this.clicks[this.next];
      if (!all && click.at + this.length > end) break;
      this.remove(click);
      this.next++;
    }
    const until = all ? end : Math.min(end, Math.floor(this.clicks[this.next]?.at ?? Infinity) - LEAD - 1);
    const count = Math.max(0, until - this.first);
    const given = this.pending.slice(0, count);
    this.pending = this.pending.slice(count);
    this.first += count;
    return given;
  }

  private remove({ at, sound }: Removable): void {
    if (!sound) return;
    const from = Math.floor(at) - LEAD;
    const here = from - this.first;
    const there = Math.max(0, -here);
    const soundAt = (place: number, length: number) => readFrom(sound, from + LEAD - place, length);
    const heard = this.pending.subarray(here + there, here + this.gainSamples);
    const { place, gain } = placed(heard, at, (one) => soundAt(one, this.gainSamples).subarray(there));
    const shifted = soundAt(place, sound.length);
    for (let i = there; i < shifted.length && here + i < this.pending.length; i++)
      this.pending[here + i] -= gain * shifted[i];
  }
}
