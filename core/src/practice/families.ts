/**
 * The twenty families of click work in the order in which people learn them: what each trains, how to count in, what to
 * listen for (common practice, no source), and its ready plans.
 */
import { FAMILY_PLANS } from './family-plans.ts';
import { silentBarsOfPlan } from './fitting-silence.ts';
import { ladderPlanOf } from './ladder-plans.ts';
import { READY_PLANS, type ReadyPlan } from './ready-plans.ts';

export const TRAINS = ['pulse', 'reading', 'being alone', 'own place', 'groove', 'two limbs'] as const;

export interface Family {
  /** 1 to 20. */
  number: number;
  name: string;
  trains: (typeof TRAINS)[number];
  countIn: string;
  listen: string;
  plans: ReadyPlan[];
}

const byTitle = new Map([...READY_PLANS, ...FAMILY_PLANS].map((ready) => [ready.plan.title, ready]));

function family(
  number: number,
  name: string,
  trains: Family['trains'],
  countIn: string,
  listen: string,
  titles: string[],
): Family {
  return { number, name, trains, countIn, listen, plans: titles.map((title) => byTitle.get(title)!) };
}

export const FAMILIES: readonly Family[] = [
  family(1, 'Feel the beat', 'pulse', 'Count one bar aloud with the click.', 'One sound or two?', [
    'Every beat',
    'One, two, three, four',
  ]),
  family(
    2,
    'Count and clap',
    'reading',
    'The voice says: one, two, ready, play.',
    'Each note ends exactly where the next beat begins.',
    ['Halves and rests'],
  ),
  family(
    3,
    'Two-minute hold',
    'pulse',
    'Let two bars go by, come in with the cymbal.',
    'Who is ahead when the cymbal comes?',
    ['Two minutes, one stroke a bar', 'Two minutes, every beat'],
  ),
  family(
    4,
    'Joining in',
    'pulse',
    'Stay out for four bars; the cymbal brings you in.',
    'How soon are you locked?',
    ['Come in at the repeat'],
  ),
  family(
    5,
    'Backbeat click',
    'own place',
    'Call the click “four”, then “one”.',
    'Downbeats stand firm although nothing sounds there.',
    ['Backbeat click'],
  ),
  family(
    6,
    'One click a bar',
    'own place',
    'Call the click by its beat, say the rest.',
    'No lurch when it comes.',
    ['One click a bar', 'Only on the “and” of 3'],
  ),
  family(
    7,
    'Displaced click',
    'own place',
    'Count against it: the click is “and”.',
    'Your one stays one; it does not flip to the click.',
    ['Off the beat and back'],
  ),
  family(
    8,
    'Re-heard click',
    'own place',
    'Only the click: say where it falls, come in when you have it.',
    'The click has not changed; you have.',
    ['Dotted quarters in a slow 3'],
  ),
  family(
    9,
    'Displaced groove',
    'groove',
    'Count your own bar through the straight start.',
    'Your beat against the pull of the drums.',
    ['The shifted groove'],
  ),
  family(
    10,
    'Thinning',
    'being alone',
    'One bar, as at the start.',
    'Nothing changes when clicks go or return.',
    ['Thinning and back'],
  ),
  family(11, 'Sparse clicks', 'being alone', 'One bar with every beat.', 'All the notes between are yours.', [
    'Every second bar',
    'Every fourth bar',
    'Every second, every fourth bar',
  ]),
  family(
    12,
    'Odd-cycle clicks',
    'own place',
    'One bar; the click starts on one.',
    'As sure of 2, 3, 4 as of 1.',
    ['Every fifth beat', 'Every seventh beat', 'Every ninth beat'],
  ),
  family(
    13,
    'Gaps',
    'being alone',
    'One bar; go on counting when it stops.',
    'Where are you when it returns?',
    ['Growing silence'],
  ),
  family(14, 'Stop time', 'being alone', 'Count the stopped bar aloud.', 'Back in on one, with the band.', [
    'Stop time',
    'Stop time with a fill',
  ]),
  family(
    15,
    'Moving the slow click',
    'own place',
    'Only the click: say which beat it is, then clap the others round it.',
    'How many beats until you have it?',
    ['The slow click moves'],
  ),
  family(16, 'Feel changes', 'groove', 'One bar of quarters.', 'The quarter stays through the illusion.', [
    'Half, double, and back',
  ]),
  family(
    17,
    'Groupings',
    'reading',
    'Count the pulse, not the group.',
    'Even notes; when does it come back?',
    ['Fives over quarters', 'Sevens over quarters'],
  ),
  family(18, 'Unisons', 'two limbs', 'Say the small notes with the click.', 'Hand and foot are one sound.', [
    'Hand and foot',
  ]),
  family(
    19,
    'Written rhythm in a chosen unit',
    'reading',
    'Count six small beats.',
    'Every note where it belongs.',
    ['A slow six in eighths'],
  ),
  family(
    20,
    'Play along',
    'groove',
    'Start the recording on the first beat after the count-in.',
    'Lock to the record, then see how far the click has drifted from it.',
    ['Beside a recording', 'A band that falls silent'],
  ),
];

const GAPS = 13;

/** All ready plans, family by family. */
export const ALL_READY_PLANS: readonly ReadyPlan[] = FAMILIES.flatMap(({ plans }) => plans);

/** The family of a ready plan or count sheet, or null for another one. */
export function familyOf(planId: string): Family | null {
  if (silentBarsOfPlan(planId) !== null) return FAMILIES.find(({ number }) => number === GAPS) ?? null;
  const step = ladderPlanOf(planId)?.step;
  return (
    FAMILIES.find(({ number, plans }) => number === step?.family || plans.some(({ id }) => id === planId)) ??
    null
  );
}
