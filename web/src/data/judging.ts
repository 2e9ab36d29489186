/** How somebody's next takes are judged: as they chose it after a take, else by the stage that the studio knows of them. */
import type { Judging } from '@feldspar/core/timing';
import type { Player } from '@feldspar/core/wire';
import { useCallback } from 'react';
import { judgingOf } from '../device/judging.ts';
import { usePlayers } from './hooks.ts';

/** @returns a function, since a choice may be made while a screen stands. */
export function useJudging(): (player: string | null) => Judging | null {
  const players = usePlayers().data?.items;
  return useCallback(
    (player) => judgingOf(player) ?? judgingOfStage(players?.find(({ id }) => id === player)),
    [players],
  );
}

/** The usual stage says nothing. */
export function judgingOfStage(player: Pick<Player, 'profile'> | undefined): Judging | null {
  const level = player?.profile.level;
  return level && level !== 'usual' ? { tolerance: { level } } : null;
}
