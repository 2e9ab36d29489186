/** What is heard of a sheet beside its click: the rhythm on a drum, the count by a voice, or both. Pure. */
import type { CountedNote } from '@feldspar/core/counts';
import type { Click, Timeline } from '@feldspar/core/plan';
import { type CountWord, isCountWord } from '@feldspar/core/sound';
import { BEAT_WORDS } from '@feldspar/core/time';

export type HeardWith = 'rhythm' | 'count' | 'both';

const WHISPERED_DB = -9;
/** Marks what is added; no section has so many layers. */
const ADDED_LAYER = 1000;

export function heardSheet(timeline: Timeline, notes: readonly CountedNote[], what: HeardWith): Timeline {
  const clicks = [
    ...timeline.clicks,
    ...(what === 'count' ? [] : struck(timeline)),
    ...(what === 'rhythm' ? [] : counted(timeline, notes)),
  ];
  return { ...timeline, clicks: clicks.sort((a, b) => a.timeS - b.timeS) };
}

const ADDED = { accent: false, gainDb: 0, sounding: true, layer: ADDED_LAYER } as const;

/** Two limbs are heard as two drums. */
function struck({ targets }: Timeline): Click[] {
  const [first] = targets;
  return targets.map(({ timeS, bar, position, accent, voice }) => ({
    ...ADDED,
    timeS,
    bar,
    position,
    voice: voice === first.voice ? 'high' : 'low',
    accent: accent ?? false,
  }));
}

function counted({ bars }: Timeline, notes: readonly CountedNote[]): Click[] {
  const first = bars.findIndex(({ kind }) => kind === 'play');
  return notes.flatMap(({ bar, counts }) =>
    counts.flatMap(({ position, text, how }): Click[] => {
      const word = text === null ? null : wordOf(text);
      const at = bars[first + bar];
      const whole = at.meter.unit.mul(at.meter.beats);
      if (word === null || position.gte(whole)) return [];
      const timeS = at.startS + (at.endS - at.startS) * position.div(whole).valueOf();
      const gainDb = how === 'whispered' ? WHISPERED_DB : 0;
      return [{ ...ADDED, timeS, bar: first + bar, position, voice: word, gainDb }];
    }),
  );
}

/** Words under the notes that no voice says, each in quotation marks. */
export function unspokenWords(notes: readonly CountedNote[]): string[] {
  const texts = notes.flatMap(({ counts }) => counts.flatMap(({ text }) => text ?? []));
  return [...new Set(texts)].filter((text) => wordOf(text) === null).map((text) => `“${text}”`);
}

/** The word that is spoken for a written count; null where no voice knows it. */
function wordOf(text: string): CountWord | null {
  if (text === '&') return 'and';
  const beat = BEAT_WORDS[Number(text) - 1] as CountWord | undefined;
  if (beat) return beat;
  return isCountWord(text) ? text : null;
}
