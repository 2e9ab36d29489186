/** Why the next exercise is the next one, in words. */
import type { Evidence, StepStanding, Suggestion } from '../paths/index.ts';
import type { SilenceOffer } from '../practice/index.ts';
import { trialCount } from '../timing/index.ts';
import { capital, listed, plural, whole } from './numbers.ts';

const SAYS: Record<NonNullable<Evidence['newestSays']>, string> = {
  interrupted: 'The sound was interrupted in the last take, so it says nothing: play it once more.',
  'turned round':
    'The beat turned round in the last take: the click became one. Count a bar aloud, and come in on your own one.',
  'mostly missed': 'Most notes were missing in the last take, so it says nothing: play it through once.',
};

/** One sentence or two: what to do, and what it rests on. */
export function reasonOf({ does, evidence, overruled, silence, on }: Suggestion): string {
  if (silence) return silenceReason(silence);
  if (evidence === null && on) return `The first step of “${on.path.title}”. ${on.path.purpose}`.trim();
  if (evidence === null) return 'Begin with the full click, and take clicks away once it is secure.';
  if (overruled)
    return does === 'go on'
      ? `You said: on to the next step. Of this one: ${counted(evidence)}.`
      : `You said: stay with it. So far: ${counted(evidence)}.`;
  if (evidence.newestSays !== null) return SAYS[evidence.newestSays];
  const seen = counted(evidence);
  if (on?.finished) return `Every step of “${on.path.title}” holds. Choose another path, or a faster tempo.`;
  switch (does) {
    case 'go on':
      return `It holds: ${seen}. Take the next step, at the tempo that you held.`;
    case 'resume':
      return `Back to what is open: ${seen}.${hopeful(evidence) ? ` For the next step: ${missingOf(evidence)}.` : ''}`;
    case 'slower':
      return evidence.outcome === 'does not hold'
        ? `It does not hold yet: ${seen}. A tenth slower.`
        : `It neither holds nor falls at this tempo: ${seen}. Try a tenth slower.`;
    case 'faster':
      if (evidence.outcome === 'holds')
        return `It holds: ${seen}. A little faster now, towards the tempo of this step.`;
      if (evidence.outcome === 'does not hold' && evidence.early >= evidence.late)
        return `Slower does not help: ${seen}. Slow tempos tempt to hurry: a faster one now.`;
      return evidence.outcome === 'does not hold'
        ? `You drag at this tempo: ${seen}. A beat that carries is easier: a tenth faster.`
        : `It neither holds nor falls at this tempo: ${seen}. Try a tenth faster.`;
    case 'step back':
      return `It does not hold, slowly either: ${seen}. Take the step before it again.`;
    default:
      return evidence.outcome === 'holds'
        ? `It holds: ${seen}. Make it harder: fewer clicks, a longer silence, another place.`
        : stays(evidence, seen);
  }
}

function silenceReason({ was, now, good, of }: NonNullable<Suggestion['silence']>): string {
  const bars = (n: number) => (n === 1 ? 'one bar' : `${NUMBERS[n] ?? n} bars`);
  const seen = `${good} of ${of} returns were good`;
  const begins = capital(bars(now));
  if (now === was) return `${begins} again: ${seen}. It grows when nearly all are.`;
  return `${begins} of silence now: with ${was === 1 ? 'one' : (NUMBERS[was] ?? was)}, ${seen}.`;
}

/** Why the silence that is offered has its length. */
export function whySilence({ last, holdBeats }: SilenceOffer): string {
  if (last) {
    const { bars, trials } = last;
    const seen = trials ? `, ${trials.good} of ${trialCount(trials)} returns good` : '';
    return `The last time ${plural(bars, 'bar')}${seen}.`;
  }
  return holdBeats === null
    ? 'It begins with one bar, and grows as you come back in time.'
    : `You hold about ${whole(holdBeats)} ${whole(holdBeats) === '1' ? 'beat' : 'beats'} alone; it grows as you come back in time.`;
}

