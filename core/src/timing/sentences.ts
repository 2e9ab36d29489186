/** The reading in plain words: never more than the figures support. English; numbers as a musician reads them. */
import type { Timeline } from '../plan/index.ts';
import { parseFraction, placeName } from '../time/index.ts';
import type { GapReport, Report, Verdict } from './report-schema.ts';

const FEWEST_MATCHES = 4;
/** From such a share on, wrong notes matter more than how long one holds. */
const MANY_WRONG = 0.05;
/** Beside the first: more is in the table of figures. */
const MOST_FURTHER = 3;
/** Below this a player plays straight, and nothing is said about it. */
const SWINGS_FROM = 1.2;

export function sentencesOf(timeline: Timeline, report: Omit<Report, 'sentences'>): string[] {
  const { counts } = report;
  const disturbed = [disturbanceSentence(report) ?? []].flat();
  if (counts.matched === 0) {
    return ['No hit was heard near a target, so there is nothing to measure.', ...disturbed];
  }
  if (counts.matched < FEWEST_MATCHES) {
    return [
      `Too little to say: ${plural(counts.matched, 'hit')} of ${counts.targets}. Play on for a few bars.`,
      ...disturbed,
    ];
  }
  const first = report.gaps.length > 0 ? aloneSentence(timeline, report) : withClickSentence(report);
  const wrongNotes = counts.missed + counts.extra;
  const manyWrong = wrongNotes > MANY_WRONG * counts.targets;
  const further = [
    ...flipSentence(report),
    ...slipSentence(report),
    ...(manyWrong ? countSentence(report) : []),
    ...entrySentence(report),
    ...intendedSentence(timeline, report),
    ...holdSentence(report),
    ...unisonSentence(timeline, report),
    ...swingSentence(report),
    ...lengthSentence(report),
    ...offsetSentence(report),
    ...(manyWrong ? [] : countSentence(report)),
  ];
  return [first, ...disturbed, ...further.slice(0, MOST_FURTHER)];
}

/** The sentence that matters: what happened while the click was gone. */
function aloneSentence(timeline: Timeline, { drift, gaps }: Omit<Report, 'sentences'>): string {
  if (drift.tempoPercent === null || drift.ci95 === null) {
    return `Too few beats alone to say whether you hurry or drag (${drift.why ?? 'nothing measured'}).`;
  }
  const range = `(${oneDecimal(drift.ci95[0])} to ${oneDecimal(drift.ci95[1])})`;
  const about = `about ${oneDecimal(Math.abs(drift.tempoPercent))} % ${drift.tempoPercent >= 0 ? 'fast' : 'slow'}`;
  const back = returnPhrase(timeline, gaps, drift.verdict);
  switch (drift.verdict) {
    case 'rushing':
      return `You hurry when the click is gone: ${back}${about} ${range}.`;
    case 'dragging':
      return `You drag when the click is gone: ${back}${about} ${signedRange(drift.ci95)}.`;
    case 'steady':
      return `You hold the pulse alone: ${back}within ${oneDecimal(Math.max(...drift.ci95.map(Math.abs)))} % of the tempo.`;
    case 'unclear':
      return `Not clear yet whether you hurry or drag: ${back}somewhere from ${side(drift.ci95[0])} to ${side(drift.ci95[1])}.`;
  }
}

/**
 * "62 ms early after 8 beats, " from the longest gap whose return was measured. Beside "hurry" only an early return is
 * named and beside "drag" only a late one: a constant offset may put a return on the other side.
 */
function returnPhrase(timeline: Timeline, gaps: readonly GapReport[], verdict: Verdict): string {
  const fits = (errorMs: number) =>
    verdict === 'rushing' ? errorMs < 0 : verdict === 'dragging' ? errorMs > 0 : true;
  const longest = (list: readonly GapReport[]) =>
    list.reduce<GapReport | null>((best, gap) => (!best || gap.beats > best.beats ? gap : best), null);
  const returned = longest(gaps.filter((gap) => gap.returnErrorMs !== null && fits(gap.returnErrorMs)));
  if (!returned) return '';
  const pooled = returned.count > 1 ? 'on average ' : '';
  return `${pooled}${earlyLate(returned.returnErrorMs!)} after ${spanPhrase(timeline, returned)}, `;
}

