/** What a recording says of itself. */
import type { Recording } from '@feldspar/core/recordings';
import { minutes, plural } from '../../text/text.ts';
import { SOUND_KIND_NAMES } from '../../text/input-words.ts';

export function headOf({ midi, heard }: Recording, strokes: number): string {
  if (midi) return `${plural(strokes, 'stroke')} in the MIDI file.`;
  const hidden = heard.hiddenS.length;
  const under = hidden === 0 ? 'nothing hidden' : `${plural(hidden, 'moment')} may hide one under a click`;
  return `Heard: ${plural(strokes, 'stroke')}, ${under}.`;
}

const FOUND_BY = { clicks: 'by our clicks', strokes: 'by the strokes', hand: 'by hand' } as const;

export function factsOf({ name, sound, heard, edits, played, midi }: Recording): string[] {
  const facts = [name, minutes(sound.durationS), midi ? midi.parts.join(', ') : SOUND_KIND_NAMES[heard.kind]];
  if (heard.voice?.length) facts.push(edits.countsVoice ? 'the voice counts too' : 'a voice left out');
  if (played.to !== 'plan') return facts;
  const sure = played.foundBy === 'hand' ? '' : played.sure ? ' (sure)' : ' (not sure: look, and slide it)';
  const ppm = Math.round(Math.abs(played.clockPpm));
  return [
    ...facts,
    `start found ${FOUND_BY[played.foundBy]}${sure}`,
    ...(ppm > 0 ? [`clock ${ppm} ppm ${played.clockPpm > 0 ? 'fast' : 'slow'}, taken out`] : []),
  ];
}
