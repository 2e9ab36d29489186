/**
 * What can be put on the bar by hand, moved along it and taken away: the places of a layer or a line, and the silent bars of a section.
 * Pure. Positions are exact fractions of a whole note from the start of the bar.
 */
import type { ClickLayer, PlayLine, Silence, Timeline } from '@feldspar/core/plan';
import { type Meter, barLength, parseFraction } from '@feldspar/core/time';

export type HandPart = ClickLayer | PlayLine;
/** Exact, from the start of the bar. */
export type Place = Meter['unit'];

/** Into how many parts a beat may be divided. */
export const DIVISIONS = [1, 2, 3, 4, 5, 6, 8] as const;
export type Division = (typeof DIVISIONS)[number];

/** More would be too close for a finger, and for the eye. */
const MOST_POINTS = 512;
/** As the plan's schema has it. */
const MOST_BARS = 256;

const byPlace = (a: Place, b: Place) => a.compare(b);

/**
 * Where the part falls in each bar, in order; null where that differs from bar to bar, or where it has lengths, which places would lose:
 * such a part is set by its words.
 */
export function placesByHand(part: HandPart, meter: Meter): Place[] | null {
  if (part.at) return part.at.map(parseFraction).sort(byPlace);
  if (part.every === undefined || typeof part.from === 'number') return null;
  const step = parseFraction(part.every);
  const from = parseFraction(part.from ?? '0');
  const bar = barLength(meter);
  const steps = bar.div(step);
  // It must come round with the bar, and begin in the first step.
  if (!steps.mod(1).equals(0) || from.gte(step) || steps.gt(MOST_POINTS)) return null;
  return Array.from({ length: steps.valueOf() }, (_, i) => from.add(step.mul(i)));
}

/** The points of the grid, and the marks that lie between them, in order. */
export function pointsOf(meter: Meter, division: Division, marks: readonly Place[]): Place[] {
  const step = meter.unit.div(division);
  const count = Math.min(MOST_POINTS, meter.beats * division);
  const grid = Array.from({ length: count }, (_, i) => step.mul(i));
  const between = marks.filter((mark) => !mark.mod(step).equals(0));
  return [...grid, ...between].sort(byPlace);
}

const has = (places: readonly Place[], place: Place) => places.some((one) => one.equals(place));

/** With one more place. */
export const added = (places: readonly Place[], place: Place): Place[] =>
  has(places, place) ? [...places] : [...places, place].sort(byPlace);

/** Without it; null where it is the last one: a part without places is none. */
export function removed(places: readonly Place[], place: Place): Place[] | null {
  const left = places.filter((one) => !one.equals(place));
  return left.length === 0 ? null : left;
}

/** @returns null where another one lies there. */
export function moved(places: readonly Place[], from: Place, to: Place): Place[] | null {
  if (!has(places, from) || has(places, to)) return null;
  return places.map((one) => (one.equals(from) ? to : one)).sort(byPlace);
}

/** The next point where none lies yet; null at the end of the bar. */
export function freePoint(
  points: readonly Place[],
  places: readonly Place[],
  from: Place,
  direction: 1 | -1,
): Place | null {
  const ahead =
    direction > 0 ? points.filter((point) => point.gt(from)) : points.filter((point) => point.lt(from));
  const ordered = direction > 0 ? ahead : ahead.reverse();
  return ordered.find((point) => !has(places, point)) ?? null;
}

/**
 * The part at these places instead: what said them before (every so often) goes. An accent goes with its click.
 * @param change what became of one place, where one was moved or taken away.
 */
export function withPlaces<Part extends HandPart>(
  part: Part,
  places: readonly Place[],
  change: { from?: Place; to?: Place } = {},
): Part {
  const next: HandPart = {
    ...part,
    every: undefined,
    from: undefined,
    at: places.map((place) => place.toFraction()),
  };
  if (typeof part.from === 'number') next.from = part.from;
  if ('accent' in part && part.accent) {
    const accents = part.accent
      .map(parseFraction)
      .flatMap((accent) => (change.from?.equals(accent) ? (change.to ?? []) : accent))
      .map((accent) => accent.toFraction());
    (next as ClickLayer).accent = accents.length === 0 ? undefined : accents;
  }
  return next as Part;
}

/** The accent of a click, there or not there. */
export function withAccent(layer: ClickLayer, place: Place): ClickLayer {
  const accents = (layer.accent ?? []).map(parseFraction);
  const next = has(accents, place) ? accents.filter((one) => !one.equals(place)) : added(accents, place);
  return { ...layer, accent: next.length === 0 ? undefined : next.map((one) => one.toFraction()) };
}

/** Bar by bar whether it is silent; null where chance or a fade says it, or where there are too many. */
export function silentBars(silence: Silence | undefined, timeline: Timeline): boolean[] | null {
  const bars = timeline.bars.filter(({ kind }) => kind === 'play');
  if (silence?.dropChance !== undefined || silence?.fadeDb !== undefined || bars.length > MOST_BARS)
    return null;
  return bars.map(({ silent }) => silent);
}

/** As the plan says it: the shortest pattern that comes round evenly; undefined where none is silent. */
export function silenceOf(flags: readonly boolean[]): Silence | undefined {
  if (!flags.includes(true)) return undefined;
  const fits = (period: number) =>
    flags.length % period === 0 && flags.every((flag, i) => flag === flags[i % period]);
  const period = flags.findIndex((_, i) => fits(i + 1)) + 1;
  return {
    bars: flags
      .slice(0, period)
      .map((silent) => (silent ? 'o' : 'x'))
      .join(''),
  };
}

/** The same bars with those from one to the other silent, or not. */
export function painted(flags: readonly boolean[], from: number, to: number, silent: boolean): boolean[] {
  const [first, last] = from < to ? [from, to] : [to, from];
  return flags.map((flag, i) => (i >= first && i <= last ? silent : flag));
}
