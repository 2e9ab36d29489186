/** A recording as a record to play along with: its beats are found, mended by hand, and made a plan of. */
import Typography from '@mui/material/Typography';
import { useParams } from 'react-router';
import { useRecording } from '../../data/recordings.ts';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { BeatMapEditor } from './BeatMapEditor.tsx';

export default function BeatMapScreen() {
  const { id = '' } = useParams();
  const { data, hash, error } = useRecording(id);
  if (!data) return error ? <NotShown what="recording" error={error} /> : <ScreenSkeleton />;
  if (data.midi)
    return (
      <Page title={data.name}>
        <Typography>
          A performance in a MIDI file has no sound to play along with. Open a recording that has one.
        </Typography>
      </Page>
    );
  return <BeatMapEditor key={id} start={data} hash={hash} />;
}
