/** A reading in plain words: never more than its findings say. */
import { parseFraction, placeName } from '../time/index.ts';
import { type Finding, type FindingOf, headOf } from '../timing/index.ts';
import { capital, earlyLate, fastSlow, listed, oneDecimal, plural, whole } from './numbers.ts';

/** Beside the first: more is in the table of figures. */
const MOST_FURTHER = 3;
/** What is always said, however much else there is. */
const ALWAYS: readonly Finding['code'][] = ['interrupted', 'turned round'];
/** More than this nobody plays to settle a figure. */
const MOST_BARS_MORE = 200;

/** The first says what matters most; at most three more follow, and what must not be left out. */
export function sentencesOf(findings: readonly Finding[]): string[] {
  const first = headOf(findings);
  if (!first) return [];
  const others = findings.filter((finding) => finding !== first);
  const said = others.filter(({ code }) => ALWAYS.includes(code));
  const further = others.filter(({ code }) => !ALWAYS.includes(code)).slice(0, MOST_FURTHER);
  return [first, ...said, ...further].map(sentenceOf);
}

export function sentenceOf(finding: Finding): string {
  return (WORDS[finding.code] as (finding: Finding) => string)(finding);
}

const WORDS: { [Code in Finding['code']]: (finding: FindingOf<Code>) => string } = {
  'nothing heard': () => 'No hit was heard near a target, so there is nothing to measure.',
  'too little': ({ matched, targets }) =>
    `Too little to say: ${plural(matched, 'hit')} of ${whole(targets)}. Play on for a few bars.`,
  interrupted: interruptedWords,
  'turned round': turnedWords,
  'wrong notes': ({ missed, extra }) => {
    const parts = [
      ...(missed > 0 ? [`${plural(missed, 'note')} missed`] : []),
      ...(extra > 0 ? [`${plural(extra, 'hit')} too many`] : []),
    ];
    return `${capital(parts.join(', '))}.`;
  },
  alone: aloneWords,
  'alone unknown': ({ why }) => `Too few beats alone to say whether you hurry or drag (${why}).`,
  one: ({ beats }) =>
    beats === 0
      ? 'You came in on the right one.'
      : `Your one lies ${plural(Math.abs(beats), 'beat')} ${beats > 0 ? 'behind' : 'before'} the record’s: listen for where its bar begins, and join there.`,
  manner: ({ manner }) => MANNER_WORDS[manner],
  'with the record': recordWords,
  'record wavers': ({ silences, mostMs }) =>
    `In ${plural(silences, 'silence')} the record itself leaves its tempo, by up to ${whole(Math.abs(mostMs))} ms: nobody can know that, and nothing is made of it.`,
  'with the click': ({ meanMs, sdMs, share, withinMs }) =>
    `With the click you are ${earlyLate(meanMs)} on average${spreadWords(sdMs)}; ${whole(100 * share)} % of those hits make one sound with it (within ${whole(withinMs)} ms).`,
  'between the clicks': betweenWords,
  'section aside': ({ name, fromBar, toBar, asideMs }) =>
    `In ${name === undefined ? '' : `“${name}”, `}${barsWords(fromBar, toBar)}${name === undefined ? '' : ','} you are ${earlyLate(asideMs)} against the other sections.`,
  places: ({ unit, own, of, aside, withinMs }) => {
    const yours = `${whole(own)} of your ${plural(of, 'note')} had no click`;
    if (aside)
      return `${yours}; on ${placesWords([aside.at], unit)} you are ${earlyLate(aside.asideMs)} against the notes beside it (${earlyLate(aside.ci95[0])} to ${earlyLate(aside.ci95[1])}).`;
    return withinMs === null
      ? `${yours}.`
      : `${yours}, and no place of the bar lies aside by more than ${whole(withinMs)} ms.`;
  },
  slipped: ({ gapBeats, beats }) =>
    `In the silence of ${plural(gapBeats, 'beat')} you ${beats > 0 ? 'lost' : 'gained'} ${plural(Math.abs(beats), 'whole beat')}: count aloud through it.`,
  entry: entryWords,
  're-entry': ({ times, meanMs, sdMs, percent }) =>
    `After the rests you come back in ${earlyLate(meanMs)} on average (${plural(times, 'time')}${spreadWords(sdMs)})${percent === null ? '' : `, ${fastSlow(percent)} in the first bar`}.`,
  intended: intendedWords,
  hold: ({ beats, range, toleranceMs }) =>
    beats === 0
      ? `Alone you are out of ${whole(toleranceMs)} ms within one beat, more often than one time in five.`
      : `You hold ${whole(toleranceMs)} ms alone for about ${plural(beats, 'beat')} (${range[0]} to ${range[1]}), four times in five.`,
  limbs: ({ parts, leads, spreadMs, share, falls }) => {
    const together = `${capital(parts.join(' and '))} are one sound ${whole(100 * share)} times in 100`;
    const trend = falls
      ? ` The ${falls.part} comes later and later: ${whole(falls.msPerMinute)} ms a minute.`
      : '';
    return leads === null
      ? `${together}; neither leads for certain.${trend}`
      : `${together}; the ${leads} comes ${whole(spreadMs)} ms first.${trend}`;
  },
  'limbs by ear': ({ parts, n, asOne, apartMs }) => {
    const together = `${capital(parts.join(' and '))} were one sound to the microphone ${asOne} times in ${n}`;
    const apart = apartMs === null ? '' : `; the other times they lay about ${whole(apartMs)} ms apart`;
    return `${together}${apart}.`;
  },
  swing: ({ ratio, sd }) => `You swing ${oneDecimal(ratio)} to 1, with a spread of ${oneDecimal(sd)}.`,
  lengths: ({ ratio, n }) =>
    `Held notes last ${whole(100 * ratio)} % of what is written (${plural(n, 'note')}).`,
  rests: ({ n, hits }) =>
    hits === 0
      ? `Nothing sounded in the ${n === 1 ? 'rest' : 'rests'}.`
      : `${plural(hits, 'hit')} fell into the rests: count through them.`,
  offset: ({ meanMs }) =>
    `With the click you sit ${earlyLate(meanMs)}; that is habit and equipment together, not drift.`,
};

