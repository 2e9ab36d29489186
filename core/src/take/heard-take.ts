/** A take to be listened to: the clicks as they sounded, and the player's strokes as a second sound. */
import { type Click, type Timeline, barIndexAt } from '../plan/index.ts';
import type { Hit } from '../timing/index.ts';
import { Fraction } from '../time/index.ts';

export interface HowHeard {
  /** Number of the bar from which on; 1 is the first that was played. */
  fromBar: number;
  /** 1, or less for slower; the sounds themselves stay as they are. */
  speed: number;
  /** The clicks that were silent too, softly. */
  silentClicks: boolean;
  /** Left and right strokes, or those of two limbs, by two sounds. */
  sides: boolean;
  /** Clicks in the left ear, strokes in the right one. */
  apart: boolean;
}

const SOFTLY_DB = -18;
/** Far from every click voice that plans use by default. */
const STROKES = { first: 'high', second: 'low' } as const;
const SECOND: ReadonlySet<string | undefined> = new Set(['right', 'foot']);

/**
 * A timeline of what was heard, beginning at a bar: its clicks are those of the plan and the strokes. Bars keep their numbers; those
 * before the first lie before time zero.
 * @param latencyMs taken off the hits, as it is for measuring.
 */
export function heardTake(
  timeline: Timeline,
  hits: readonly Hit[],
  latencyMs: number,
  how: HowHeard,
): Timeline {
  const { bars } = timeline;
  const first = bars.find(({ kind, number }) => kind === 'play' && number >= how.fromBar) ?? bars[0];
  const at = (timeS: number) => (timeS - first.startS) / how.speed;
  const clicks = timeline.clicks
    .filter(({ sounding, record }) => !record && (sounding || how.silentClicks))
    .map((click): Click => ({
      ...click,
      timeS: at(click.timeS),
      sounding: true,
      gainDb: click.gainDb + (click.sounding ? 0 : SOFTLY_DB),
      ...(how.apart ? { side: 'left' } : {}),
    }));
  const strokes = hits.map((hit): Click => {
    const timeS = hit.timeS - latencyMs / 1000;
    return {
      timeS: at(timeS),
      bar: barIndexAt(bars, timeS),
      position: new Fraction(0),
      voice: how.sides && SECOND.has(hit.voice) ? STROKES.second : STROKES.first,
      accent: false,
      gainDb: 0,
      sounding: true,
      layer: 0,
      ...(how.apart ? { side: 'right' } : {}),
    };
  });
  return {
    ...timeline,
    bars: bars.map((bar) => ({ ...bar, startS: at(bar.startS), endS: at(bar.endS) })),
    // A breath early still belongs to the first bar.
    clicks: [...clicks, ...strokes].filter(({ timeS }) => timeS > -0.05).sort((a, b) => a.timeS - b.timeS),
    targets: [],
    silentStretches: [],
    endS: at(timeline.endS),
  };
}
