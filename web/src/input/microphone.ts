/** Microphones: asked for without anything that would change the sound, and what to say when there is none. */
import { LISTEN_PROCESSOR, type ListenOptions } from './microphone-protocol.ts';
import { type Ring, makeRing } from './ring.ts';
import workletUrl from './microphone.worklet.ts?worker&url';

export interface MicrophoneChoice {
  id: string;
  label: string;
}

/** Why a microphone cannot be heard, with what to do; the message is for people. */
export class MicrophoneProblem extends Error {
  override readonly name = 'MicrophoneProblem';
}

const PROBLEMS: Record<string, string> = {
  NotAllowedError:
    'The browser does not let Feldspar use the microphone. Allow it for this page, by the sign beside the address, then start again.',
  NotFoundError: 'No microphone was found. Plug one in, or choose another input.',
  NotReadableError:
    'The microphone is there but gives no sound: another program may hold it. Close that one, or plug it in again.',
  OverconstrainedError:
    'The microphone that was chosen is not plugged in. Plug it in, or choose another under Sound and inputs.',
};

/**
 * @param deviceId null for the browser's own choice.
 * @throws MicrophoneProblem with the remedy.
 */
export async function openMicrophone(deviceId: string | null): Promise<MediaStream> {
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  // Browsers give microphones to pages of this machine or of an encrypted address only.
  if (!devices?.getUserMedia || !crossOriginIsolated)
    throw new MicrophoneProblem(
      'The browser gives no microphone to a page at this address. Open Feldspar on the machine it runs on, at localhost.',
    );
  try {
    return await devices.getUserMedia({
      audio: {
        ...(deviceId === null ? {} : { deviceId: { exact: deviceId } }),
        echoCancellation: false,
        noiseSuppression: false,
        autoGainControl: false,
      },
    });
  } catch (error) {
    const { name, message } = error as Error;
    throw new MicrophoneProblem(PROBLEMS[name] ?? `The microphone cannot be used: ${message}`);
  }
}

/** The microphones there are. Without the player's leave the browser names none of them. */
export async function microphones(): Promise<MicrophoneChoice[]> {
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  const all = (await devices?.enumerateDevices()) ?? [];
  return all
    .filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId !== '' && deviceId !== 'default')
    .map(({ deviceId, label }, i) => ({ id: deviceId, label: label || `Microphone ${i + 1}` }));
}

const modules = new WeakMap<BaseAudioContext, Promise<void>>();

export interface Capture {
  ring: Ring;
  stop(): void;
}

/** Leads a sound into a ring; it is there once the first sample is. @throws Error when the worklet cannot be loaded, or fails. */
export async function capture(context: AudioContext, source: AudioNode): Promise<Capture> {
  let module = modules.get(context);
  if (!module) {
    module = context.audioWorklet.addModule(workletUrl);
    modules.set(context, module);
  }
  await module;
  const ring = makeRing(context.sampleRate);
  const processorOptions: ListenOptions = { buffer: ring.buffer };
  const node = new AudioWorkletNode(context, LISTEN_PROCESSOR, { processorOptions });
  source.connect(node);
  // It gives silence; only what leads to the loudspeaker is sure to be asked for its sound.
  node.connect(context.destination);
  await new Promise<void>((resolve, reject) => {
    // It says nothing but that it has begun.
    node.port.onmessage = () => resolve();
    node.onprocessorerror = () => reject(new Error('The microphone cannot be listened to. Start once more.'));
  });
  return {
    ring,
    stop() {
      source.disconnect();
      node.disconnect();
    },
  };
}
