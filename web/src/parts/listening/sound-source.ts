/** What gives the sound that is listened to: a device, or a program that stands in for one. */
import { openMicrophone } from '../../input/microphone.ts';
import type { TimeZero } from '../../sound/time-zero.ts';

export interface SoundSource {
  label: string;
  isSimulated: boolean;
  /** What the browser says of the way from the air to the page, in ms. */
  inputLatencyMs: number | null;
  /** @param zero where the time zero of what is played to will be told. */
  nodeIn(context: AudioContext, zero: TimeZero): Promise<AudioNode>;
  /** Called when the device goes away. */
  onGone(call: () => void): void;
  stop(): void;
}

/** @throws MicrophoneProblem with the remedy. */
export async function microphoneSource(deviceId: string): Promise<SoundSource> {
  const stream = await openMicrophone(deviceId || null);
  const [track] = stream.getAudioTracks();
  const { latency } = track.getSettings() as MediaTrackSettings & { latency?: number };
  return {
    label: track.label || 'microphone',
    isSimulated: false,
    inputLatencyMs: latency === undefined ? null : 1000 * latency,
    nodeIn: (context) => Promise.resolve(context.createMediaStreamSource(stream)),
    onGone(call) {
      // It may have gone while the audio woke up.
      if (track.readyState === 'ended') call();
      else track.addEventListener('ended', call);
    },
    stop: () => stream.getTracks().forEach((one) => one.stop()),
  };
}
