/**
 * Where exactly a click lies on a recording, between the samples too, and how loud it is: least squares of its known sound and of that sound's
 * slope. What else was played at the same time draws the fit away; how much of that is believed follows from how much is left.
 */

/** No click is much louder than the others. */
const GAINS = [0.5, 1.6] as const;
/** The player's clock goes by whole samples, the recorder's by its own: a click lies up to so many samples beside its line. */
const MOST_BESIDE = 1;
/** It is clear where it explains so much of the power, and alone where it explains nearly all. */
const CLEAR_SHARE = 0.5;
const ALONE_SHARE = 0.997;
/** Clicks of one loudspeaker are alike: by so much of their gain, and by so many samples beside their line, they usually differ. */
const USUAL = { gain: 0.05, beside: 0.35 } as const;
/** How much of what else was played looks like the click. */
const LIKE_LEFT = 0.1;
/** Where it is looked for by its edge, in samples beside its line, and in how many steps each. */
const PLACES = [-0.9, -0.3, 0.3, 0.9] as const;
const STEPS = 4;

/**
 * @param heard its beginning, as it is on the recording. @param at the sample at which its line has it.
 * @param soundAt its known sound as it would be heard there, were it at that place.
 * @returns on its line, and as loud as usual, where too much else was played to tell.
 */
export function placed(
  heard: Float32Array,
  at: number,
  soundAt: (place: number) => Float32Array,
): { place: number; gain: number } {
  const whole = inSteps(heard, soundAt, at, null);
  if (whole.isClear && whole.share > ALONE_SHARE) return whole;
  // What rings on from a stroke is low: what differs from sample to sample has less of it.
  const edge = differences(heard);
  const edges = PLACES.map((beside) => inSteps(edge, (place) => differences(soundAt(place)), at, beside));
  const best = edges.reduce((a, b) => (b.share > a.share ? b : a));
  return best.isClear && Math.abs(best.place - at) <= MOST_BESIDE ? best : { place: at, gain: 1 };
}

/** The slope tells of a small way exactly how far it is: a longer one is gone in steps. @param beside where to begin; null believes the sound alone. */
function inSteps(
  heard: Float32Array,
  soundAt: (place: number) => Float32Array,
  at: number,
  beside: number | null,
) {
  let place = at + (beside ?? 0);
  for (let step = 0; ; step++) {
    const fit = fitted(heard, soundAt(place), beside === null ? null : at - place);
    if (step === STEPS || !fit.isClear) return { ...fit, place };
    place += fit.beside / fit.gain;
  }
}

const differences = (samples: Float32Array): Float32Array =>
  samples.map((value, i) => value - (samples[i - 1] ?? value));

export interface Fitted {
  gain: number;
  /** How many samples later than the sound, times the gain. */
  beside: number;
  /** How much of the power it explains, and whether that is enough. */
  share: number;
  isClear: boolean;
}

/** @param expected how many samples later it should be, where that and the usual gain weigh the more, the more is left (ridge regression). */
export function fitted(heard: Float32Array, sound: Float32Array, expected: number | null = null): Fitted {
  const end = Math.min(heard.length, sound.length);
  let [ss, st, tt, xs, xt, xx] = [1e-12, 0, 1e-12, 0, 0, 1e-12];
  for (let i = 0; i < end; i++) {
    const x = heard[i];
    const t = slope(sound, i);
    ss += sound[i] ** 2;
    st += sound[i] * t;
    tt += t * t;
    xs += x * sound[i];
    xt += x * t;
    xx += x * x;
  }
  const solved = (byGain: number, bySlope: number, later: number) => {
    const [a, d, u, v] = [ss + byGain, tt + bySlope, xs + byGain, xt - bySlope * later];
    const determinant = a * d - st * st;
    return { gain: (u * d - v * st) / determinant, beside: -(v * a - u * st) / determinant };
  };
  const freely = solved(0, 0, 0);
  const share = (freely.gain * xs - freely.beside * xt) / xx;
  const left = LIKE_LEFT * Math.max(0, 1 - share) * xx;
  const { gain, beside } =
    expected === null ? freely : solved(left / USUAL.gain ** 2, left / USUAL.beside ** 2, expected);
  // A stroke that lies over the click makes nonsense of it.
  const isClear =
    ss * tt - st * st > 1e-9 * ss * tt &&
    gain > GAINS[0] &&
    gain < GAINS[1] &&
    Math.abs(beside / gain) <= MOST_BESIDE &&
    share > CLEAR_SHARE;
  return isClear ? { gain, beside, share, isClear } : { gain: 1, beside: 0, share, isClear };
}

const slope = (samples: Float32Array, i: number) => 0.5 * ((samples[i + 1] ?? 0) - (samples[i - 1] ?? 0));
