/**
 * `npm run bench:hearing`: how well recordings are heard, beside a general-purpose library where one is installed, into docs/hearing-report.md.
 * Grooves are put together from recorded one-shots and from recorded notes, out of Debian packages (fetched into temporary folders, never committed),
 * and from the stand-in's own sounds; where each stroke begins is known to the sample. What was missed of three kits and of one font was looked at
 * while the ears were made; of the others only the totals were seen. How fast, `bench-hearing-speed.mts` adds.
 */
import { writeFileSync } from 'node:fs';
import { type SoundKind, WholeEars, hear } from '../core/src/hearing/index.ts';
import { playedStrokes, recordingOf } from '../core/src/players/index.ts';
import { scored } from '../core/src/testing/scored.ts';
import type { Sound } from './lib/grooves.mts';
import { type Family, type Part, REPORT, allParts } from './lib/hearing-parts.mts';
import { type Ears, libraryEars } from './lib/library-ears.mts';
import { SPEAKERS, peakOf, spoken, words } from './lib/speakers.mts';
import { EMPTY, type Tally, added, fOf, medianOf, tallyOf, withoutAgain } from './lib/tally.mts';

const HEAD = `# How well recordings are heard

Made by \`npm run bench:hearing\`. Strokes put together from recorded one-shots (Debian’s \`hydrogen-drumkits\`) and from the stand-in’s sounds: quarters to
fast sixteenths with rests, 12 to 20 dB of dynamics, noise of a room 40 to 60 dB down. Lines put together from recorded notes of Debian’s sound fonts, each
played by itself by \`fluidsynth\`: plucked ones damped or ringing on, held ones by turns detached and tied; and lines of short ones, each let go after
0.2 s, that end as the instrument does. F as in the evaluation of onset detection (MIREX;
Raffel et al., mir_eval, ISMIR 2014), within 50, 25 and 10 ms. Every sound begins where it first passes 4 % of its peak; a note that swells under the
end of the one before cannot be heard there yet, and counts as missed all the same where it is heard too long after. A one-shot that holds two strokes itself (a
flam, a roll, an echo) counts as one here, and who hears the second hears one too many; how many of the extra onsets lie where the level of a one-shot by
itself rises again (4.5 dB within 40 ms, at most 26 dB under its loudest) is said beside them.
`;

const onsetsIn = ({ samples, rate }: Sound, kind: SoundKind | null) =>
  hear(samples, rate, kind).onsets.map(({ timeS }) => timeS);
const ours: Ears = (sound) => onsetsIn(sound, null);

const LINE_HEAD =
  '| | strokes | F 50 | F 25 | F 10 | missed | extra | of these at a second rise | median error, ms | library F 25 | library F 10 |\n|---|---|---|---|---|---|---|---|---|---|---|';

const lineOf = (cells: readonly (string | number)[]) => `| ${cells.join(' | ')} |`;

function tallyLine(name: string, mine: Tally, theirs: Tally | null): string {
  const f = [0, 1, 2].map((i) => fOf(mine, i));
  const counts = [mine.strokes - mine.hits[1], mine.found - mine.hits[1], mine.again];
  const library = theirs ? [fOf(theirs, 1), fOf(theirs, 2)] : ['—', '—'];
  return lineOf([name, mine.strokes, ...f, ...counts, medianOf(mine), ...library]);
}

/** A recorded line, and what plays in it. */
interface Line extends Both {
  of: Family;
}

interface Both {
  mine: Tally;
  theirs: Tally | null;
}

const bothAdded = (a: Both, b: Both): Both => ({
  mine: added(a.mine, b.mine),
  theirs: a.theirs && b.theirs && added(a.theirs, b.theirs),
});

/** A table a part, and how all came out together. */
function tables(parts: readonly Part[], library: Ears | null): string[] {
  const nothing: Both = { mine: EMPTY, theirs: library && EMPTY };
  let all = nothing;
  const recorded: Line[] = [];
  const text = parts.flatMap(([title, rows]) => {
    let part = nothing;
    const lines = rows.map(([name, sounds, of]) => {
      const heard = sounds.map((sound) => ({
        mine: tallyOf(sound, ours),
        theirs: library && tallyOf(sound, library),
        of,
      }));
      if (of !== 'the stand-in') recorded.push(...heard);
      const both = heard.reduce(bothAdded, nothing);
      part = bothAdded(part, both);
      const line = tallyLine(name, both.mine, both.theirs);
      console.log(line);
      return line;
    });
    const sum = tallyLine('**all**', part.mine, part.theirs);
    console.log(title, sum);
    all = bothAdded(all, part);
    return [`## ${title}`, '', LINE_HEAD, ...lines, sum, ''];
  });
  return [...text, together(all), '', ...asHardAs(recorded)];
}