function spanPhrase(timeline: Timeline, gap: GapReport): string {
  if (gap.count > 1) return plural(gap.beats, 'beat');
  const silent = timeline.bars.filter(
    (bar) => bar.startS >= gap.fromS - 1e-6 && bar.endS <= gap.toS + 1e-6 && bar.silent,
  ).length;
  return silent > 0 ? `${plural(silent, 'silent bar')}` : plural(gap.beats, 'beat');
}

function withClickSentence({ clicked, tolerance }: Omit<Report, 'sentences'>): string {
  const spread = clicked.sdMs === null ? '' : `, spread ${Math.round(clicked.sdMs)} ms`;
  const within = Math.round(100 * clicked.withinTolerance!);
  return `With the click you are ${earlyLate(clicked.meanMs!)} on average${spread}; ${within} % of your hits make one sound with it (within ${Math.round(tolerance.hitMs)} ms).`;
}

function countSentence({ counts }: Omit<Report, 'sentences'>): string[] {
  const parts = [
    ...(counts.missed > 0 ? [`${plural(counts.missed, 'note')} missed`] : []),
    ...(counts.extra > 0 ? [`${plural(counts.extra, 'hit')} too many`] : []),
  ];
  return parts.length > 0 ? [`${capital(parts.join(', '))}.`] : [];
}

function intendedSentence(timeline: Timeline, { intended }: Omit<Report, 'sentences'>): string[] {
  if (!intended || intended.meanMs === null) return [];
  const { meter } = timeline.bars[timeline.targets[0].bar];
  const where = intended.at.map((place) => placeName(parseFraction(place), meter)).join(' and ');
  const meant = earlyLate(intended.offsetMs);
  const was = earlyLate(intended.meanMs);
  if (intended.ci95 === null)
    return [
      `You meant to be ${meant} on ${where} and are ${was} of the click, equipment and habit included.`,
    ];
  const [low, high] = intended.ci95;
  const spread = `spread ${Math.round(intended.sdMs!)} ms`;
  return [
    low <= intended.offsetMs && intended.offsetMs <= high
      ? `On ${where} you are where you mean to be: ${was} against your other notes, ${spread}.`
      : `On ${where} you meant ${meant} and are ${was} against your other notes (${earlyLate(low)} to ${earlyLate(high)}), ${spread}.`,
  ];
}

function flipSentence({ flips }: Omit<Report, 'sentences'>): string[] {
  if (flips.length === 0) return [];
  return [
    `In bar ${flips[0].bar} you turned round onto the click for ${plural(flips[0].hits, 'hit')}: keep your own one.`,
  ];
}

/** The entry that took longest. */
function entrySentence({ entries }: Omit<Report, 'sentences'>): string[] {
  const lost = entries.find(({ beats }) => beats === null);
  const what = ({ kind, bar }: Report['entries'][number]) =>
    ({
      joined: `Joining in at bar ${bar}`,
      reentered: `Coming back in at bar ${bar}`,
      moved: `Where the click moved, at bar ${bar},`,
    })[kind];
  if (lost) return [`${what(lost)} you were never with it for four notes in a row.`];
  const slowest = entries.reduce<Report['entries'][number] | null>(
    (worst, entry) => (entry.beats! > (worst?.beats ?? 0) ? entry : worst),
    null,
  );
  return slowest ? [`${what(slowest)} you were with it after ${plural(slowest.beats!, 'beat')}.`] : [];
}

