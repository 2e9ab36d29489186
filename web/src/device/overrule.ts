/** What the person said against the proposal on the bench; it counts until the next take, in this browser. */
import type { Overrule } from '@feldspar/core/paths';
import { useKept } from './useKept.ts';

const KEY = 'feldspar overrule';
const load = () => import('./bench-schemas.ts').then(({ overruleSchema }) => overruleSchema);

/**
 * @param take the newest one, which the proposal follows from.
 * @returns undefined while it is not known.
 */
export function useOverrule(
  take: string | null,
): [Overrule | null | undefined, (said: Overrule | null) => void] {
  const [kept, keep] = useKept(KEY, load);
  const say = (said: Overrule | null) => {
    if (take !== null) keep(said === null ? null : { take, said });
  };
  return [kept && (kept.take === take ? kept.said : null), say];
}
