/**
 * Sends messages to an outside device some time before they are due, with their stamps: the device's own driver lets them go at their moment,
 * whatever the page is busy with.
 */
import type { Plan, Timeline } from '@feldspar/core/plan';
import { CLOCK, type MidiMessage, START, STOP, midiMessages } from '@feldspar/core/sound';
import type { MidiOutSetup } from '../device/rig-store.ts';
import type { MidiSink } from './midi-outputs.ts';

/** A page may be busy for so long without a message being late. */
const AHEAD_MS = 1000;
/** The timers of a page that is not looked at run once a second, later less often. */
const AHEAD_HIDDEN_MS = 3000;
const LOOK_EVERY_MS = 100;
/** A click that is so late is better not heard at all; a clock that was left out would put the device behind for good. */
const TOO_LATE_MS = 60;

interface SendingOptions {
  /** When a moment of the timeline is heard, on the performance line; null until that is known. */
  stampOf(timelineS: number): number | null;
  /** Earlier by so much. */
  aheadMs: number;
}

/** Sends what a device is told of a plan. @returns what ends it, as `sendAlong`. */
export function sendPlan(
  sink: MidiSink,
  { clock, clicks, note, channel, aheadMs }: MidiOutSetup,
  plan: Plan,
  timeline: Timeline,
  stampOf: SendingOptions['stampOf'],
): () => void {
  const messages = midiMessages(plan, timeline, { clock, click: clicks ? { note, channel } : null });
  return sendAlong(sink, messages, { stampOf, aheadMs });
}

/** @param messages in order of time. @returns what ends it: the device is stopped, and no note goes on sounding. */
export function sendAlong(
  sink: MidiSink,
  messages: Iterable<MidiMessage>,
  { stampOf, aheadMs }: SendingOptions,
): () => void {
  const coming = messages[Symbol.iterator]();
  let next = coming.next();
  /** Sent and not taken back yet by a message of its kind. */
  let runs = false;
  const sounding = new Map<string, number[]>();

  function send({ timeS, bytes }: MidiMessage, nowMs: number): void {
    const stampMs = stampOf(timeS)! - aheadMs;
    const [status] = bytes;
    if ((status & 0xf0) === 0x90 && stampMs < nowMs - TOO_LATE_MS) return;
    sink.send(bytes, Math.max(stampMs, nowMs));
    if (status === START || status === CLOCK) runs = true;
    if (status === STOP) runs = false;
    if ((status & 0xf0) === 0x90) sounding.set(`${status & 0x0f} ${bytes[1]}`, bytes);
    if ((status & 0xf0) === 0x80) sounding.delete(`${status & 0x0f} ${bytes[1]}`);
  }

  function look(): void {
    const nowMs = performance.now();
    const untilMs = nowMs + (document.hidden ? AHEAD_HIDDEN_MS : AHEAD_MS);
    while (!next.done) {
      const stampMs = stampOf(next.value.timeS);
      if (stampMs === null || stampMs - aheadMs > untilMs) return;
      send(next.value, nowMs);
      next = coming.next();
    }
    clearInterval(timer);
  }

  const timer = setInterval(look, LOOK_EVERY_MS);
  // Once more before the timers slow down.
  document.addEventListener('visibilitychange', look);
  look();
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', look);
    sink.clear();
    if (runs) sink.send([STOP]);
    for (const [status, note] of sounding.values()) sink.send([status & 0x8f, note, 0]);
  };
}