function slipSentence({ gaps }: Omit<Report, 'sentences'>): string[] {
  const slipped = gaps.find((gap) => gap.slippedBeats);
  if (!slipped) return [];
  const beats = slipped.slippedBeats!;
  return [
    `In the silence of ${plural(slipped.beats, 'beat')} you ${beats > 0 ? 'lost' : 'gained'} ${plural(Math.abs(beats), 'whole beat')}: count aloud through it.`,
  ];
}

function holdSentence({ holdBeats }: Omit<Report, 'sentences'>): string[] {
  const { beats, range, toleranceMs } = holdBeats;
  if (beats === null || range === null) return [];
  if (beats === 0)
    return [
      `Alone you are out of ${Math.round(toleranceMs)} ms within one beat, more often than one time in five.`,
    ];
  return [
    `You hold ${Math.round(toleranceMs)} ms alone for about ${plural(beats, 'beat')} (${range[0]} to ${range[1]}), four times in five.`,
  ];
}

function unisonSentence({ targets }: Timeline, { unison }: Omit<Report, 'sentences'>): string[] {
  if (unison.meanSpreadMs === null) return [];
  const limbs = [...new Set(targets.map(({ voice }) => voice))].slice(0, 2).join(' and ');
  const together = `${capital(limbs)} are one sound ${Math.round(100 * unison.withinTolerance!)} times in 100`;
  return [
    unison.leads === null
      ? `${together}; neither leads for certain.`
      : `${together}; the ${unison.leads} comes ${Math.round(Math.abs(unison.meanSpreadMs))} ms first.`,
  ];
}

function swingSentence({ swing }: Omit<Report, 'sentences'>): string[] {
  if (swing.ratio === null || swing.ratio < SWINGS_FROM) return [];
  return [`You swing ${oneDecimal(swing.ratio)} to 1, with a spread of ${oneDecimal(swing.sd!)}.`];
}

function lengthSentence({ lengths }: Omit<Report, 'sentences'>): string[] {
  if (lengths.meanRatio === null) return [];
  return [`Held notes last ${Math.round(100 * lengths.meanRatio)} % of what is written.`];
}

/** Constant offset is reported apart: it is habit and equipment, not drift. */
function offsetSentence({ gaps, clicked }: Omit<Report, 'sentences'>): string[] {
  if (gaps.length === 0 || clicked.n < 8 || Math.abs(clicked.meanMs!) < 5) return [];
  return [
    `With the click you sit ${earlyLate(clicked.meanMs!)}; that is habit and equipment together, not drift.`,
  ];
}

/** Where the sound was interrupted and from which bar the take can be trusted; null when it was not. */
export function disturbanceSentence({
  disturbances,
  trustedFromBar,
}: Pick<Report, 'disturbances' | 'trustedFromBar'>): string | null {
  if (disturbances.length === 0) return null;
  const where = disturbances.map((d) => `bar ${d.bar} (${Math.abs(Math.round(d.lostMs))} ms)`).join(', ');
  const trust =
    trustedFromBar === null
      ? 'no whole bar after it can be trusted. Play it again'
      : `from bar ${trustedFromBar} on the take can be trusted`;
  return `The sound was interrupted in ${where}: ${trust}.`;
}

/** "18 ms early", "7 ms late", "on it". */
export function earlyLate(asynchronyMs: number): string {
  const ms = Math.round(Math.abs(asynchronyMs));
  if (ms === 0) return 'on it';
  return `${ms} ms ${asynchronyMs < 0 ? 'early' : 'late'}`;
}

function side(percent: number): string {
  return `${oneDecimal(Math.abs(percent))} % ${percent >= 0 ? 'fast' : 'slow'}`;
}

function signedRange([low, high]: [number, number]): string {
  return `(${oneDecimal(-high)} to ${oneDecimal(-low)})`;
}

function oneDecimal(value: number): string {
  return value.toLocaleString('en-GB', { minimumFractionDigits: 1, maximumFractionDigits: 1 });
}

function plural(count: number, noun: string): string {
  const text = count.toLocaleString('en-GB', { maximumFractionDigits: 1 });
  return `${text} ${noun}${count === 1 ? '' : 's'}`;
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
