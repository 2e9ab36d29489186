/** Ears for sounds of a kind that is known. State lies in typed arrays; memory does not grow with the sound. */
import { HELD, pow2 } from './onset/engine.ts';
import { AT_ONCE } from './signal/half-rate.ts';
import { HeldWay } from './held/held-way.ts';
import { HighPass } from './signal/high-pass.ts';
import type { SoundKind } from './onset/kinds.ts';
import type { Onset } from './onset/onset.ts';
import { PluckedWay } from './plucked/plucked-way.ts';
import { Pulses } from './held/pulses.ts';
import { keep } from './signal/ring.ts';
import { StruckWay } from './struck/struck-way.ts';

const HIGH_PASS_HZ = 200;
const HIGHER_PASS_HZ = 3000;
/** The level of what is held is taken in pieces of so long. */
const PIECE_S = 0.005;
/** So much of the sound itself is kept, at the least. */
const KEPT_SOUND_S = 0.25;
/** So much silence settles what is under way. */
const SETTLES_S = 0.3;

export class KnownEars {
  readonly kind: SoundKind;
  private readonly rate: number;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly higher: Float32Array;
  private readonly struck: StruckWay | null;
  private readonly plucked: PluckedWay | null;
  private readonly held: HeldWay | null;
  private readonly pulses: Pulses | null;
  private samples = 0;
  private isOver = false;
  private readonly filter: HighPass;
  private readonly filterHigher: HighPass;
  private readonly piece: number;
  private sum = 0;

  constructor(sampleRateHz: number, kind: SoundKind) {
    this.rate = sampleRateHz;
    this.kind = kind;
    const kept = pow2(2 * Math.max(KEPT_SOUND_S * sampleRateHz, 4 * pow2(HELD.windowS * sampleRateHz)));
    // Nothing is kept where nobody looks.
    const ringFor = (...kinds: SoundKind[]) => new Float32Array(kinds.includes(kind) ? kept : 0);
    const ring = ringFor('struck', 'plucked', 'sustained');
    const high = ringFor('struck', 'plucked');
    const higher = ringFor('struck');
    this.ring = ring;
    this.high = high;
    this.higher = higher;
    this.struck = kind === 'struck' ? new StruckWay(sampleRateHz, { ring, high, higher }) : null;
    this.plucked = kind === 'plucked' ? new PluckedWay(sampleRateHz, { ring, high }) : null;
    this.held = kind === 'sustained' ? new HeldWay(sampleRateHz, kept) : null;
    this.pulses = kind === 'pulsed' ? new Pulses(sampleRateHz) : null;
    this.filter = new HighPass(HIGH_PASS_HZ, sampleRateHz);
    this.filterHigher = new HighPass(Math.min(HIGHER_PASS_HZ, 0.3 * sampleRateHz), sampleRateHz);
    this.piece = Math.round(PIECE_S * sampleRateHz);
  }

  /** Seconds heard so far. */
  get heardS(): number {
    return this.samples / this.rate;
  }

  /** @returns the onsets that these samples settle. */
  push(samples: Float32Array): Onset[] {
    if (this.pulses) return this.hearPulses(this.pulses, samples);
    const { struck, held } = this;
    const way = struck ?? held;
    for (let from = 0; from < samples.length;) {
      const due = way ? Math.max(1, way.due - this.samples) : AT_ONCE;
      const to = Math.min(samples.length, from + Math.min(AT_ONCE, due));
      this.take(samples.subarray(from, to));
      from = to;
      if (struck && this.samples >= struck.due) struck.hear(this.samples);
      if (held && this.samples >= held.due) held.hear(this.ring, this.samples);
    }
    return (struck ?? held ?? this.plucked)!.take();
  }

  /** The sound is over: what is not settled yet. */
  end(): Onset[] {
    this.plucked?.end(this.samples);
    this.held?.end();
    // Nobody has stopped what rings.
    this.isOver = true;
    return this.push(new Float32Array(Math.round(SETTLES_S * this.rate)));
  }

  private hearPulses(pulses: Pulses, samples: Float32Array): Onset[] {
    this.samples += samples.length;
    return pulses.push(samples).map(({ timeS, level, riseDb, neededDb }) => ({
      timeS,
      strength: level,
      confidence: 1 - Math.exp(-(riseDb / neededDb - 0.5)),
    }));
  }

  private take(samples: Float32Array): void {
    const { ring, high, higher, plucked, held } = this;
    const first = this.samples;
    if (this.struck) this.filter.throughBoth(this.filterHigher, samples, high, higher, first);
    if (plucked) this.filter.through(samples, 0, samples.length, high, first);
    keep(samples, ring, first);
    this.samples += samples.length;
    if (held) this.takeLevel(held, samples);
    held?.push(samples, this.isOver);
    if (!this.isOver) plucked?.push(samples, this.samples);
  }

  private takeLevel(held: HeldWay, samples: Float32Array): void {
    const { piece } = this;
    for (let i = 0, at = this.samples - samples.length; i < samples.length;) {
      // Up to the end of the piece whose level is being taken.
      const end = Math.min(samples.length, i + piece - (at % piece));
      let { sum } = this;
      at += end - i;
      for (; i < end; i++) sum += samples[i] * samples[i];
      this.sum = sum;
      if (at % piece > 0) continue;
      const pieceS = piece / this.rate;
      held.pieceEnded(Math.sqrt(sum / piece), (at / piece - 1) * pieceS, pieceS);
      this.sum = 0;
    }
  }
}
