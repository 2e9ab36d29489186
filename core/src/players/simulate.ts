/**
 * A simulated player: the stand-in for people, in demo data, tests and trials. Two levels of timing (Wing and
 * Kristofferson 1973): a central clock whose intervals vary, and a hand whose delay varies around each stroke; while
 * clicks sound, a share α of the last asynchrony is corrected (Vorberg and Wing 1996). Seeded: the same seed plays
 * the same take.
 */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { z } from 'zod';
import { type Target, type Timeline, beatSeconds } from '../plan/index.ts';
import { type Hit, SAME_MOMENT_S } from '../timing/index.ts';

export const playerTraitsSchema = z.object({
  /** Tempo bias of the own clock; positive is fast. */
  tempoPercent: z.number().min(-50).max(50),
  /** Standard deviation of the clock, a beat. */
  clockSdMs: z.number().min(0).max(500),
  /** Standard deviation of the hand's delay. */
  handSdMs: z.number().min(0).max(500),
  /** Share of the last asynchrony corrected at each sounding click, 0 to 1. */
  correction: z.number().min(0).max(1),
  /** Constant offset against the click; negative is ahead of it. */
  offsetMs: z.number().min(-500).max(500),
  missChance: z.number().min(0).max(1),
  extraChance: z.number().min(0).max(1),
  /**
   * Where the answer to a click between two strokes shows: in the interval in which it fell, or (also without this trait) in the one
   * after it. People differ, and most need a stroke (from memory: Repp 2005, Psychon. Bull. Rev. 12, 969–992).
   */
  corrects: z.enum(['at once', 'a stroke later']).optional(),
  /** The swing ratio played where the plan asks for swing; without it, the plan's. */
  swing: z.number().min(1).max(9).optional(),
});

export type PlayerTraits = z.infer<typeof playerTraitsSchema>;

export const STEADY_PLAYER: PlayerTraits = {
  tempoPercent: 0,
  clockSdMs: 8,
  handSdMs: 5,
  correction: 0.4,
  offsetMs: -12,
  missChance: 0,
  extraChance: 0,
};

/** Of its written length. */
const HELD_SHARE = 0.93;
const HELD_SD = 0.05;

/** Hits of one performance of the timeline's targets, in order of time. */
export function simulate(timeline: Timeline, traits: PlayerTraits, seed: number): Hit[] {
  const random = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(random);
  // Box and Muller 1958.
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());

  /** A little short of the next note, as hands are; common practice, no source. */
  const heldS = (writtenS: number) => writtenS * Math.max(0, HELD_SHARE + HELD_SD * normal());

  const sounding = timeline.clicks.filter((click) => click.sounding).map(({ timeS }) => timeS);
  const bias = 1 / (1 + traits.tempoPercent / 100) - 1;
  const hits: Hit[] = [];
  let clockErrorS = 0;
  let strokeErrorS = 0;
  let lastS: number | null = null;
  let next = 0;
  /** What a click between the strokes told, which the interval after it takes back. */
  let laterS = 0;
  for (const target of timeline.targets) {
    const beatS = beatSeconds(timeline.bars[target.bar]);
    if (lastS !== null && target.timeS > lastS + SAME_MOMENT_S) {
      let heardS = laterS;
      laterS = 0;
      for (; next < sounding.length && sounding[next] <= lastS + SAME_MOMENT_S; next++) heardS = strokeErrorS;
      for (; next < sounding.length && sounding[next] < target.timeS - SAME_MOMENT_S; next++) {
        // Heard against the player's own pulse: what the last stroke had, carried on at his own tempo.
        const betweenS = strokeErrorS + bias * (sounding[next] - lastS);
        if (traits.corrects === 'at once') heardS = betweenS;
        else laterS = betweenS;
      }
      clockErrorS -= traits.correction * heardS;
      const beats = (target.timeS - lastS) / beatS;
      clockErrorS += beats * beatS * bias + (normal() * Math.sqrt(beats) * traits.clockSdMs) / 1000;
    }
    lastS = target.timeS;
    const handS = (normal() * traits.handSdMs) / 1000;
    strokeErrorS = clockErrorS + handS;
    const timeS = target.timeS + strokeErrorS + traits.offsetMs / 1000 + swungS(target, traits.swing);
    if (uniform() >= traits.missChance)
      hits.push({ timeS, voice: target.voice, ...(target.hold ? { lengthS: heldS(target.lengthS) } : {}) });
    if (uniform() < traits.extraChance) {
      hits.push({ timeS: timeS + target.lengthS * (0.2 + 0.6 * uniform()), voice: target.voice });
    }
  }
  return hits.sort((a, b) => a.timeS - b.timeS);
}

/** How much later a note lies that is swung by another ratio than the plan's: the long part of a pair is r/(r+1) of it. */
function swungS({ swing }: Target, ratio: number | undefined): number {
  if (!swing || ratio === undefined) return 0;
  const beyondHalf = (r: number) => (r - 1) / (r + 1);
  return swing.lateS * (beyondHalf(ratio) / beyondHalf(swing.ratio) - 1);
}
