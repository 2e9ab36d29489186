/** Plays a take with real key events whose stamps are those of a seeded player. */
import type { Hit } from '@feldspar/core/timing';
import { readProbe } from './audio-probe.ts';
import type { Browser } from './browser.ts';

const LEFT = ['f', 'KeyF', 70] as const;
const RIGHT = ['j', 'KeyJ', 74] as const;

/**
 * The last hits are sent so much ahead, with the time at which they will be: on a machine that is busy elsewhere they would else come after
 * the take is over, which waits for no one longer than a hand needs.
 */
const AHEAD_S = 2;

/**
 * Sends each hit as a key press that carries its own time, soon after that time has passed. The first ones wait until
 * the output clock has settled: an event's stamp counts, not when it is handled.
 * @param untilS stop after this timeline second.
 */
export async function performHits(browser: Browser, hits: readonly Hit[], untilS = Infinity): Promise<void> {
  const due = hits.filter((hit) => hit.timeS <= untilS);
  const lastS = due.at(-1)?.timeS ?? 0;
  let sent = 0;
  let overMs = 0;
  const deadline = Date.now() + 1000 * (60 + lastS);
  for (;;) {
    if (Date.now() > deadline) throw new Error(`only ${sent} of ${due.length} hits could be played`);
    const { zeroMs, nowMs } = await readProbe(browser);
    for (; zeroMs !== null && sent < due.length; sent++) {
      const { timeS } = due[sent];
      const stampMs = zeroMs + 1000 * timeS;
      if (stampMs > nowMs + (timeS > lastS - AHEAD_S ? 1000 * AHEAD_S : 0)) break;
      overMs = stampMs;
      const [key, code, keyCode] = sent % 2 === 0 ? LEFT : RIGHT;
      await browser.key(key, code, keyCode, stampMs, 1000 * (due[sent].lengthS ?? 0));
    }
    if (sent === due.length && nowMs >= overMs) return;
    await new Promise((resolve) => setTimeout(resolve, 120));
  }
}
