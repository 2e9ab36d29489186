/** What was heard, as a recording keeps it: to the microsecond. */
import { EARS, type HeardRecording, type Recording } from '@feldspar/core/recordings';

export const rounded = ({
  kind,
  onsets,
  clicks,
  hiddenS,
  voice,
  spoken,
}: HeardRecording): Recording['heard'] => ({
  ears: EARS,
  kind,
  onsets: onsets.map(onset),
  clicks,
  hiddenS: hiddenS.map(micro),
  ...(voice.length > 0 && {
    voice: voice.map(({ fromS, toS }) => ({ fromS: micro(fromS), toS: micro(toS) })),
    spoken: spoken.map(onset),
  }),
});

const onset = ({ timeS, strength, confidence, endS }: HeardRecording['onsets'][number]) => ({
  timeS: micro(timeS),
  strength: Number(strength.toFixed(4)),
  confidence: Number(confidence.toFixed(3)),
  ...(endS === undefined ? {} : { endS: micro(endS) }),
});
const micro = (seconds: number) => Number(seconds.toFixed(6));