/** Lock and steadiness are two skills; each is said with what it is for. */
function recordWords({ meanMs, sdMs, alpha, spreadMs, percentOfBeat }: FindingOf<'with the record'>): string {
  const takesBack =
    alpha === null
      ? ''
      : `; you take back ${whole(100 * Math.max(0, Math.min(1, alpha)))} % of an error at once, which is right there`;
  const lock = `With the record you are ${earlyLate(meanMs)}${spreadWords(sdMs)}${takesBack}`;
  if (spreadMs === null || percentOfBeat === null) return `${lock}.`;
  const alone = `alone your beat varies by ${whole(spreadMs)} ms (${oneDecimal(percentOfBeat)} %)`;
  return `${lock}; ${alone}.`;
}

const MANNER_WORDS = {
  follows: 'You follow the record, and do not yet hold its tempo alone.',
  holds: 'You hold the tempo by yourself, and lean little on the record.',
  both: 'You follow the record while it sounds, and hold its tempo when it is gone.',
  neither: 'You neither follow the record closely nor hold its tempo alone yet: try shorter silences.',
  unclear: 'Too little was played to say whether you follow the record or hold its tempo.',
} as const;

function entryWords({ kind, bar, beats, clicks, heldBeats }: FindingOf<'entry'>): string {
  const held =
    heldBeats === undefined || heldBeats === 0 ? '' : `, and held it for ${plural(heldBeats, 'beat')}`;
  if (kind === 'found')
    return beats === null || clicks === undefined
      ? 'You did not find the click: you were never with it for four notes in a row. Say where it falls before you play.'
      : `You found the click after ${plural(clicks, 'click')} (${plural(beats, 'beat')})${held}.`;
  const what = {
    joined: `Joining in at bar ${bar}`,
    reentered: `Coming back in at bar ${bar}`,
    moved: `Where the click moved, at bar ${bar},`,
  }[kind];
  return beats === null
    ? `${what} you were never with it for four notes in a row.`
    : `${what} you were with it after ${plural(beats, 'beat')}${held}.`;
}

function interruptedWords({ at, trustedFromBar }: FindingOf<'interrupted'>): string {
  const where = at.map(({ bar, lostMs }) => `bar ${bar} (${whole(Math.abs(lostMs))} ms)`).join(', ');
  const trust =
    trustedFromBar === null
      ? 'no whole bar after it can be trusted. Play it again'
      : `from bar ${trustedFromBar} on the take can be trusted`;
  return `The sound was interrupted in ${where}: ${trust}.`;
}

