/**
 * Which of the hits are the beats, where nobody has said: dynamic programming over the hits themselves. A path of beats gains by every
 * hit it takes, the more the stronger, and loses by every beat nobody struck and by every interval that departs from the tempo it has
 * reached; the tempo follows slowly. (Beats by dynamic programming: Ellis 2007, J. New Music Research 36, 51–60; agreement of the intervals
 * between onsets, and tempo as part of the state: Dixon 2001, same journal 30, 39–58. From memory.)
 */
export interface FreeHit {
  timeS: number;
  /** 0 to 1; all alike where it is left out. */
  strength?: number | undefined;
}

export interface TrackedBeat {
  timeS: number;
  /** Index of its hit; null where nobody struck it. */
  hit: number | null;
}

/** A free performance is no longer than this. */
export const MOST_FREE_HITS = 50_000;

/** Tempo as a state: so far to each side of what was said, in steps of so much. */
const WIDEST = Math.log(1.4);
const STEP = 0.01;
const BINS = 2 * Math.round(WIDEST / STEP) + 1;
/** An interval departs from the tempo by about so much: hands, and rhythm that is not counted out. */
const DEPARTS = 0.05;
const FARTHEST = 0.22;
/** How much of a departure the tempo follows. */
const FOLLOWS = 0.25;
/** Beats between two struck ones, and hits between them, at the most. */
const MOST_BEATS = 8;
const MOST_HITS = 48;
const MISSED = 0.7;
/** Tempo is where it was said to be, about. */
const NEAR = 0.15;
/** A rest longer than that begins anew. */
const BREAK = 4;

/**
 * @param hits in order of time, at most MOST_FREE_HITS.
 * @param beatS seconds of a beat, about; found within 40 %.
 * @returns stretches of beats, in order; a rest longer than eight beats ends one.
 */
export function trackBeats(hits: readonly FreeHit[], beatS: number): TrackedBeat[][] {
  const count = hits.length;
  if (count === 0) return [];
  const strongest = hits.reduce((most, { strength = 1 }) => Math.max(most, strength), 1e-9);
  const gain = hits.map(({ strength = 1 }) => 0.5 + Math.sqrt(strength / strongest));
  const logs = Float64Array.from({ length: BINS }, (_, bin) => Math.log(beatS) + STEP * bin - WIDEST);
  const score = new Float64Array(count * BINS).fill(-Infinity);
  const from = new Int32Array(count * BINS).fill(-1);
  /** The best path so far that ended: its score, and where. */
  let ended = { score: 0, at: -1 };
  let next = 0;
  const endOf = (hit: number) => {
    for (let at = hit * BINS; at < (hit + 1) * BINS; at++)
      if (score[at] > ended.score) ended = { score: score[at], at };
  };
  for (let j = 0; j < count; j++) {
    const here = j * BINS;
    // Whoever is too far away to be reached has ended.
    while (next < j && hits[j].timeS - hits[next].timeS > MOST_BEATS * beatS) endOf(next++);
    const anew = ended.at < 0 ? 0 : ended.score - BREAK;
    for (let bin = 0; bin < BINS; bin++) {
      score[here + bin] = anew - 0.5 * ((STEP * bin - WIDEST) / NEAR) ** 2;
      from[here + bin] = ended.at;
    }
    for (let i = j - 1; i >= Math.max(next, j - MOST_HITS); i--) {
      const apartS = hits[j].timeS - hits[i].timeS;
      if (apartS <= 0) continue;
      const most = Math.min(MOST_BEATS, Math.ceil((apartS / beatS) * 1.6));
      for (let beats = Math.max(1, Math.floor((apartS / beatS) * 0.6)); beats <= most; beats++)
        follow(i * BINS, here, Math.log(apartS / beats), beats);
    }
    for (let bin = 0; bin < BINS; bin++) score[here + bin] += gain[j];
  }
  while (next < count) endOf(next++);
  return stretches(ended.at);

  function follow(there: number, here: number, interval: number, beats: number): void {
    const low = Math.max(0, Math.ceil((interval - FARTHEST - logs[0]) / STEP));
    const high = Math.min(BINS - 1, Math.floor((interval + FARTHEST - logs[0]) / STEP));
    // Over several beats the hand's share is less.
    const spread = DEPARTS / Math.sqrt(beats);
    for (let bin = low; bin <= high; bin++) {
      const departs = interval - logs[bin];
      const value = score[there + bin] - 0.5 * (departs / spread) ** 2 - MISSED * (beats - 1);
      const to = here + Math.min(BINS - 1, Math.max(0, bin + Math.round((FOLLOWS * departs) / STEP)));
      if (value <= score[to]) continue;
      score[to] = value;
      from[to] = there + bin;
    }
  }

  function stretches(last: number): TrackedBeat[][] {
    const path: { hit: number; bin: number }[] = [];
    for (let at = last; at >= 0; at = from[at]) path.push({ hit: Math.floor(at / BINS), bin: at % BINS });
    path.reverse();
    const made: TrackedBeat[][] = [];
    path.forEach(({ hit }, i) => {
      const { timeS } = hits[hit];
      const before = path[i - 1];
      const apartS = before ? timeS - hits[before.hit].timeS : Infinity;
      const beats = before ? Math.max(1, Math.round(apartS / Math.exp(logs[before.bin]))) : 0;
      if (!before || beats > MOST_BEATS) made.push([{ timeS, hit }]);
      else {
        for (let k = 1; k < beats; k++)
          made.at(-1)!.push({ timeS: hits[before.hit].timeS + (k * apartS) / beats, hit: null });
        made.at(-1)!.push({ timeS, hit });
      }
    });
    return made;
  }
}
