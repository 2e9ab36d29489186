export interface Tone {
  timeS: number;
  lengthS: number;
  /** Of its first partial, so long after its beginning. */
  hz: (t: number) => number;
  /** Of its first partial, 0 to 1. */
  level: (t: number) => number;
  partials: number;
  /** What a partial has of that level, counted from 1; the first has all of it where nothing is said. */
  share?: (partial: number, t: number) => number;
}

/** Lays a tone whose pitch and level may change over what is there. */
export function addTone(samples: Float32Array, rate: number, tone: Tone): void {
  const { timeS, lengthS, hz, level, partials, share = () => 1 } = tone;
  const first = Math.round(timeS * rate);
  let phase = 0;
  for (let k = 0; k < lengthS * rate && first + k < samples.length; k++) {
    const t = k / rate;
    phase += (2 * Math.PI * hz(t)) / rate;
    for (let n = 1; n <= partials; n++) samples[first + k] += level(t) * share(n, t) * Math.sin(n * phase);
  }
}
