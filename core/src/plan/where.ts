/** Where a problem of a plan lies, in words. */
import type { FieldProblem } from './problem.ts';

export interface Whereabouts {
  /** 0-based; null for the plan as a whole. */
  section: number | null;
  /** "section 2, click 1", or "" for the plan as a whole. */
  words: string;
}

const PART_NAMES: Record<string, string> = {
  tempo: 'tempo',
  meter: 'meter',
  bars: 'bars',
  silence: 'silence',
  name: 'name',
};

/** @param path "sections[1].clicks[0].at[2]" */
export function whereabouts(path: string): Whereabouts {
  const match = /^sections\[(\d+)\](?:\.(clicks|play)\[(\d+)\]|\.([a-z]+))?/i.exec(path);
  if (!match) return { section: null, words: path === 'sections' ? '' : path };
  const [, section, list, index, part] = match;
  const inside = list
    ? `${list === 'clicks' ? 'click' : 'line to play'} ${Number(index) + 1}`
    : (PART_NAMES[part] ?? '');
  return {
    section: Number(section),
    words: [`section ${Number(section) + 1}`, inside].filter(Boolean).join(', '),
  };
}

/** "Section 2, click 1: a click at 5/4 lies outside a bar of 4/4, which ends at 1" */
export function problemWords({ path, message }: FieldProblem): string {
  const { words } = whereabouts(path);
  const text = words ? `${words}: ${message}` : message;
  return text.charAt(0).toUpperCase() + text.slice(1);
}
