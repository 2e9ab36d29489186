/** The beats of a record are found from its sound, by a foot that taps along, or by both: then the taps lead. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { FoundBeats } from '@feldspar/core/beats';
import { useEffect, useEffectEvent, useState } from 'react';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { plural } from '../../text/text.ts';
import type { FindingBeats } from './useFindingBeats.ts';

const FEWEST_TAPS = 4;

interface FindBeatsPanelProps {
  finding: FindingBeats;
  /** There is a map already. */
  again: boolean;
  onFound(found: FoundBeats): void;
  onPosition(timeS: number | null): void;
}

export function FindBeatsPanel({ finding, again, onFound, onPosition }: FindBeatsPanelProps) {
  const { busy, error, taps } = finding;
  const [bpm, setBpm] = useState<number | null>(null);
  const find = async (tapsS?: readonly number[]) => {
    const found = await finding.find({ bpm: bpm ?? undefined, ...(tapsS ? { tapsS } : {}) });
    if (found) onFound(found);
  };
  const done = () => {
    const tapsS = finding.endTapping();
    if (tapsS.length >= FEWEST_TAPS) void find(tapsS);
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.key.toLowerCase() !== 't' || event.repeat || event.ctrlKey || event.metaKey) return;
    if (event.target instanceof Element && event.target.closest('input, textarea')) return;
    event.preventDefault();
    finding.tap(event.timeStamp);
  });
  const isTapping = taps !== null;
  useEffect(() => {
    if (!isTapping) return;
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [isTapping]);
  return (
    <Panel title="Find the beats">
      {busy !== null ? (
        <Row>
          <Typography role="status">{busy}</Typography>
          <Button variant="outlined" onClick={finding.cancel}>
            Cancel
          </Button>
        </Row>
      ) : isTapping ? (
        <Row>
          <Button
            variant="outlined"
            size="large"
            onPointerDown={({ timeStamp }) => finding.tap(timeStamp)}
            sx={{ minWidth: 120, minHeight: 64 }}
          >
            Tap (T)
          </Button>
          <Typography role="status">{plural(taps, 'tap')}</Typography>
          <Button variant="contained" onClick={done}>
            {taps >= FEWEST_TAPS ? 'Done' : 'Stop'}
          </Button>
        </Row>
      ) : (
        <Row gap={1}>
          <Button variant={again ? 'outlined' : 'contained'} onClick={() => void find()}>
            {again ? 'Find them anew' : 'Find the beats'}
          </Button>
          <Button variant="outlined" onClick={() => void finding.tapAlong(onPosition)}>
            Tap along
          </Button>
          <TypedField
            label="About (a minute)"
            value={bpm}
            show={(value) => (value === null ? '' : String(value))}
            read={(text) => (text.trim() === '' ? { value: null } : numberFrom(20, 400)(text))}
            onChange={setBpm}
            width={170}
          />
        </Row>
      )}
      {error !== null && <ErrorNotice error={error} />}
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
        {again
          ? 'What was mended by hand is replaced; undo brings it back.'
          : 'Play it and tap every beat with a foot or the key T, where the machine may go wrong.'}
      </Typography>
    </Panel>
  );
}
