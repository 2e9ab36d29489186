/** The strokes of a recording: what was heard, and what a person made of it. What was heard stays as it was. Pure. */
import type { Edits, HeardInIt, HeardOnset } from './recording-schema.ts';

export interface Mark {
  timeS: number;
  /** Of a stroke that was heard, when; undefined for one that a person put there. */
  heardS?: number;
  strength?: number;
  confidence?: number;
  endS?: number;
  /** Of several tracks of a MIDI file, each a line of its own: which one, 0 for the first. */
  line?: number;
}

/** Better ears hear the same stroke a little elsewhere: an edit is of the onset so near. */
const SAME_S = 0.01;
/** Nobody hears a MIDI file again, and strokes of two lines may lie as close as their times are written. */
const SAME_IN_LINES_S = 5e-7;
const sameS = ({ line }: Mark) => (line === undefined ? SAME_S : SAME_IN_LINES_S);

type Heard = Pick<HeardInIt, 'onsets' | 'spoken'>;

/** What counts, unless it is changed by hand: without the onsets of a voice, or with them. */
function onsetsOf({ onsets, spoken = [] }: Heard, { countsVoice = false }: Edits): readonly HeardOnset[] {
  return countsVoice ? [...onsets, ...spoken].sort((a, b) => a.timeS - b.timeS) : onsets;
}

/** In order of time. */
export function marksOf(heardInIt: Heard, edits: Edits): Mark[] {
  const { moved, removed, added, muted } = edits;
  const onsets = onsetsOf(heardInIt, edits);
  const gone = new Set(removed.map((timeS) => nearest(onsets, timeS)));
  const elsewhere = new Map(moved.map(({ fromS, toS }) => [nearest(onsets, fromS), toS]));
  const heard = onsets.flatMap(({ timeS, strength, confidence, endS, line }, i): Mark[] => {
    if (gone.has(i)) return [];
    const to = elsewhere.get(i);
    const held = endS === undefined ? {} : { endS };
    const ofLine = line === undefined ? {} : { line };
    return [{ timeS: to ?? timeS, heardS: timeS, strength, confidence, ...held, ...ofLine }];
  });
  return [...heard, ...added.map((timeS): Mark => ({ timeS }))]
    .filter(({ timeS }) => !muted.some(({ fromS, toS }) => timeS >= fromS && timeS < toS))
    .sort((a, b) => a.timeS - b.timeS);
}

function nearest(onsets: readonly HeardOnset[], timeS: number): number {
  let [low, high] = [0, onsets.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (onsets[middle].timeS < timeS) low = middle + 1;
    else high = middle;
  }
  const off = (i: number) => (onsets[i] ? Math.abs(onsets[i].timeS - timeS) : Infinity);
  const best = off(low) < off(low - 1) ? low : low - 1;
  return off(best) <= SAME_S ? best : -1;
}

/** How many changes a person made. */
export const editCount = ({ moved, removed, added, muted }: Edits): number =>
  moved.length + removed.length + added.length + muted.length;

export function moveMark(edits: Edits, mark: Mark, toS: number): Edits {
  const { heardS, timeS } = mark;
  if (heardS === undefined)
    return { ...edits, added: edits.added.map((other) => (other === timeS ? toS : other)) };
  const others = edits.moved.filter(({ fromS }) => Math.abs(fromS - heardS) > sameS(mark));
  // Back where it was heard it is not moved.
  return { ...edits, moved: toS === heardS ? others : [...others, { fromS: heardS, toS }] };
}

export function removeMark(edits: Edits, mark: Mark): Edits {
  const { heardS, timeS } = mark;
  if (heardS === undefined) return { ...edits, added: edits.added.filter((other) => other !== timeS) };
  return {
    ...edits,
    moved: edits.moved.filter(({ fromS }) => Math.abs(fromS - heardS) > sameS(mark)),
    removed: [...edits.removed, heardS],
  };
}

export function addMark(edits: Edits, timeS: number): Edits {
  return edits.added.includes(timeS) ? edits : { ...edits, added: [...edits.added, timeS] };
}

/** Nothing counts from here to there; a stretch inside muted ones is heard again. */
export function muteStretch(edits: Edits, fromS: number, toS: number): Edits {
  const covers = edits.muted.some((stretch) => stretch.fromS <= fromS && stretch.toS >= toS);
  const kept = edits.muted.flatMap((stretch) => [
    { fromS: stretch.fromS, toS: Math.min(stretch.toS, fromS) },
    { fromS: Math.max(stretch.fromS, toS), toS: stretch.toS },
  ]);
  const whole = kept.filter((stretch) => stretch.toS - stretch.fromS > 1e-6);
  return { ...edits, muted: covers ? whole : [...whole, { fromS, toS }].sort((a, b) => a.fromS - b.fromS) };
}

/** The strokes are those of a list: what was heard near one of its times stays, moved there; what is on no list goes, what is on it alone comes. */
export function strokesFrom(
  { heard, edits }: { heard: Heard; edits: Edits },
  times: readonly number[],
): Edits {
  const onsets = onsetsOf(heard, edits);
  const moved: Edits['moved'] = [];
  const added: number[] = [];
  const used = new Set<number>();
  /** Strokes of two lines may lie at one moment: each is used once. */
  const unused = (timeS: number) => {
    const at = nearest(onsets, timeS);
    const isUnused = (i: number) => onsets[i] && !used.has(i) && Math.abs(onsets[i].timeS - timeS) <= SAME_S;
    return at < 0 ? at : ([at, at + 1, at - 1].find(isUnused) ?? -1);
  };
  for (const timeS of times) {
    const i = unused(timeS);
    if (i < 0) added.push(timeS);
    else {
      used.add(i);
      // Lists are written to the microsecond.
      if (Math.abs(onsets[i].timeS - timeS) > 1e-6) moved.push({ fromS: onsets[i].timeS, toS: timeS });
    }
  }
  const removed = onsets.filter((_, i) => !used.has(i)).map(({ timeS }) => timeS);
  return { ...edits, moved, added, removed };
}