/** What to do now, as a heading. @param title of the plan that comes. */
export function headlineOf({ does, evidence, on }: Suggestion, title: string): string {
  if (on?.finished) return 'Every step holds.';
  switch (does) {
    case 'begin':
      return `Begin with “${title}”.`;
    case 'go on':
      return `On to “${title}”.`;
    case 'resume':
      return `“${title}” again.`;
    case 'slower':
      return `“${title}” again, a tenth slower.`;
    case 'faster':
      return `“${title}” again, a little faster.`;
    case 'step back':
      return `Back to “${title}”.`;
    default:
      return evidence && evidence.takes > 0 && isNearly(evidence)
        ? `Stay with “${title}”: it nearly holds.`
        : `Stay with “${title}”.`;
  }
}

/** Most of it was good, and little is missing. */
const isNearly = (evidence: Evidence): boolean =>
  evidence.good > 0.7 * trialCount(evidence) && evidence.missing.good <= 4;

/** A step in a line: what it rests on. */
export function standingWords(
  { state, evidence, heldSince }: StepStanding,
  dayText: (day: string) => string,
): string {
  if (state === 'held' && heldSince !== null) return `held since ${dayText(heldSince)}`;
  if (evidence === null || evidence.takes === 0)
    return state === 'ahead' ? 'not begun' : 'nothing to go by yet';
  const all = trialCount(evidence);
  return `${evidence.good} of ${all} ${evidence.of} good, on ${evidence.days === 1 ? 'one day' : `${NUMBERS[evidence.days] ?? evidence.days} days`}`;
}

export interface Week {
  days: number;
  minutes: number;
  good: number;
  trials: number;
  /** Titles of what held for the first time. */
  held: readonly string[];
}

/** What the week was, in one line; a day without practice is not counted against anybody. */
export function weekLine({ days, minutes, good, trials, held }: Week): string {
  if (days === 0) return 'This week nothing was played yet; whatever comes counts.';
  const played = `This week ${plural(Math.max(1, Math.round(minutes)), 'minute')} on ${plural(days, 'day')}`;
  const share = trials > 0 ? `, ${good} of ${trials} returns and bars good` : '';
  const first =
    held.length > 0 ? `; held for the first time: ${listed(held.map((title) => `“${title}”`))}` : '';
  return `${played}${share}${first}.`;
}

/** Few enough to be counted on: what is said of more would only discourage. */
export const hopeful = ({ missing: { good } }: Evidence): boolean => good <= 12;

/** What is missing for the next step. */
export function missingOf({ of, missing: { good, anotherDay } }: Evidence): string {
  const one = of === 'returns' ? 'return' : 'bar';
  const more = good === 1 ? `one more good ${one}` : `${NUMBERS[good] ?? good} more good ${of} in a row`;
  return anotherDay ? `${more} on another day` : more;
}

function stays(evidence: Evidence, seen: string): string {
  if (evidence.takes === 0) return 'Once more: there is nothing to go by yet.';
  return `Stay with it: ${seen}.${hopeful(evidence) ? ` For the next step: ${missingOf(evidence)}.` : ''}`;
}

/** "14 of 16 returns held, on two days; the others early". */
function counted({ of, good, early, late, uneven, days }: Evidence): string {
  const all = trialCount({ good, early, late, uneven });
  const most = Math.max(early, late, uneven);
  const others =
    all === good
      ? ''
      : most === uneven
        ? '; the others uneven'
        : `; ${early + late + uneven === most ? 'the others' : 'most others'} ${most === early ? 'early' : 'late'}`;
  return `${good} of ${all} ${of} held, on ${days === 1 ? 'one day' : `${NUMBERS[days] ?? days} days`}${others}`;
}

const NUMBERS: Readonly<Record<number, string>> = {
  ...{ 2: 'two', 3: 'three', 4: 'four', 5: 'five', 6: 'six', 7: 'seven' },
  ...{ 8: 'eight', 9: 'nine', 10: 'ten', 11: 'eleven', 12: 'twelve' },
};
