import type { Circle } from '@feldspar/core/circle';
import { renderHook, waitFor } from '@testing-library/react';
import type { Room } from './useRoom.ts';
import { useTurn } from './useTurn.ts';

const CIRCLE = {
  clickBpm: 60,
  plays: 'claps',
  difficulty: 'easy',
  seats: [{ name: 'Ada' }, { name: 'Ben' }],
  turns: [],
  startedAt: '2026-05-04T18:20:00.000Z',
  endedAt: null,
} as unknown as Circle;

// On a busy machine the page may look for the first time only after the first clap.
it('what is clapped before the first look at a line that has just begun is its player’s', async () => {
  const room = {
    state: 'open',
    nowS: () => 3,
    claps: () => [2, 2.5, 3],
    clicksIn: () => [2, 3],
    by: 'taps',
  } as unknown as Room;
  const { result } = renderHook(() => useTurn(CIRCLE, room, () => undefined));
  await waitFor(() => expect(result.current.found).not.toBeNull());
  expect(result.current.clapped).toBe(3);
});
