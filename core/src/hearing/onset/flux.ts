/**
 * How much comes in, frame by frame: the rise of each band over the loudest of its neighbours some frames before (so that a tone that slides
 * is no new one), and the places where it is most. (Böck and Widmer, Maximum filter vibrato suppression for onset detection, DAFx 2013.)
 */
export interface FluxForm {
  /** Frames that are compared. */
  lag: number;
  /** A peak is the largest of so many frames to each side. */
  reach: number;
  /** Frames whose median is the ground. */
  ground: number;
  /** A peak stands over the ground by so much, and by this share of the largest ones lately. */
  over: number;
  share: number;
  frameS: number;
}

export interface FluxPeak {
  /** Counted from the first frame; a fraction where the form asks for the middle of the rise. */
  frame: number;
  flux: number;
  /** What it had to pass. */
  threshold: number;
  /** Share of the bands that rose. */
  rising: number;
}

/** "Lately": the largest peaks are forgotten by half in so many seconds. */
const FORGETS_S = 4;
/** A band that rises by so much rises. */
const RISES = 0.12;

export class Flux {
  private readonly form: FluxForm;
  private readonly bands: number;
  private readonly past: Float32Array[];
  private readonly flux: Float64Array;
  private readonly rising: Float64Array;
  private readonly sorted: Float64Array;
  private frames = 0;
  private largest = 0;

  constructor(bands: number, form: FluxForm) {
    this.form = form;
    this.bands = bands;
    this.past = Array.from({ length: form.lag }, () => new Float32Array(bands));
    const kept = form.ground + 2 * form.reach + 2;
    this.flux = new Float64Array(kept);
    this.rising = new Float64Array(kept);
    this.sorted = new Float64Array(form.ground);
  }

  /** Frames that a peak is told of late. */
  get late(): number {
    return this.form.reach;
  }

  /** @returns the peak that this frame settles, or null. */
  push(levels: Float32Array): FluxPeak | null {
    const { lag, reach, ground, over, share, frameS } = this.form;
    const before = this.past[this.frames % lag];
    let sum = 0;
    let risen = 0;
    if (this.frames >= lag) {
      const { bands } = this;
      let low = 0;
      let was = before[0];
      for (let band = 0; band < bands; band++) {
        const high = band + 1 < bands ? before[band + 1] : 0;
        const level = levels[band];
        const nearest = low > high ? low : high;
        const rise = level - (was > nearest ? was : nearest);
        if (rise > 0) sum += rise;
        if (level - was > RISES) risen++;
        low = was;
        was = high;
      }
    }
    before.set(levels);
    const kept = this.flux.length;
    this.flux[this.frames % kept] = sum / this.bands;
    this.rising[this.frames % kept] = risen / this.bands;
    const at = this.frames++ - reach;
    this.largest *= 0.5 ** (frameS / FORGETS_S);
    if (at < lag) return null;
    const value = this.flux[at % kept];
    for (let k = -reach; k <= reach; k++) {
      const other = at + k >= 0 ? this.flux[(at + k) % kept] : 0;
      if (other > value || (k < 0 && other === value)) return null;
    }
    const threshold = this.median(at, ground) + Math.max(over, share * this.largest);
    if (value < threshold) return null;
    this.largest = Math.max(value, this.largest);
    return { frame: at, flux: value, threshold, rising: this.rising[at % kept] };
  }

  /** The middle of the rise around a peak, by weight: where nothing strikes, the peak itself says little. */
  middleOf({ frame, flux }: FluxPeak): number {
    const kept = this.flux.length;
    let weight = 0;
    let moment = 0;
    const reach = Math.min(this.form.reach, this.frames - 1 - frame);
    for (let k = -this.form.reach; k <= reach; k++) {
      const value = frame + k >= 0 ? Math.max(0, this.flux[(frame + k) % kept] - 0.25 * flux) : 0;
      weight += value;
      moment += k * value;
    }
    return frame + (weight > 0 ? moment / weight : 0);
  }

  private median(at: number, ground: number): number {
    const kept = this.flux.length;
    const { sorted } = this;
    for (let i = 0; i < ground; i++) {
      const index = at - i;
      sorted[i] = index >= 0 ? this.flux[index % kept] : 0;
    }
    sorted.sort();
    return sorted[ground >> 1];
  }
}
