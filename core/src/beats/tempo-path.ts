/**
 * About how long a beat is, at every half second of a record: the autocorrelation of the onset strength over some seconds, weighed by where
 * people tap (a bell in the logarithm around 120 a minute: Ellis 2007, J. New Music Research 36, 51–60), and through it the likeliest path whose tempo
 * does not jump (Viterbi).
 */
export interface TempoPath {
  /** Seconds between two entries; the first is at second 0. */
  stepS: number;
  /** Seconds of a beat. */
  periods: Float64Array;
}

export interface TempoPrior {
  bpm: number;
  /** Standard deviation in octaves. */
  octaves: number;
}

export const USUAL_TEMPO: TempoPrior = { bpm: 118, octaves: 0.75 };

/** Slower than the foot is moved, and faster, no beat is looked for (London 2004: from about 0.2 to 2 s). */
const SHORTEST_S = 0.24;
const LONGEST_S = 1.6;
const STEP = 0.01;
const STATES = Math.floor(Math.log(LONGEST_S / SHORTEST_S) / STEP) + 1;
const LOOK_S = 8;
const STEP_S = 0.5;
/** The tempo changes from one half second to the next by about so much; and at the most. */
const CHANGES = 0.012;
const FARTHEST = 8;
/** How much a clear repetition outweighs a change. */
const WEIGHT = 12;

/** @param strength of onsets, evenly; `rate` of them a second. */
export function tempoPath(strength: Float32Array, rate: number, prior: TempoPrior = USUAL_TEMPO): TempoPath {
  const looks = Math.max(1, Math.ceil(strength.length / rate / STEP_S));
  const half = Math.round((LOOK_S / 2) * rate);
  const periodOf = (state: number) => SHORTEST_S * Math.exp(STEP * state);
  const bell = Float64Array.from({ length: STATES }, (_, state) => bellOf(periodOf(state), prior));
  const most = Math.min(Math.ceil(3 * LONGEST_S * rate) + 1, 2 * half);
  const piece = new Float64Array(2 * half);
  const alike = new Float64Array(most + 1);
  let score = new Float64Array(STATES);
  const from = new Int16Array(looks * STATES);
  for (let look = 0; look < looks; look++) {
    correlate(Math.round(look * STEP_S * rate));
    const next = new Float64Array(STATES).fill(-Infinity);
    for (let state = 0; state < STATES; state++) {
      const there = look * STATES + state;
      for (
        let other = Math.max(0, state - FARTHEST);
        other <= Math.min(STATES - 1, state + FARTHEST);
        other++
      ) {
        const change = (STEP * (state - other)) / CHANGES;
        const value = score[other] - 0.5 * change * change;
        if (value <= next[state]) continue;
        next[state] = value;
        from[there] = other;
      }
      next[state] += WEIGHT * bell[state] * repetition(periodOf(state) * rate);
    }
    score = next;
  }
  let state = score.reduce((best, value, i) => (value > score[best] ? i : best), 0);
  const periods = new Float64Array(looks);
  for (let look = looks - 1; look >= 0; look--) {
    periods[look] = periodOf(state);
    state = from[look * STATES + state];
  }
  return { stepS: STEP_S, periods };

  function correlate(middle: number): void {
    let power = 1e-9;
    let mean = 0;
    for (let i = 0; i < 2 * half; i++) mean += (piece[i] = strength[middle - half + i] ?? 0) / (2 * half);
    for (let i = 0; i < 2 * half; i++) {
      const taper = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / (2 * half));
      piece[i] = (piece[i] - mean) * taper;
      power += piece[i] * piece[i];
    }
    for (let lag = 0; lag <= most; lag++) {
      let sum = 0;
      for (let i = lag; i < 2 * half; i++) sum += piece[i] * piece[i - lag];
      alike[lag] = sum / power;
    }
  }

  /** Of so many frames: what comes again after one, two and three of them. */
  function repetition(lag: number): number {
    const at = (frames: number) => {
      const before = Math.floor(frames);
      if (before + 1 > most) return 0;
      return alike[before] + (frames - before) * (alike[before + 1] - alike[before]);
    };
    return Math.max(0, at(lag)) + 0.6 * Math.max(0, at(2 * lag)) + 0.3 * Math.max(0, at(3 * lag));
  }
}

/** How likely somebody taps a beat of so many seconds, 1 at the most. */
export function bellOf(periodS: number, { bpm, octaves }: TempoPrior): number {
  const away = Math.log2((periodS * bpm) / 60) / octaves;
  return Math.exp(-0.5 * away * away);
}

export function periodAt({ stepS, periods }: TempoPath, timeS: number): number {
  return periods[Math.max(0, Math.min(periods.length - 1, Math.round(timeS / stepS)))];
}
