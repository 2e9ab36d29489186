/** Two limbs before one microphone: strokes that come together are one sound to it, and no sound says which limb it was. */
import { median } from '../stats/index.ts';
import type { Timeline } from '../plan/index.ts';
import type { Hit } from './hit.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import { FEWEST_TOGETHER, partnerOf } from './unison.ts';

/**
 * Of two notes to be struck together, of which one was heard, the other: it was struck with it, closer than the input tells apart.
 * @returns for each of them a match with the hit that is both.
 */
export function heardAsOne(
  { targets }: Timeline,
  { lines }: Scene,
  hits: readonly Hit[],
  matches: readonly Match[],
): Match[] {
  const met = new Set(matches.map(({ target }) => target));
  return matches.flatMap((match) => {
    if (match.line > 1 || lines.length < 2 || hits[match.hit].voice !== undefined) return [];
    const line = 1 - match.line;
    const partner = partnerOf(targets, match.target, lines[line].voice);
    // Where anything may be played nothing is asked for.
    const isAsked = partner !== null && !targets[partner].optional && !met.has(partner);
    return isAsked ? [{ ...match, target: partner, line }] : [];
  });
}

/**
 * How often two strokes were one sound, and how far apart the others lay, which is all that one microphone can tell of two limbs.
 * @param tellsApartMs closer strokes are one to the input.
 * @returns null where the hits say which limb they are.
 */
export function unisonByEar(
  timeline: Timeline,
  scene: Scene,
  hits: readonly Hit[],
  matches: readonly Match[],
  tellsApartMs: number,
): Report['unison'] | null {
  const { targets } = timeline;
  const { lines } = scene;
  if (lines.length < 2 || matches.some(({ hit }) => hits[hit].voice !== undefined)) return null;
  const second = new Map(
    matches.filter(({ line }) => line === 1).map(({ target, asynchronyMs }) => [target, asynchronyMs]),
  );
  const apart = matches.flatMap(({ line, target, asynchronyMs }) => {
    const partner = line === 0 ? partnerOf(targets, target, lines[1].voice) : null;
    const other = partner === null ? undefined : second.get(partner);
    return other === undefined ? [] : [Math.abs(other - asynchronyMs)];
  });
  const asOne = heardAsOne(timeline, scene, hits, matches);
  const n = apart.length + asOne.length;
  const none = { meanSpreadMs: null, sdMs: null, withinTolerance: null, leads: null, trend: null };
  if (n < FEWEST_TOGETHER)
    return { n, ...none, why: `needs ${FEWEST_TOGETHER} notes struck together, has ${n}` };
  return {
    n,
    ...none,
    byEar: {
      asOne: asOne.length / n,
      apartMs: apart.length > 0 ? median(apart) : null,
      tellsApartMs,
    },
    why: 'one microphone hears two strokes, not which limb they are',
  };
}
