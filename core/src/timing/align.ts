/**
 * Alignment: which hit belongs to which target. A hit is not always nearest to its own target (after a long gap a
 * player may be more than half a beat away, come back a beat late, miss, double), so hits and targets are matched
 * by a monotone dynamic program over (hit, target) pairs, our own design. What it weighs, in nats of surprise:
 *
 * - the *change* of asynchrony since the last match, against what a player can drift in the time between;
 * - at a sounding click the past may be forgotten (the player jumped back) for a fixed cost and the asynchrony there;
 * - where clicks sound, mildly, the asynchrony itself and its distance to the nearest whole beat;
 * - a cost for each target missed and each hit left over; a second strike within 60 ms (a flam) is cheap.
 *
 * Times in milliseconds. Cost is O(hits × nodes a hit²) with a band of ±2.6 beats; typed arrays, no objects inside. Where targets
 * lie so close that the band would hold more than MOST_WORK allows, it narrows to the targets nearest each hit: nobody plays
 * hundreds of notes a beat, and what is computed stays bounded whatever the plan asks.
 */

export interface AlignmentTargets {
  timeMs: Float64Array;
  /** The beat around each target. */
  beatMs: Float64Array;
  /** Distance to the nearest neighbouring target of the same line. */
  slotMs: Float64Array;
  /** 1 where a click sounded since the previous target, at this one included. */
  anchored: Uint8Array;
  /** 1 at the first anchored target after a gap. */
  returning: Uint8Array;
  /** Unassisted beats up to here: those passed more than a beat after the last sounding click. */
  aloneBeats: Float64Array;
}

const BAND_BEATS = 2.6;
const MOST_LEFT_OVER = 4;
const HUBER_CORNER = 1.5;
const FORGET = 3;
const FORGET_AT_RETURN = 1;
const MISSED = { first: 2.5, further: 1 };
const MISSED_AT_RETURN = { first: 1, further: 0.3 };
const LEFT_OVER = 3;
const FLAM = { withinMs: 60, cost: 0.5 };
/** Paths this much worse than the best at the same hit cannot win: every way back costs less. */
const BEAM = 10;
const NOWHERE = -2;
/** Pairs of nodes looked at, all hits together: a second or so. */
const MOST_WORK = 4e7;
/** Never narrower than ordinary playing needs: sixteenths two beats to either side. */
const NARROWEST = 24;

/**
 * @param hitMs hit times in ascending order.
 * @returns for each hit the index of its target, or -1 where it is left over.
 */
