/** When clicks sounded, told from what really left the worklet. The page must have been opened with the probe that records. */
import { recordedSamples, recordedSeconds } from './audio-probe.ts';
import type { Browser } from './browser.ts';

/**
 * Times of the sounding clicks in what left the worklet, in seconds from the first.
 * @param again plays it once more, where a busy machine has lost a piece of the recording.
 */
export async function clicksHeard(
  browser: Browser,
  seconds: number,
  again: () => Promise<void>,
): Promise<number[]> {
  let samples: Float32Array;
  let sampleRateHz: number;
  for (;;) {
    await browser.until(async () => (await recordedSeconds(browser)) > seconds, `${seconds} s of sound`);
    ({ samples, sampleRateHz } = await recordedSamples(browser));
    if (samples.length >= seconds * sampleRateHz) break;
    await again();
  }
  const onsets: number[] = [];
  let quiet = Infinity;
  for (let i = 0; i < seconds * sampleRateHz; i++) {
    if (samples[i] === 0) quiet++;
    else {
      if (quiet > 0.01 * sampleRateHz) onsets.push(i / sampleRateHz);
      quiet = 0;
    }
  }
  return onsets;
}
