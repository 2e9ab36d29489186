/**
 * A take while it is played: what came since the last moment is added to what was kept, nothing is rewritten. When the page goes
 * away in the middle (closed, reloaded, crashed) the next page makes a take of the pieces.
 */
import { compile } from '@feldspar/core/plan';
import { type Take, isPlayed } from '@feldspar/core/take';
import { changeOf } from './change-of.ts';
import { ask } from './outbox.ts';
import {
  type Piece,
  type Playing,
  dropPlaying,
  keepPlaying,
  readPieces,
  readPlaying,
  readPlayingTake,
} from './store.ts';

export const lockName = (id: string) => `feldspar take ${id}`;

/** Adds a piece. The first call of a take keeps its head too. Never fails: a browser that keeps nothing is no reason to stop playing. */
export async function keepPiece(playing: Playing, piece: Omit<Piece, 'take'>): Promise<void> {
  const isEmpty = piece.hits.length + piece.anchors.length + piece.lengths.length === 0;
  await keepPlaying(playing, isEmpty ? null : { take: playing.id, ...piece });
}

/** The take is over: it waits to be sent, and its pieces go. */
export async function finishTake(take: Take): Promise<void> {
  await ask(sendingOf(take));
  await dropPlaying(take.id);
}

export const sendingOf = (take: Take) =>
  changeOf('PUT /takes/:id', take.id, `A take of ${take.plan.title}`, take);

/** There is no take. */
export const abandonTake = (id: string): Promise<boolean> => dropPlaying(id);

/**
 * Takes left behind by a page that is gone. A take still being played elsewhere holds its lock: it is looked at when that page
 * lets go of it.
 * @returns when every take now being played has been settled.
 */
export async function adoptAbandoned(
  locks: Pick<LockManager, 'request'> | undefined = navigator.locks,
): Promise<void> {
  const left = await readPlaying();
  await Promise.all(left.map(({ id }) => (locks ? locks.request(lockName(id), () => adopt(id)) : adopt(id))));
}

async function adopt(id: string): Promise<void> {
  const playing = await readPlayingTake(id);
  if (!playing) return;
  const take = putTogether(playing, await readPieces(id));
  if (isWorthKeeping(take)) await finishTake(take);
  else await dropPlaying(id);
}

/** The take as far as it was kept, stopped by hand where it ended. */
export function putTogether({ take, clock, positionS }: Playing, pieces: readonly Piece[]): Take {
  const hits = [...take.hits, ...pieces.flatMap((piece) => piece.hits)].map((hit) => ({ ...hit }));
  for (const [index, lengthS] of pieces.flatMap((piece) => piece.lengths))
    if (hits[index]) hits[index].lengthS = lengthS;
  const anchors = pieces.flatMap((piece) => piece.anchors);
  return {
    ...take,
    hits,
    clock: clock && anchors.length > 0 ? { ...clock, anchors } : take.clock,
    stoppedAtS: take.stoppedAtS ?? Math.max(positionS, 0),
  };
}

function isWorthKeeping(take: Take): boolean {
  try {
    return isPlayed(compile(take.plan), take.hits);
  } catch {
    // A plan that cannot be played any more is no reason to lose what was played.
    return take.hits.length > 0;
  }
}
