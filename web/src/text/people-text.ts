/** Words and tempos of what a teacher reads, in the one language and calendar of the page. */
import { tempo, tempoName } from '@feldspar/core/time';
import type { Saying } from '@feldspar/core/words';
import { dayText } from './text.ts';

export const SAYING: Saying = {
  day: dayText,
  tempo: ({ bpm, beat }) => tempoName(tempo(bpm, beat)).replaceAll(' ', '\u00a0'),
};

export const LEVEL_WORDS = { beginner: 'beginner', usual: 'growing', advanced: 'advanced' } as const;

/** Today on the calendar of this device. */
export const todayHere = (): string => new Date().toLocaleDateString('sv');
