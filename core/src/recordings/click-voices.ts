/** The sounds of our own clicks as they are looked for on a recording: their first milliseconds, where no room has mixed in yet. */
import { slidingLikeness } from '../hearing/index.ts';
import type { Timeline } from '../plan/index.ts';
import { type ScheduledClick, isVoice, scheduleOf, voiceSamples } from '../sound/index.ts';
import { ofPowerOne } from './power.ts';

/** A click that sounds, and which of the sounds it is. */
export interface LookedFor {
  timeS: number;
  sound: string;
}

const FIRST_S = 0.012;

const nameOf = ({ voice, accent }: ScheduledClick) => `${voice} ${accent}`;

/** What a recording of this timeline may hold; spoken words are not looked for. */
export function lookedFor(timeline: Timeline): LookedFor[] {
  return scheduleOf(timeline)
    .filter(({ voice }) => isVoice(voice))
    .map((click) => ({ timeS: click.timeS, sound: nameOf(click) }));
}

/** The whole of a sound as it is made; null for what is spoken. */
export function voiceOf(sound: string, sampleRateHz: number): Float32Array | null {
  const [voice, accent] = sound.split(' ');
  return isVoice(voice) ? voiceSamples(voice, accent === 'true', sampleRateHz) : null;
}

/** Of each sound its first samples, of power 1. */
export function clickSounds(clicks: readonly LookedFor[], sampleRateHz: number): Map<string, Float32Array> {
  const sounds = new Map<string, Float32Array>();
  for (const { sound } of clicks) {
    if (sounds.has(sound)) continue;
    const all = voiceOf(sound, sampleRateHz);
    if (!all) continue;
    sounds.set(sound, ofPowerOne(all.subarray(0, Math.round(FIRST_S * sampleRateHz))));
  }
  return sounds;
}

export interface Likeness {
  /** Where it is most like the sound, between samples too. */
  at: number;
  /** Correlation with it there, -1 to 1. */
  like: number;
}

/** A place that comes before the most alike one and is nearly as much like it: the click itself, where the other is its echo. */
const NEARLY = 0.95;

/** Where in a piece a sound (of power 1) is most alike, from `from` to `to`: normalised correlation; of nearly equal places the first. */
export function likeness(piece: Float32Array, sound: Float32Array, from: number, to: number): Likeness {
  const last = Math.min(to, piece.length - sound.length);
  const first = Math.max(0, from);
  if (last < first) return { at: from, like: -1 };
  const { likes } = slidingLikeness(piece, sound, first, last);
  let best = 0;
  for (let i = 1; i < likes.length; i++) if (likes[i] > likes[best]) best = i;
  const enough = NEARLY * likes[best];
  for (let i = 0; i < best; i++)
    if (likes[i] >= enough && likes[i] >= (likes[i - 1] ?? -1) && likes[i] > likes[i + 1]) {
      best = i;
      break;
    }
  return { at: first + best + topBeside(likes, best), like: likes[best] };
}

/** How far beside a value that stands over its neighbours the top lies: of the parabola through the three, as usual for peaks (J. O. Smith, Spectral Audio Signal Processing). */
function topBeside(values: ArrayLike<number>, i: number): number {
  if (i === 0 || i === values.length - 1) return 0;
  const [before, here, after] = [values[i - 1], values[i], values[i + 1]];
  const bend = before - 2 * here + after;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend)) : 0;
}
