/** What the browser tells of the sound output. It names no device unasked, but what it tells changes with the device. */
export interface OutputFacts {
  /** Stands for the device: rate, channels and buffer. */
  key: string;
  sampleRateHz: number;
  channels: number;
  baseLatencyMs: number | null;
  /** Known only while something sounds. */
  outputLatencyMs: number | null;
}

export function outputFacts(context: AudioContext): OutputFacts {
  const { sampleRate, destination, baseLatency, outputLatency } = context;
  const baseLatencyMs = milliseconds(baseLatency);
  const channels = destination.maxChannelCount;
  return {
    key: `${sampleRate} Hz, ${channels} channels, buffer ${Math.round(baseLatencyMs ?? 0)} ms`,
    sampleRateHz: sampleRate,
    channels,
    baseLatencyMs,
    outputLatencyMs: milliseconds(outputLatency),
  };
}

export function milliseconds(seconds: number | undefined): number | null {
  return seconds === undefined || Number.isNaN(seconds) ? null : 1000 * seconds;
}

/** Of the output that would be used now; nothing sounds. @returns null where the browser has no audio. */
export function askOutput(): OutputFacts | null {
  try {
    const context = new AudioContext({ latencyHint: 'interactive' });
    const facts = outputFacts(context);
    void context.close();
    return facts;
  } catch {
    return null;
  }
}
