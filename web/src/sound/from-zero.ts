/** A node that plays samples from a timeline's time zero on. */
import { FROM_ZERO_PROCESSOR, type FromZeroOptions } from './from-zero-protocol.ts';
import workletUrl from './from-zero.worklet.ts?worker&url';

/** @throws Error when the worklet cannot be loaded. */
export async function playsFromZero(
  context: AudioContext,
  processorOptions: FromZeroOptions,
): Promise<AudioNode> {
  await context.audioWorklet.addModule(workletUrl);
  return new AudioWorkletNode(context, FROM_ZERO_PROCESSOR, {
    numberOfInputs: 0,
    outputChannelCount: [1],
    processorOptions,
  });
}
