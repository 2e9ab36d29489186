/** How loud it is before a microphone, and what a player should change about it. */
import { DcBlocker } from '../hearing/index.ts';

export interface Levels {
  /** Of the last piece, in dB under full level. */
  levelDb: number;
  /** Of the quietest fifth of the last seconds: the room. */
  roomDb: number;
  /** The loudest sample so far. */
  peakDb: number;
  /** Pieces in which the sound was cut off at full level. */
  clipped: number;
  /** Nothing but zeros came so far: a microphone that is switched off. */
  isDead: boolean;
}

const PIECE_S = 0.05;
const LOOKS_BACK_S = 6;
const QUIET_SHARE = 0.2;
const FULL = 0.999;
/** One sample at full level may be chance, three in a row are cut off. */
const IN_A_ROW = 3;
const SILENCE_DB = -120;

export const decibels = (value: number): number => (value > 1e-6 ? 20 * Math.log10(value) : SILENCE_DB);

export class LevelMeter {
  private readonly piece: number;
  private readonly blocker: DcBlocker;
  private readonly powers = new Float32Array(Math.round(LOOKS_BACK_S / PIECE_S));
  private pieces = 0;
  private sum = 0;
  private count = 0;
  private peak = 0;
  private full = 0;
  private isCut = false;
  private clipped = 0;

  constructor(sampleRateHz: number) {
    this.piece = Math.round(PIECE_S * sampleRateHz);
    this.blocker = new DcBlocker(sampleRateHz);
  }

  push(samples: Float32Array): void {
    // What is constant is not heard, but it leaves less room up to full level.
    const sound = this.blocker.push(samples);
    for (let i = 0; i < samples.length; i++) {
      const size = Math.abs(samples[i]);
      if (size > this.peak) this.peak = size;
      this.full = size >= FULL ? this.full + 1 : 0;
      if (this.full >= IN_A_ROW) this.isCut = true;
      this.sum += sound[i] * sound[i];
      if (++this.count === this.piece) this.endPiece();
    }
  }

  get levels(): Levels {
    const kept = [...this.powers.subarray(0, Math.min(this.pieces, this.powers.length))];
    const last = this.pieces === 0 ? 0 : this.powers[(this.pieces - 1) % this.powers.length];
    const quiet = kept.sort((a, b) => a - b)[Math.floor(QUIET_SHARE * kept.length)] ?? 0;
    return {
      levelDb: decibels(Math.sqrt(last)),
      roomDb: decibels(Math.sqrt(quiet)),
      peakDb: decibels(this.peak),
      clipped: this.clipped,
      isDead: this.peak === 0,
    };
  }

  private endPiece(): void {
    this.powers[this.pieces++ % this.powers.length] = this.sum / this.count;
    if (this.isCut) this.clipped++;
    [this.sum, this.count, this.isCut] = [0, 0, false];
  }
}

/** What stands in the way of hearing well; in the order in which it is to be mended. */
export const LEVEL_TROUBLES = ['dead', 'clipping', 'noisy', 'soft'] as const;
export type LevelTrouble = (typeof LEVEL_TROUBLES)[number];

/** Strokes must stand so far over the room: the ears need 6 dB, ghost notes lie 20 dB under the others. */
export const OVER_ROOM_DB = 26;
/** Below this a converter's own steps are near (common practice: 12 to 18 dB of headroom is aimed at, no source). */
const SOFT_DB = -42;

/** @param strokesDb peaks of what was played, in dB under full level. */
export function levelTrouble(levels: Levels, strokesDb: readonly number[]): LevelTrouble | null {
  if (levels.isDead) return 'dead';
  if (levels.clipped > 0) return 'clipping';
  const middle = strokesDb.toSorted((a, b) => a - b)[strokesDb.length >> 1];
  if (middle === undefined) return null;
  if (middle - levels.roomDb < OVER_ROOM_DB) return 'noisy';
  return middle < SOFT_DB ? 'soft' : null;
}