export function align(targets: AlignmentTargets, hitMs: Float64Array): Int32Array {
  const { timeMs, beatMs, slotMs, anchored, returning, aloneBeats } = targets;
  const hits = hitMs.length;
  const count = timeMs.length;
  const result = new Int32Array(hits).fill(-1);
  if (hits === 0 || count === 0) return result;

  // Nodes of each hit: the targets low[i] ≤ j < low[i] + width, numbered from base[i].
  const low = new Int32Array(hits);
  const base = new Int32Array(hits + 1);
  const widest = Math.max(NARROWEST, Math.floor(Math.sqrt(MOST_WORK / hits)));
  for (let i = 0, lo = 0, hi = 0, nearest = 0; i < hits; i++) {
    while (lo < count && timeMs[lo] < hitMs[i] - BAND_BEATS * beatMs[lo]) lo++;
    if (hi < lo) hi = lo;
    while (hi < count && timeMs[hi] <= hitMs[i] + BAND_BEATS * beatMs[hi]) hi++;
    while (nearest < count && timeMs[nearest] < hitMs[i]) nearest++;
    const from = hi - lo > widest ? Math.max(lo, Math.min(nearest - (widest >> 1), hi - widest)) : lo;
    low[i] = from;
    base[i + 1] = base[i] + Math.min(hi - lo, widest);
  }
  // Hits with no target anywhere near are left over whatever the path; only the others take part.
  const playing: number[] = [];
  for (let i = 0; i < hits; i++) if (base[i + 1] > base[i]) playing.push(i);
  if (playing.length === 0) return result;

  const cost = new Float64Array(base[hits]);
  const back = new Int32Array(base[hits]);
  const hitOf = new Int32Array(base[hits]);
  const best = new Float64Array(playing.length);
  // First and last node of each hit that can still be on the best path.
  const liveFrom = new Int32Array(playing.length);
  const liveTo = new Int32Array(playing.length);
  const bestTarget = new Int32Array(playing.length);
  const leftOver = new Float64Array(playing.length + 1);
  for (let n = 0; n < playing.length; n++) {
    const i = playing[n];
    const flam = i > 0 && hitMs[i] - hitMs[i - 1] <= FLAM.withinMs;
    leftOver[n + 1] = leftOver[n] + (flam ? FLAM.cost : LEFT_OVER);
  }
  const returnsBefore = new Int32Array(count + 1);
  for (let j = 0; j < count; j++) returnsBefore[j + 1] = returnsBefore[j] + returning[j];

  // The best end among hits too far back to be reached directly: a long burst of stray hits does not break the path.
  let farNode = -1;
  let farCost = Infinity;

  for (let n = 0; n < playing.length; n++) {
    const i = playing[n];
    const far = n - 2 - MOST_LEFT_OVER;
    if (far >= 0) {
      for (let node = base[playing[far]]; node < base[playing[far] + 1]; node++) {
        const relative = cost[node] - leftOver[far + 1];
        if (relative < farCost) {
          farCost = relative;
          farNode = node;
        }
      }
    }
    let bestHere = Infinity;
    const width = base[i + 1] - base[i];
    // Begin where the best path so far would go on: its cost rules out most of the others at once.
    const likely = n === 0 ? 0 : Math.max(0, Math.min(width - 1, bestTarget[n - 1] + 1 - low[i]));
    for (let step = 0; step < width; step++) {
      const node = base[i] + ((likely + step) % width);
      const j = low[i] + node - base[i];
      const beat = beatMs[j];
      const asynchrony = hitMs[i] - timeMs[j];
      const jumpBack = anchored[j]
        ? (returning[j] ? FORGET_AT_RETURN : FORGET) + huber(asynchrony / (0.08 * beat))
        : Infinity;
      const floor = Math.max(25, 0.17 * slotMs[j]);

      const start = leftOver[n] + missed(j, 0) + (anchored[j] ? huber(asynchrony / (0.08 * beat)) : FORGET);
      const cap = bestHere + BEAM;
      let least = start < cap ? start : cap;
      let from = start < cap ? -1 : NOWHERE;
      const clockMs = 0.04 * beat;
      for (let m = n - 1; m >= 0 && m >= n - 1 - MOST_LEFT_OVER; m--) {
        const between = leftOver[n] - leftOver[m + 1];
        if (best[m] + between >= least) continue;
        const p = playing[m];
        const pastMs = hitMs[p];
        const shift = low[p] - base[p];
        const last = Math.min(liveTo[m] + 1, j - shift);
        const returns = returnsBefore[j + 1] - returnsBefore[low[p] + 1];
        const atBest = best[m] + between;
        // Backwards: the nearest target before this one is the likeliest, and a good first find rules out the rest.
        for (let previous = last - 1; previous >= liveFrom[m]; previous--) {
          const k = previous + shift;
          const skipped = j - k - 1;
          if (skipped > 0 && atBest + missed(skipped, returns) >= least) break;
          const sofar = cost[previous] + between;
          if (sofar >= least) continue;
          const reached =
            sofar + (skipped === 0 ? 0 : missed(skipped, returnsBefore[j + 1] - returnsBefore[k + 1]));
          if (reached >= least) continue;
          const alone = aloneBeats[j] - aloneBeats[k];
          const biasMs = 0.03 * beat * alone;
          const spread = Math.sqrt(floor * floor + clockMs * clockMs * alone + biasMs * biasMs);
          const change = huber((asynchrony - (pastMs - timeMs[k])) / spread);
          const total = reached + (change < jumpBack ? change : jumpBack);
          if (total < least) {
            least = total;
            from = previous;
          }
        }
      }
      if (farNode >= 0) {
        const k = low[hitOf[farNode]] + farNode - base[hitOf[farNode]];
        const total = farCost + leftOver[n] + FORGET + (k < j ? missed(j - k - 1, 0) : Infinity);
        if (total < least) {
          least = total;
          from = farNode;
        }
      }
      if (anchored[j]) least += placeCost(asynchrony, beat);
      cost[node] = from === NOWHERE ? Infinity : least;
      back[node] = from;
      hitOf[node] = i;
      if (cost[node] < bestHere) {
        bestHere = cost[node];
        bestTarget[n] = j;
      }
    }
    best[n] = bestHere;
    liveFrom[n] = base[i + 1];
    liveTo[n] = base[i] - 1;
    for (let node = base[i]; node < base[i + 1]; node++) {
      if (cost[node] > bestHere + BEAM) cost[node] = Infinity;
      else {
        if (node < liveFrom[n]) liveFrom[n] = node;
        liveTo[n] = node;
      }
    }
  }

  let end = -1;
  let least = leftOver[playing.length] + missed(count, 0);
  for (let n = 0; n < playing.length; n++) {
    const i = playing[n];
    for (let node = base[i]; node < base[i + 1]; node++) {
      const j = low[i] + node - base[i];
      const total = cost[node] + leftOver[playing.length] - leftOver[n + 1] + missed(count - 1 - j, 0);
      if (total < least) {
        least = total;
        end = node;
      }
    }
  }
  for (let node = end; node >= 0; node = back[node]) {
    const i = hitOf[node];
    result[i] = low[i] + node - base[i];
  }
  return result;
}

function missed(targets: number, returns: number): number {
  if (targets <= 0) return 0;
  const { first, further } = returns > 0 ? MISSED_AT_RETURN : MISSED;
  return first + further * (targets - 1);
}

/** Where clicks sound: far from the target is less likely; between two beats less likely than a whole beat off. */
function placeCost(asynchronyMs: number, beatMs: number): number {
  const off = asynchronyMs / beatMs;
  const offWhole = off - Math.round(off);
  return Math.min(1, 12 * off * off) + Math.min(1, 12 * offWhole * offWhole);
}

function huber(x: number): number {
  const size = Math.abs(x);
  return size <= HUBER_CORNER ? 0.5 * size * size : HUBER_CORNER * (size - 0.5 * HUBER_CORNER);
}
