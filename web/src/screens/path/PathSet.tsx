/** The plans of a path as files in one ZIP, each at its tempo: for a player that only plays files. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { pathSet } from '@feldspar/core/formats';
import type { Path } from '@feldspar/core/paths';
import { Row } from '../../parts/layout/Row.tsx';
import { saveMidiSet, saveWavSet } from '../../parts/exporting/save-set.ts';
import { WritingNow } from '../../parts/exporting/WritingNow.tsx';
import { useWriting } from '../../parts/exporting/useWriting.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { plansOfPath } from './plans-of-path.ts';

const FORM = { sampleRateHz: 48_000, bits: 16 } as const;

export default function PathSet({ path }: { path: Path }) {
  const writing = useWriting();
  /** The own plans it goes over are asked for first. */
  const made = async () => {
    const plans = await plansOfPath(path);
    return () => pathSet(path, (id) => plans.get(id) ?? null);
  };
  const save = async (form: 'wav' | 'mid') => {
    try {
      const members = await made();
      if (form === 'mid') await saveMidiSet(members, path.title, writing);
      else saveWavSet(members, path.title, FORM, writing);
    } catch (failure) {
      writing.onError(failure);
    }
  };
  return (
    <Panel title="The whole path as files">
      <Typography sx={{ mb: 1.5 }}>
        One file a step in one ZIP, at its tempo, for a player that only plays files.
      </Typography>
      <Row>
        <Button variant="outlined" disabled={writing.progress !== null} onClick={() => void save('wav')}>
          Save the clicks (WAV)
        </Button>
        <Button variant="outlined" disabled={writing.progress !== null} onClick={() => void save('mid')}>
          Save as MIDI
        </Button>
      </Row>
      <WritingNow writing={writing} />
    </Panel>
  );
}
