/**
 * The sound as levels of frequency bands over each band's own noise, frame by frame. Bands are a semitone wide, or a bin where a bin is
 * wider. Each level is log10(1 + magnitude / noise): 0.3 at the noise, 1 ten times above it, whatever the recording's volume.
 */
import { QuickLogs } from '../signal/quick-log.ts';
import { Spectrum } from '../signal/spectrum.ts';

export interface BandForm {
  sampleRateHz: number;
  /** Samples of a frame, a power of two, and from one frame to the next. */
  window: number;
  hop: number;
}

const LOWEST_HZ = 120;
const HIGHEST_HZ = 16_000;
const SEMITONE = 2 ** (1 / 12);
/** The noise of a band is the level that it falls below in so much of the time. */
const QUANTILE = 0.2;
/** How fast the noise is followed, in dB a second; at the beginning faster. */
const FOLLOWS_DB = { begin: 400, then: 35 } as const;
const BEGINS_S = 0.4;
/** Of silence that a computer made: nothing is divided by 0. */
const LEAST_NOISE = 1e-5;

/** What the noise of a band is multiplied by from one frame to the next, where it is above it and where it is below. */
interface Follows {
  up: number;
  down: number;
}

export class Bands {
  readonly count: number;
  /** Seconds from one frame to the next. */
  readonly frameS: number;
  private readonly form: BandForm;
  private readonly spectrum: Spectrum;
  private readonly taper: number[];
  private readonly frame: number[];
  /** Of each band its first bin; the last entry ends the last band. */
  private readonly edges: Int32Array;
  private readonly noise: number[];
  private readonly logs: QuickLogs;
  private frames = 0;
  private readonly atFirst: Follows;
  private readonly then: Follows;

  constructor(form: BandForm) {
    this.form = form;
    this.spectrum = new Spectrum(form.window);
    this.frame = Array(form.window).fill(0);
    this.taper = Array.from(
      { length: form.window },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / form.window),
    );
    this.edges = Int32Array.from(edgesOf(form));
    this.count = this.edges.length - 1;
    this.noise = Array(this.count).fill(0);
    this.logs = new QuickLogs(this.count);
    this.frameS = form.hop / form.sampleRateHz;
    this.atFirst = this.follows(FOLLOWS_DB.begin);
    this.then = this.follows(FOLLOWS_DB.then);
  }

  private follows(dbPerS: number): Follows {
    const step = dbPerS * this.frameS;
    return { up: 10 ** ((QUANTILE * step) / 20), down: 10 ** (((QUANTILE - 1) * step) / 20) };
  }

  /** How many of the bands begin below a frequency. */
  below(hz: number): number {
    const { sampleRateHz, window } = this.form;
    return this.edges.findIndex((bin) => (bin * sampleRateHz) / window >= hz);
  }

  /** @param ring holds the last samples, a power of two of them; `end` is the index after the frame's last one. @param into one level a band. */
  levels(ring: Float32Array, end: number, into: Float32Array): void {
    const { window } = this.form;
    const mask = ring.length - 1;
    const { frame, taper, spectrum, edges, noise } = this;
    const { values } = this.logs;
    const first = (end - window) & mask;
    const whole = Math.min(window, ring.length - first);
    weigh(ring, taper, frame, first, 0, whole);
    weigh(ring, taper, frame, -whole, whole, window);
    const powers = spectrum.powers(frame);
    const { up, down } = this.frames++ * this.frameS < BEGINS_S ? this.atFirst : this.then;
    // So that the mean magnitude of a sine of amplitude 1 is 1.
    const scale = 4 / window;
    for (let band = 0; band < this.count; band++) {
      let power = 0;
      for (let bin = edges[band]; bin < edges[band + 1]; bin++) power += powers[bin];
      const magnitude = Math.max(LEAST_NOISE, scale * Math.sqrt(power));
      const was = noise[band];
      const now = was === 0 ? magnitude : Math.max(LEAST_NOISE, was * (magnitude < was ? down : up));
      noise[band] = now;
      values[band] = 1 + magnitude / now;
    }
    this.logs.log10(into);
  }
}

function edgesOf({ sampleRateHz, window }: BandForm): number[] {
  const binHz = sampleRateHz / window;
  const last = Math.min(HIGHEST_HZ, 0.45 * sampleRateHz);
  const edges: number[] = [];
  for (let hz = LOWEST_HZ; hz < last; hz *= SEMITONE) {
    const bin = Math.max(1, Math.round(hz / binHz));
    if (edges.at(-1) !== bin) edges.push(bin);
  }
  return edges;
}

function weigh(
  ring: Float32Array,
  taper: number[],
  into: number[],
  first: number,
  from: number,
  to: number,
): void {
  for (let i = from; i < to; i++) into[i] = ring[first + i] * taper[i];
}
