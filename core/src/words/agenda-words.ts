/** Agendas and sessions in words. */
import { type AgendaItem, type Reason, type Session, playedOf } from '../planner/index.ts';
import { tempo, tempoName } from '../time/index.ts';
import { listed, plural, whole } from './numbers.ts';

/** "15 min One click a bar, quarter = 92". */
export function itemLine({ minutes, title, tempo: at }: AgendaItem): string {
  return `${minutes} min ${title}${at ? `, ${tempoName(tempo(at.bpm, at.beat))}` : ''}`;
}

const WHY: Readonly<Record<Reason, string>> = {
  present: 'It is the step that is open.',
  review: 'It holds, and was not played for a week: is it still there?',
  silence: 'A silence that fits what you hold alone.',
  slower: 'The same, slower: every place in it can be heard.',
  faster: 'The same, a little faster than you hold it.',
  elsewhere: 'The same beat, with the click in another place.',
  'today’s tempo': 'Today’s share of the way to the tempo that must stand.',
  'towards the date': 'A little ahead of today, to know what is coming.',
  'warm up': 'Loosely, and at a moderate level: ears and hands first.',
  placement: 'The click keeps its speed; you hear it elsewhere.',
};
export const whyItem = (reason: Reason): string => WHY[reason];

/** "Ninety-five minutes" are "95 minutes": what it comes to, as a heading. */
export function agendaHeadline(items: readonly AgendaItem[]): string {
  const minutes = items.reduce((sum, item) => sum + item.minutes, 0);
  const things = new Set(items.filter(({ kind }) => kind === 'play').map(({ title }) => title)).size;
  return `${plural(minutes, 'minute')}, ${things === 1 ? 'one thing' : `${things} things`}.`;
}

/** What became of it. */
export function sessionLine(session: Session): string {
  const { played, cut, skipped, takes } = playedOf(session);
  const names = (items: readonly AgendaItem[]) => listed(items.map(({ title }) => title));
  const seconds = session.items.reduce((sum, one) => sum + (one.item.kind === 'break' ? 0 : one.seconds), 0);
  const parts = [
    played.length > 0 ? `played ${names(played)}` : '',
    cut.length > 0 ? `cut short ${names(cut)}` : '',
    skipped.length > 0 ? `skipped ${names(skipped)}` : '',
  ].filter(Boolean);
  const done = parts.length > 0 ? `: ${parts.join('; ')}` : '';
  return `${whole(seconds / 60)} min, ${plural(takes, 'take')}${done}.`;
}

export const CARE =
  'Breaks are for hands and ears. Keep the clicks moderate, play without tension, stop when something hurts, and ask a doctor or a physiotherapist.';