/** From so much to so much the library's F 25 is, in the rows of a table. */
const HARDNESS = [
  [0.85, 1.01],
  [0.7, 0.85],
  [0.5, 0.7],
  [0, 0.5],
] as const;

/** The recorded lines by how hard the library finds each: material differs, and a figure says little without how hard it is. */
function asHardAs(lines: readonly Line[]): string[] {
  const rows = HARDNESS.flatMap(([from, to]) => {
    const some = lines.flatMap(({ mine, theirs, of }) => {
      const f = theirs ? Number(fOf(theirs, 1)) : -1;
      return theirs && f >= from && f < to ? [{ mine, theirs, of }] : [];
    });
    if (some.length === 0) return [];
    const mine = some.reduce((sum, one) => added(sum, one.mine), EMPTY);
    const theirs = some.reduce((sum, one) => added(sum, one.theirs), EMPTY);
    const range = from === 0 ? `under ${to}` : `${from}${to > 1 ? ' or more' : ` to ${to}`}`;
    const kinds = (['kits', 'plucked', 'held'] as const).map(
      (family) => some.filter(({ of }) => of === family).length,
    );
    const f = [mine, withoutAgain(mine), theirs, withoutAgain(theirs)].flatMap((tally) => [
      fOf(tally, 1),
      fOf(tally, 2),
    ]);
    return [lineOf([range, ...kinds, mine.strokes, ...f, medianOf(mine)])];
  });
  if (rows.length === 0) return [];
  console.log(rows.join('\n'));
  return [
    '## As hard as the library finds it',
    '',
    'The recorded lines above once more, each put where the library’s own F 25 of it says; and F without what was heard at second rises.',
    '',
    '| library F 25 of a line | lines of kits | plucked lines | held lines | strokes | F 25 | F 10 | without: F 25 | F 10 | library F 25 | F 10 | without: F 25 | F 10 | median error, ms |',
    '|---|---|---|---|---|---|---|---|---|---|---|---|---|---|',
    ...rows,
    '',
  ];
}

function together({ mine, theirs }: Both): string {
  const [own, library] = [mine, theirs].map((tally) =>
    tally ? { f: fOf(tally, 1), without: fOf(withoutAgain(tally), 1) } : { f: '—', without: '—' },
  );
  const text = `All of these together: F 25 ${own.f}, F 10 ${fOf(mine, 2)}, median error ${medianOf(mine)} ms; the library’s F 25 ${library.f}; without what either heard at second rises ${own.without} and ${library.without}.`;
  console.log(text);
  return text;
}

/** The voice is told from strokes, as for a recording. */
function told({ samples, rate }: Sound, kind: SoundKind | null = 'struck') {
  const ears = new WholeEars(rate, kind);
  for (let at = 0; at < samples.length; at += 4096) ears.push(samples.subarray(at, at + 4096));
  return ears.end();
}

/** Claps twice a second beside somebody who counts: what is missed, and what is heard too much. */
function besideClaps(sound: Sound, clapsDb: number): string {
  const seconds = sound.samples.length / sound.rate;
  const strokes = playedStrokes(Math.floor(2 * (seconds - 1)), 0.5, 3, { spreadDb: 3 });
  const claps = recordingOf(
    strokes.map((stroke) => ({ ...stroke, db: stroke.db + clapsDb })),
    'clap',
    { rate: sound.rate, tailS: 1 },
  );
  const both = { ...sound, samples: claps.map((value, i) => value + (sound.samples[i] ?? 0)) };
  const heardS = told(both).strokes.map(({ timeS }) => timeS);
  const truthS = strokes.map(({ timeS }) => timeS);
  const { missed, extra } = scored(heardS, truthS, 0.025);
  return `${missed}, ${extra} of ${strokes.length}`;
}

/** A word is said with each stroke, from so long before it on, and its peak is so much louder, in dB. */
const WORD_BEFORE_S = [-0.02, 0, 0.03, 0.06, 0.1] as const;
const WORD_DB = [-6, 0, 6] as const;
const COUNTED_WITH = ['clap', 'wood', 'drum', 'muted'] as const;

