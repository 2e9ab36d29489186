/** Where a player stands: the path they walk, what they practised, and what comes next. */
import {
  type Overrule,
  type PastTake,
  type Standing,
  type Suggestion,
  standingOn,
  suggest,
} from '@feldspar/core/paths';
import type { Path } from '@feldspar/core/paths';
import type { KeptWalk, PractisedTake } from '@feldspar/core/wire';
import { useMemo } from 'react';
import { type FoundPath, usePath, usePractised, useWalks, walkOf } from '../../data/hooks.ts';
import { useOverrule } from '../../device/overrule.ts';
import { pastTake } from './past-takes.ts';

export interface Weeks {
  /** Newest first; undefined until they have come. */
  takes: readonly PractisedTake[] | undefined;
  past: readonly PastTake[];
  walk: KeptWalk | null;
  walked: FoundPath['data'];
  suggestion: Suggestion;
  onOverrule(said: Overrule | null): void;
  /** All that the proposal follows from has come, or cannot come: before that it would be another one. */
  known: boolean;
  error: unknown;
}

export function useWeeks(player: string | null): Weeks {
  const practised = usePractised(player);
  const walks = useWalks();
  const walk = useMemo(() => walkOf(walks.data?.items ?? [], player), [walks.data, player]);
  const path = usePath(walk?.document.pathId);
  const walked = path.data;
  const takes = practised.data?.items;
  const past = useMemo(() => (takes ?? []).map(pastTake), [takes]);
  const [overrule, onOverrule] = useOverrule(takes?.[0]?.id ?? null);
  const suggestion = useMemo(
    () => suggest(past, overrule ?? null, walked?.path ?? null),
    [past, overrule, walked],
  );
  const error = practised.error as unknown;
  const known =
    overrule !== undefined &&
    (takes !== undefined || error !== undefined) &&
    (walks.data !== undefined || walks.error !== undefined) &&
    (walk === null || walked !== undefined || path.missing || path.error !== undefined);
  return { takes, past, walk, walked, suggestion, onOverrule, known, error };
}

/** Where somebody stands on any path, walked or not. */
export function useStanding(
  path: Path | undefined,
  past: readonly PastTake[],
  walk: KeptWalk | null,
): Standing | null {
  return useMemo(() => (path ? standingOn(path, past, walk?.document.ticked) : null), [path, past, walk]);
}
