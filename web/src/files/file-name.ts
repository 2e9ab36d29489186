/** A plan's title as a file's name that every system takes. */
import type { Plan } from '@feldspar/core/plan';

const LONGEST = 80;

export function fileNameOf({ title }: Pick<Plan, 'title'>, ending: string): string {
  const plain = title
    .normalize('NFKD')
    .replace(/[^\w\s.=-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .slice(0, LONGEST);
  return `${plain || 'plan'}.${ending}`;
}
