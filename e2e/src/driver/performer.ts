/** Plays a take with real key events whose stamps are those of a seeded player. */
import type { Hit } from '@feldspar/core/timing';
import { readProbe } from './audio-probe.ts';
import type { Browser } from './browser.ts';

const LEFT = ['f', 'KeyF', 70] as const;
const RIGHT = ['j', 'KeyJ', 74] as const;

/**
 * Sends each hit as a key press that carries its own time, soon after that time has passed. The first ones wait until
 * the output clock has settled: an event's stamp counts, not when it is handled.
 * @param untilS stop after this timeline second.
 */
export async function performHits(browser: Browser, hits: readonly Hit[], untilS = Infinity): Promise<void> {
  const due = hits.filter((hit) => hit.timeS <= untilS);
  let sent = 0;
  const deadline = Date.now() + 1000 * (60 + (due.at(-1)?.timeS ?? 0));
  while (sent < due.length) {
    if (Date.now() > deadline) throw new Error(`only ${sent} of ${due.length} hits could be played`);
    const { zeroMs, nowMs } = await readProbe(browser);
    for (; zeroMs !== null && sent < due.length; sent++) {
      const stampMs = zeroMs + 1000 * due[sent].timeS;
      if (stampMs > nowMs) break;
      const [key, code, keyCode] = sent % 2 === 0 ? LEFT : RIGHT;
      await browser.key(key, code, keyCode, stampMs, 1000 * (due[sent].lengthS ?? 0));
    }
    await new Promise((resolve) => setTimeout(resolve, 120));
  }
}
