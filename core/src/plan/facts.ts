/** Plan facts: what a player wants to know before playing. */
import { type Bar, type Click, type Timeline, beatOf } from './timeline.ts';

export interface Aloneness {
  beats: number;
  seconds: number;
  /** Number of the bar in which the wait begins. */
  fromBar: number;
}

export interface PlanFacts {
  bars: number;
  durationS: number;
  /** Clicks that sound, without the count-in. */
  clicks: number;
  /** While the plan is played, the count-in left out. */
  clicksPerMinute: number;
  notes: number;
  /** Share of the beats, 0 to 1, on which nothing sounds: they are the player's own. */
  ownedShare: number;
  /** The longest wait from one sounding click to the next, or to the end of the plan. */
  longestAlone: Aloneness;
}

export function planFacts(timeline: Timeline): PlanFacts {
  const { bars, clicks, targets, endS } = timeline;
  const played = bars.filter((bar) => bar.kind === 'play');
  const sounding = clicks.filter((click) => click.sounding && bars[click.bar].kind === 'play');
  const strokes = sounding.filter(({ record }) => !record).length;
  const playedS = endS - played[0].startS;
  return {
    bars: played.length,
    durationS: endS,
    clicks: strokes,
    clicksPerMinute: (60 * strokes) / playedS,
    notes: targets.length,
    ownedShare: ownedShare(bars, played, sounding),
    longestAlone: longestAlone(timeline),
  };
}

function ownedShare(bars: readonly Bar[], played: readonly Bar[], sounding: readonly Click[]): number {
  const beats = played.reduce((sum, bar) => sum + bar.meter.beats, 0);
  const given = new Set<number>();
  for (const { bar, position } of sounding) {
    // Positions are exact; as plain numbers, which are quick, they lie on a beat to far better than this.
    const beat = position.valueOf() / bars[bar].meter.unit.valueOf();
    if (Math.abs(beat - Math.round(beat)) < 1e-9) given.add(bars[bar].firstBeat + Math.round(beat));
  }
  return 1 - given.size / beats;
}

function longestAlone({ bars, clicks, endS }: Timeline): Aloneness {
  const last = bars[bars.length - 1];
  const marks = clicks
    .filter((click) => click.sounding)
    .map((click) => ({
      timeS: click.timeS,
      beat: beatOf(bars[click.bar], click.position),
      bar: bars[click.bar].number,
    }));
  const edges = [
    { timeS: 0, beat: 0, bar: bars[0].number },
    ...marks,
    { timeS: endS, beat: last.firstBeat + last.meter.beats, bar: last.number },
  ];
  const playsS = bars.find(({ kind }) => kind === 'play')?.startS ?? 0;
  let best: Aloneness = { beats: 0, seconds: 0, fromBar: edges[0].bar };
  for (let i = 1; i < edges.length; i++) {
    // What passes in the count-in nobody plays through.
    if (playsS > 0 && edges[i].timeS <= playsS + 1e-9) continue;
    const seconds = edges[i].timeS - edges[i - 1].timeS;
    // A hair's breadth, so that of equal waits the first is named whatever the rounding of seconds.
    if (seconds > best.seconds + 1e-9) {
      best = { seconds, beats: edges[i].beat - edges[i - 1].beat, fromBar: edges[i - 1].bar };
    }
  }
  return best;
}
