/** One way of hearing: frames, what is new in each, and the peaks of that. Short frames for what is struck, long ones for what is held. */
import { Bands } from './bands.ts';
import { Flux, type FluxForm, type FluxPeak } from './flux.ts';

/** Strokes that are closer than this are one. */
export const TELLS_APART_S = 0.045;

/** Frames of about 11 ms, half apart: closer ones are twice the work, and heard a little more that nobody struck. */
export const STRUCK = {
  windowS: 0.0116,
  overlap: 2,
  lag: 2,
  reachS: 0.012,
  groundS: 0.13,
  over: 0.055,
  share: 0.06,
  apartS: TELLS_APART_S,
} as const;
/** Of about 46 ms, a quarter apart: long enough for the pitch of a low string. */
export const HELD = {
  windowS: 0.0464,
  overlap: 4,
  lag: 3,
  reachS: 0.026,
  groundS: 0.5,
  over: 0.035,
  share: 0.04,
  apartS: 0.16,
} as const;
export const pow2 = (value: number) => 2 ** Math.max(6, Math.round(Math.log2(value)));

/** One way of hearing, fed by frames. */
export class Engine {
  readonly bands: Bands;
  readonly window: number;
  readonly hop: number;
  readonly apartS: number;
  /** What changes at once is seen most where the middles of the two frames compared lie to either side of it: so many samples before the later one. */
  readonly laterBy: number;
  private readonly flux: Flux;
  /** Of each band, in the frame that was looked at last. */
  readonly levels: Float32Array;
  private next: number;

  constructor(sampleRateHz: number, form: typeof STRUCK | typeof HELD) {
    this.window = pow2(form.windowS * sampleRateHz);
    this.hop = this.window / form.overlap;
    this.next = this.window;
    this.apartS = form.apartS;
    this.laterBy = Math.round((form.lag * this.hop) / 2);
    this.bands = new Bands({ sampleRateHz, window: this.window, hop: this.hop });
    const frameS = this.hop / sampleRateHz;
    const flux: FluxForm = {
      lag: form.lag,
      reach: Math.max(2, Math.round(form.reachS / frameS)),
      ground: Math.max(8, Math.round(form.groundS / frameS)),
      over: form.over,
      share: form.share,
      frameS,
    };
    this.flux = new Flux(this.bands.count, flux);
    this.levels = new Float32Array(this.bands.count);
  }

  /** Index of the sample after which the next frame can be looked at. */
  get due(): number {
    return this.next;
  }

  look(ring: Float32Array): FluxPeak | null {
    this.bands.levels(ring, this.next, this.levels);
    this.next += this.hop;
    return this.flux.push(this.levels);
  }

  /** The sample in the middle of the frame that rises most. */
  sampleOf(peak: FluxPeak): number {
    // The frames compared lie `lag` apart: what is new has come into the later part of the newer one.
    return Math.round(peak.frame * this.hop + 0.5 * this.window);
  }

  middleSampleOf(peak: FluxPeak): number {
    return Math.round(this.flux.middleOf(peak) * this.hop + 0.5 * this.window);
  }
}
