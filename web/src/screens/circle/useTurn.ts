/** The turn that is on: what is heard of it, and when it is found and held, the circle passes on by itself. */
import {
  type Asked,
  type Circle,
  type Found,
  type Turn,
  askedOf,
  clapsOfTurn,
  findingOf,
  seatAfter,
} from '@feldspar/core/circle';
import { useCallback, useEffect, useEffectEvent, useState } from 'react';
import type { Room } from './useRoom.ts';

const LOOK_EVERY_MS = 150;
/** Held for so many bars it is found. */
const BARS_HELD = 2;
/** A clap may belong to a click that sounds a moment later. */
const AHEAD_S = 0.3;

export interface TurnOn {
  seat: number;
  asked: Asked | null;
  /** What is heard so far; null where nothing is measured. */
  found: Found | null;
  /** How often was clapped in this turn. */
  clapped: number;
  /** A person says what became of it. */
  judge(result: Turn['result']): void;
  undo(): void;
}

export function useTurn(circle: Circle, room: Room, onChange: (circle: Circle) => void): TurnOn {
  const asked = askedOf(circle);
  const seat = seatAfter(circle);
  const number = circle.turns.length;
  const [since, setSince] = useState<{ turn: number; fromS: number; skip: number } | null>(null);
  const [heard, setHeard] = useState<{ turn: number; found: Found; clapped: number } | null>(null);
  const measured = circle.plays === 'claps';

  const end = useCallback(
    (result: Turn['result'], found: Found | null) => {
      if (!asked) return;
      const turn: Turn = {
        ...{ seat, ...asked, result },
        by: found ? room.by : 'person',
        clicks: found?.click === undefined || found === null ? null : found.clicks,
        beats: found?.claps ?? null,
        heldBeats: found?.heldBeats ?? null,
        spreadMs: found?.spreadMs ?? null,
      };
      onChange({ ...circle, turns: [...circle.turns, turn], endedAt: null });
    },
    [asked, seat, room.by, circle, onChange],
  );

  const look = useEffectEvent(() => {
    const nowS = room.nowS();
    if (nowS === null || !asked || !measured) return;
    if (since?.turn !== number) {
      // What was clapped in the turn before is not theirs; on a line that has just begun nobody came before.
      const begins = since === null;
      setSince({ turn: number, fromS: begins ? 0 : nowS, skip: begins ? 0 : room.claps().length });
      return;
    }
    const before = circle.turns.at(-1)?.challenge ?? asked.challenge;
    const claps = clapsOfTurn(room.claps(), since.skip, 60 / circle.clickBpm / before.beats);
    const clicks = room.clicksIn(since.fromS, nowS + AHEAD_S);
    const found = findingOf(asked.challenge, circle.clickBpm, claps, clicks);
    setHeard({ turn: number, found, clapped: claps.length });
    if (found.click !== null && found.heldBeats >= BARS_HELD * asked.challenge.beats) end('found', found);
  });
  useEffect(() => {
    if (room.state !== 'open') return;
    const timer = setInterval(() => look(), LOOK_EVERY_MS);
    return () => {
      clearInterval(timer);
      // After a pause the click's line begins anew.
      setSince(null);
    };
  }, [room.state]);

  const now = heard?.turn === number ? heard : null;
  return {
    ...{ seat, asked },
    found: now?.found ?? null,
    clapped: now?.clapped ?? 0,
    judge: (result) =>
      end(result, result === 'found' && now?.found.click !== null ? (now?.found ?? null) : null),
    undo: () => {
      if (number > 0) onChange({ ...circle, turns: circle.turns.slice(0, -1) });
    },
  };
}
