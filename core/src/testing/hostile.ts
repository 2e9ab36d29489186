/** Small documents that ask for much: each was found to hang or fill the memory of an earlier version. */
import type { Plan } from '../plan/index.ts';
import type { Hit } from '../timing/index.ts';
import { plan, section } from './plans.ts';

const PRIMES = [3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97];

/** Positions whose common grid is beyond all numbers. */
export function primeDenominators(): Plan {
  const at = PRIMES.flatMap((prime) => [`1/${prime}`, `2/${prime}`]);
  return plan({ clicks: [{ at }], play: [{ at }] });
}

/** Every note at a step of its own, so that several grids meet in one rhythm. */
export function primeRhythm(): Plan {
  return plan({ play: [{ rhythm: PRIMES.map((prime) => ({ dur: `1/${prime}` })) }] });
}

/** One bar of minutes, filled with notes as close as they may be, and hits all over it. */
export function denseAlignment(): { plan: Plan; hits: Hit[] } {
  const dense = plan({
    bars: 1,
    meter: { beats: 64, unit: '1/4' },
    tempo: { bpm: 8, beat: '1/4' },
    play: [{ every: '1/12000' }],
  });
  const hits = Array.from({ length: 1000 }, (_, i) => ({ timeS: (i * 480) / 1000 }));
  return { plan: dense, hits };
}

/** Lines that each name a voice of their own, eight a section. */
export function manyVoices(): Plan {
  const sections = Array.from({ length: 512 }, (_, s) =>
    section({
      bars: 1,
      play: Array.from({ length: 8 }, (_, i) => ({ every: '1/4', voice: `voice ${8 * s + i}` })),
    }),
  );
  return plan(...sections);
}

/** A cymbal every 64 bars in a loop of half time, in every layer of every section, of which one bar is played. */
export function longLoops(): Plan {
  const layer = { groove: 'drums and hat', feel: 'half', checkpoint: 63 } as const;
  const sections = Array.from({ length: 64 }, () =>
    section({ bars: 1, meter: { beats: 64, unit: '1/4' }, clicks: Array.from({ length: 32 }, () => layer) }),
  );
  return plan(...sections);
}
