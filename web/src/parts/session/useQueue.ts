/** The item of the running session that is on, and how much of it is left; looked at again every few seconds. */
import { itemOn, secondsLeft } from '@feldspar/core/planner';
import { useEffect, useState } from 'react';
import { type Running, useRunning } from '../../device/running-session.ts';

const EVERY_MS = 1000;

export interface Queue {
  running: Running;
  on: NonNullable<ReturnType<typeof itemOn>>;
  number: number;
  of: number;
  leftS: number;
}

/** Null where no session is on. @param ticking whether what is left is looked at again. */
export function useQueue(ticking = true): Queue | null {
  const running = useRunning();
  const [now, setNow] = useState(() => new Date());
  const isOn = running !== null;
  useEffect(() => {
    if (!isOn || !ticking) return;
    const timer = setInterval(() => setNow(new Date()), EVERY_MS);
    return () => clearInterval(timer);
  }, [isOn, ticking]);
  const on = running && itemOn(running.session);
  if (!running || !on) return null;
  const { at, items } = running.session;
  return { running, on, number: at + 1, of: items.length, leftS: secondsLeft(on, now) };
}

/** "7 min left", "the time is over". */
export function leftText(leftS: number): string {
  if (leftS <= 0) return 'the time is over';
  return leftS < 60 ? 'less than a minute left' : `${Math.round(leftS / 60)} min left`;
}
