/**
 * A probe in the page, put there before the application's own code runs: it sees the audio context, records what
 * the click worklet really puts out, and reads the output clock by itself. The application knows nothing of it.
 */
import type { Browser } from './browser.ts';

const RECORDER = `
  registerProcessor('probe-recorder', class extends AudioWorkletProcessor {
    process(inputs, outputs) {
      const input = inputs[0][0];
      this.port.postMessage({ frame: currentFrame, samples: input ? input.slice() : new Float32Array(128) });
      return true;
    }
  });
`;

const probeScript = (record: boolean) => `
  (() => {
    const probe = (window.__probe = { zeroFrame: null, anchors: [], blocks: [], context: null });
    const module = URL.createObjectURL(new Blob([${JSON.stringify(RECORDER)}], { type: 'text/javascript' }));
    const addModule = AudioWorklet.prototype.addModule;
    AudioWorklet.prototype.addModule = async function (url) {
      if (${record}) await addModule.call(this, module);
      return addModule.call(this, url);
    };
    const connect = AudioNode.prototype.connect;
    AudioNode.prototype.connect = function (target, ...rest) {
      if (this instanceof AudioWorkletNode && target instanceof AudioDestinationNode && !this.isProbe) {
        Object.assign(probe, { zeroFrame: null, anchors: [], blocks: [], context: this.context });
        this.port.addEventListener('message', ({ data }) => { if (data.type === 'zero') probe.zeroFrame = data.frame; });
        if (!${record}) return connect.call(this, target, ...rest);
        const recorder = new AudioWorkletNode(this.context, 'probe-recorder', { outputChannelCount: [1] });
        recorder.isProbe = true;
        probe.recorder = recorder;
        // An earlier recorder goes on handing over its silence.
        recorder.port.onmessage = ({ data }) => { if (probe.recorder === recorder) probe.blocks.push(data); };
        connect.call(this, recorder);
        connect.call(recorder, this.context.destination);
      }
      return connect.call(this, target, ...rest);
    };
    const outputTimestamp = AudioContext.prototype.getOutputTimestamp;
    AudioContext.prototype.getOutputTimestamp = function () {
      if (!probe.steady) return outputTimestamp.call(this);
      this.steadyZero ??= performance.now() - 1000 * this.currentTime;
      const performanceTime = performance.now();
      return { performanceTime, contextTime: (performanceTime - this.steadyZero) / 1000 };
    };
    setInterval(() => {
      if (!probe.context || probe.context.state !== 'running') return;
      const { performanceTime, contextTime } = probe.context.getOutputTimestamp();
      if (contextTime > 0) probe.anchors.push([performanceTime, contextTime]);
    }, 100);
  })();
`;

/** @param record also keep every sample (which costs the audio thread time). */
export async function installProbe(browser: Browser, { record = false } = {}): Promise<void> {
  // The recorder comes from a blob, which the application's own content policy rightly forbids.
  await browser.devTools('Page.setBypassCSP', { enabled: true });
  await browser.devTools('Page.addScriptToEvaluateOnNewDocument', { source: probeScript(record) });
}

interface ProbeState {
  nowMs: number;
  /** Performance time of the timeline's time zero; null while the output clock is settling. */
  zeroMs: number | null;
}

/**
 * From now on the page's audio contexts tell the time of a steady stand-in clock instead of the machine's audio device,
 * which under load loses seconds. Everything behind that door stays the real thing.
 */
export async function useSteadyClock(browser: Browser): Promise<void> {
  await browser.script('window.__probe.steady = true');
}

/** Forgets an earlier take, so that nobody plays to its clock while the next one is still starting. */
export async function resetProbe(browser: Browser): Promise<void> {
  await browser.script(
    'Object.assign(window.__probe, { zeroFrame: null, anchors: [], blocks: [], context: null, recorder: null })',
  );
}

/**
 * Time zero by the median over the output timestamps of the last five seconds, the context's first two left out:
 * so it follows a clock that loses time, as the ear would.
 */
export function readProbe(browser: Browser): Promise<ProbeState> {
  return browser.script<ProbeState>(`
    const { zeroFrame, anchors, context } = window.__probe;
    if (zeroFrame === null || context === null) return { nowMs: performance.now(), zeroMs: null };
    const settled = anchors.filter(([ms]) => ms - anchors[0][0] > 2100).slice(-50);
    const zeros = settled.map(([ms, s]) => ms - 1000 * (s - zeroFrame / context.sampleRate)).sort((a, b) => a - b);
    const known = zeros.length >= 8;
    return { nowMs: performance.now(), zeroMs: known ? zeros[zeros.length >> 1] : null };
  `);
}

/**
 * What was recorded, from the first sample that is not silent, as far as the recording is whole: on a busy machine the recorder
 * itself may miss a piece, which says nothing of what was heard.
 */
export async function recordedSamples(
  browser: Browser,
): Promise<{ samples: Float32Array; sampleRateHz: number }> {
  const { base64, sampleRateHz } = await browser.script<{ base64: string; sampleRateHz: number }>(`
    const { blocks, context } = window.__probe;
    const start = blocks.findIndex(({ samples }) => samples.some((v) => v !== 0));
    let end = start + 1;
    // A frame counter that stands still is only late to tell; one that leaps has lost a piece.
    while (end < blocks.length && blocks[end].frame <= blocks[end - 1].frame + 128) end++;
    // What sounds first must follow on silence that was recorded too: else its beginning may be lost.
    const begins = start > 0 && blocks[start].frame <= blocks[start - 1].frame + 128;
    const whole = begins ? blocks.slice(start, end) : [];
    const all = new Float32Array(whole.length * 128);
    whole.forEach(({ samples }, i) => all.set(samples, i * 128));
    const first = all.findIndex((v) => v !== 0);
    const bytes = new Uint8Array(all.slice(Math.max(0, first)).buffer);
    let text = '';
    for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768));
    return { base64: btoa(text), sampleRateHz: context.sampleRate };
  `);
  const bytes = Buffer.from(base64, 'base64');
  return { samples: new Float32Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 4), sampleRateHz };
}

/** How much has been recorded since the first sound, without handing it all over. */
export function recordedSeconds(browser: Browser): Promise<number> {
  return browser.script<number>(`
    const { blocks, context } = window.__probe;
    const first = blocks.findIndex(({ samples }) => samples.some((v) => v !== 0));
    return first < 0 ? 0 : ((blocks.length - first - 1) * 128) / context.sampleRate;
  `);
}

/** A recording shorter than this says nothing. */
const FEWEST_COMPARED_S = 0.5;

export const saysSomething = ({ samples, sampleRateHz }: { samples: Float32Array; sampleRateHz: number }) =>
  samples.length >= FEWEST_COMPARED_S * sampleRateHz;

/** Where what was heard is not what was to be heard, as far as the recording is whole; -1 where it is the same. */
export function firstDifference(
  expected: Float32Array,
  { samples, sampleRateHz }: { samples: Float32Array; sampleRateHz: number },
  tolerance = 0,
): number {
  const common = Math.min(expected.length, samples.length);
  if (common < expected.length) {
    console.info(
      `the recording is whole for ${(common / sampleRateHz).toFixed(2)} s; only those are compared`,
    );
    if (common < FEWEST_COMPARED_S * sampleRateHz) return -1;
  }
  return expected.subarray(0, common).findIndex((value, i) => Math.abs(value - samples[i]) > tolerance);
}