/** 32 strokes twice a second, a word with each. */
function counted(voice: readonly Sound[], kind: (typeof COUNTED_WITH)[number]): string {
  const strokes = playedStrokes(32, 0.5, 4, { spreadDb: 3 });
  const truthS = strokes.map(({ timeS }) => timeS);
  const [{ rate }] = voice;
  const played = recordingOf(strokes, kind, { rate, tailS: 1, seed: 4, noiseDb: -62 });
  const peak = peakOf(played);
  const counts = WORD_BEFORE_S.flatMap((beforeS) => WORD_DB.map((db) => ({ beforeS, db }))).map(
    ({ beforeS, db }) => {
      const both = played.slice();
      truthS.forEach((timeS, n) =>
        voice[n % voice.length].samples.forEach((value, i) => {
          const at = Math.round((timeS - beforeS) * rate) + i;
          if (at < both.length) both[at] += peak * 10 ** (db / 20) * value;
        }),
      );
      const { strokes: heard } = told(
        { samples: both, rate, truthS },
        kind === 'muted' ? 'plucked' : 'struck',
      );
      return scored(
        heard.map(({ timeS }) => timeS),
        truthS,
        0.025,
      );
    },
  );
  const sum = (of: 'missed' | 'extra') => counts.reduce((all, count) => all + count[of], 0);
  return `${sum('missed')}, ${sum('extra')} of ${counts.length * truthS.length}`;
}

function countedTable(): string[] {
  const lines = SPEAKERS.flatMap(([voice, wordsAMinute]) => {
    const spoken = words(voice, wordsAMinute);
    return spoken.length === 0 ? [] : [lineOf([voice, ...COUNTED_WITH.map((kind) => counted(spoken, kind))])];
  });
  console.log(lines.join('\n'));
  return [
    'A word with each of the stand-in’s strokes, twice a second: begun from 100 ms before it to 20 ms after it, its peak 6 dB softer than the strokes’, as loud, and 6 dB louder.',
    '',
    `| voice | ${COUNTED_WITH.map((kind) => `${kind}: missed, extra`).join(' | ')} |`,
    `|---|${COUNTED_WITH.map(() => '---|').join('')}`,
    ...lines,
    '',
  ];
}

function voices(oneShotSounds: readonly Sound[], noteSounds: readonly Sound[]): string[] {
  const lines = SPEAKERS.flatMap(([voice, wordsAMinute]) => {
    const sound = spoken(voice, wordsAMinute);
    if (!sound) return [];
    const alone = told(sound);
    const seconds = (sound.samples.length / sound.rate).toFixed(0);
    const beside = [-3, 3].map((db) => besideClaps(sound, db));
    const line = lineOf([voice, seconds, alone.spoken.length, alone.strokes.length, ...beside]);
    console.log(line);
    return [line];
  });
  if (lines.length === 0) return [];
  const taken = (heard: readonly ReturnType<typeof told>[]) => {
    const spoken = heard.reduce((sum, one) => sum + one.spoken.length, 0);
    return `${spoken} of ${heard.reduce((sum, one) => sum + one.strokes.length, spoken)}`;
  };
  const [shots, notes] = [
    taken(oneShotSounds.map((sound) => told(sound))),
    taken(noteSounds.map((sound) => told(sound, null))),
  ];
  const mistaken = `Of the recorded one-shots above, where nobody speaks, ${shots} onsets were taken for a voice; of the recorded notes ${notes}.`;
  console.log(mistaken);
  return [
    '## Counting aloud, and strokes beside it',
    '',
    'Spoken by Debian’s `espeak-ng`, peaks 6 dB under full level; then with claps twice a second whose peaks are about as loud, and 6 dB louder.',
    '',
    '| voice | seconds | onsets of it | false strokes | claps as loud: missed, extra | claps 6 dB louder: missed, extra |',
    '|---|---|---|---|---|---|',
    ...lines,
    '',
    ...countedTable(),
    mistaken,
    '',
  ];
}

const parts = allParts();
// It is given the best of its settings on a part of all of them.
const library = libraryEars(parts.flatMap(([, rows]) => rows.flatMap(([, sounds]) => sounds.slice(1, 2))));
const text = tables(parts, library);
const soundsOf = (what: string) =>
  parts
    .filter(([title]) => title.startsWith(what))
    .flatMap(([, rows]) => rows.flatMap(([, sounds]) => sounds));
const mistaken = voices(soundsOf('Recorded one-shots'), soundsOf('Recorded notes'));
writeFileSync(REPORT, [HEAD, ...text, ...mistaken].join('\n'));
console.log(`Written: ${REPORT}`);