function turnedWords({ fromBar, toBar, beats, sure }: FindingOf<'turned round'>): string {
  const where = capital(`in ${barsWords(fromBar, toBar)}`);
  return sure
    ? `${where} you took the click for your beat, ${partOfBeat(Math.abs(beats))} ${beats > 0 ? 'late' : 'early'}: keep your own one.`
    : `${where} it is not clear where your beat was: perhaps on the click. Nothing is read from those notes.`;
}

/** "half a beat", "a third of a beat", "0.7 beats". */
function partOfBeat(beats: number): string {
  const known = PARTS_OF_BEAT.find(([share]) => Math.abs(share - beats) < 0.01);
  return known?.[1] ?? plural(beats, 'beat');
}

const PARTS_OF_BEAT = [
  [1 / 4, 'a quarter of a beat'],
  [1 / 3, 'a third of a beat'],
  [1 / 2, 'half a beat'],
  [2 / 3, 'two thirds of a beat'],
  [3 / 4, 'three quarters of a beat'],
] as const;

/** The sentence that matters: what happened while the click was gone. */
function aloneWords({ verdict, percent, ci95, after, moreBars, gone }: FindingOf<'alone'>): string {
  const what = gone ?? 'click';
  const [low, high] = ci95;
  const about = `about ${oneDecimal(Math.abs(percent))} % ${percent >= 0 ? 'fast' : 'slow'}`;
  const gained = after ? gainedWords(after) : '';
  switch (verdict) {
    case 'rushing':
      return `You hurry when the ${what} is gone: ${gained}${about} (${oneDecimal(low)} to ${oneDecimal(high)}).`;
    case 'dragging':
      return `You drag when the ${what} is gone: ${gained}${about} (${oneDecimal(-high)} to ${oneDecimal(-low)}).`;
    case 'steady':
      return `You hold the pulse alone: within ${oneDecimal(Math.max(Math.abs(low), Math.abs(high)))} % of the tempo.`;
    case 'unclear':
      return `Alone you are between ${fastSlow(low)} and ${fastSlow(high)}${moreWords(moreBars)}.`;
  }
}

/** "62 ms early after 8 beats, " */
function gainedWords({ gainedMs, beats, silentBars }: NonNullable<FindingOf<'alone'>['after']>): string {
  const span = silentBars > 0 ? plural(silentBars, 'silent bar') : plural(beats, 'beat');
  return `about ${earlyLate(gainedMs)} after ${span}, `;
}

function moreWords(bars: number | undefined): string {
  if (bars === undefined) return '';
  return bars > MOST_BARS_MORE
    ? ': too wide to say whether you hurry or drag; longer silences tell more'
    : `: ${plural(bars, 'more bar')} alone would tell whether you hurry or drag`;
}

function betweenWords({
  at,
  unit,
  beats,
  meanMs,
  sdMs,
  againstClickedMs,
  aside,
}: FindingOf<'between the clicks'>): string {
  const where = beats ? `on ${placesWords(at, unit)}` : 'between the beats';
  const alone = `Where no click sounds, ${where}, you are ${earlyLate(meanMs)} against the pulse${spreadWords(sdMs)}`;
  if (againstClickedMs === null) return `${alone}.`;
  return aside
    ? `${alone}: ${earlyLate(againstClickedMs)} against your notes with the click.`
    : `${alone}, level with your notes with the click.`;
}

function intendedWords({ at, unit, offsetMs, meanMs, sdMs, ci95 }: FindingOf<'intended'>): string {
  const where = placesWords(at, unit);
  const [meant, was] = [earlyLate(offsetMs), earlyLate(meanMs)];
  if (ci95 === null)
    return `You meant to be ${meant} on ${where} and are ${was} of the click, equipment and habit included.`;
  const [low, high] = ci95;
  return low <= offsetMs && offsetMs <= high
    ? `On ${where} you are where you mean to be: ${was} against your other notes${spreadWords(sdMs)}.`
    : `On ${where} you meant ${meant} and are ${was} against your other notes (${earlyLate(low)} to ${earlyLate(high)})${spreadWords(sdMs)}.`;
}

/** The beats of a bar by name: "2 and 4". */
function placesWords(at: readonly string[], unit: string): string {
  const meter = { unit: parseFraction(unit) };
  return listed(at.map((place) => placeName(parseFraction(place), meter)));
}

const spreadWords = (sdMs: number | null) => (sdMs === null ? '' : `, spread ${whole(sdMs)} ms`);

const barsWords = (from: number, to: number) => (from === to ? `bar ${from}` : `bars ${from} to ${to}`);
