/** What was heard, as a recording keeps it: to the microsecond. */
import { EARS, type HeardRecording, type Recording } from '@feldspar/core/recordings';

export const rounded = ({ kind, onsets, clicks, hiddenS }: HeardRecording): Recording['heard'] => ({
  ears: EARS,
  kind,
  onsets: onsets.map(({ timeS, strength, confidence, endS }) => ({
    timeS: micro(timeS),
    strength: Number(strength.toFixed(4)),
    confidence: Number(confidence.toFixed(3)),
    ...(endS === undefined ? {} : { endS: micro(endS) }),
  })),
  clicks,
  hiddenS: hiddenS.map(micro),
});
const micro = (seconds: number) => Number(seconds.toFixed(6));
