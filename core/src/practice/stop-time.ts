/**
 * Stop time: the band stops on one of every so many bars, and the player with it; he counts through and is back with it on one. In the
 * stop bar only the first note is asked: who stops with the band has missed nothing.
 */
import type { ClickLayer, Section } from '../plan/index.ts';
import { parseFraction } from '../time/index.ts';

export interface StopTime {
  /** The last of so many bars is the stop; 2 or more. */
  every: number;
  /** So many times. */
  rounds: number;
  /** Drums run through the stop instead of silence. */
  fill: boolean;
}

export const STOP_RANGE = { every: { min: 2, max: 16 }, rounds: { min: 1, max: 32 } } as const;

/** The section as band and stop in turn, and a last bar of band to come back to. */
export function stopTime(section: Section, { every, rounds, fill }: StopTime): Section[] {
  const band: Section = { ...section, name: 'band', bars: every - 1, silence: undefined };
  const stop: Section = {
    ...band,
    name: fill ? 'stop, with a fill' : 'stop',
    bars: 1,
    clicks: stopClicks(section, fill),
    play: section.play.map(({ voice }) => ({ at: ['0'], ...(voice === undefined ? {} : { voice }) })),
  };
  const back: Section = { ...band, name: 'band again', bars: 1 };
  return [...Array.from({ length: rounds }, () => [band, stop]).flat(), back];
}

function stopClicks({ meter, clicks }: Section, fill: boolean): ClickLayer[] {
  const [first] = clicks;
  const stroke: ClickLayer = {
    at: ['0'],
    voice: first?.groove === undefined ? (first?.voice ?? 'wood') : 'low',
  };
  if (!fill) return [stroke];
  const half = parseFraction(meter.unit).div(2);
  const from = Math.min(2, meter.beats * 2 - 1);
  const halves = Array.from({ length: meter.beats * 2 - from }, (_, i) => half.mul(i + from).toFraction());
  // The fill goes down: its first half on the high drum, then the low one.
  const turn = Math.ceil(halves.length / 2);
  return [
    stroke,
    { at: halves.slice(0, turn), voice: 'high' },
    ...(halves.length > turn ? [{ at: halves.slice(turn), voice: 'low' }] : []),
  ];
}
