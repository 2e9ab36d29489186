/** The foot: tap with the bass, and say which note it was. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { rateOfFoot, tempoProblem } from '@feldspar/core/reference';
import { type Tempo, tempoName } from '@feldspar/core/time';
import { useEffect, useEffectEvent, useState } from 'react';
import { Panel } from '../../parts/layout/Panel.tsx';
import { isInteractive } from '../../parts/actions/useKey.ts';
import { tapOfKey } from '../../input/taps.ts';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { footText } from '../../parts/tempo/foot-text.ts';
import { useFootTaps } from '../../parts/tempo/useFootTaps.ts';

interface FootCardProps {
  /** The note that is offered first. */
  foot: Tempo['beat'];
  onTempo(tempo: Tempo): void;
}

export function FootCard({ foot: usual, onTempo }: FootCardProps) {
  const taps = useFootTaps();
  const [note, setNote] = useState<Tempo['beat'] | null>(null);
  const beat = note ?? usual;
  const tempo = taps.foot && { bpm: rateOfFoot(taps.foot), beat };
  const problem = tempo && tempoProblem(tempo);

  // The keys of the stage tap from anywhere on the desk but its fields and buttons.
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (isInteractive(event.target) || !tapOfKey(event)) return;
    event.preventDefault();
    taps.tap(event.timeStamp);
  });
  useEffect(() => {
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  return (
    <Panel title="Tap your foot">
      <Button
        variant="outlined"
        fullWidth
        {...taps.surface}
        sx={{ minHeight: 72, touchAction: 'manipulation', userSelect: 'none' }}
      >
        Tap here with the bass, or with F, J or space
      </Button>
      <Typography role="status" sx={{ mt: 1, minHeight: '1.5em' }}>
        {footText(taps.count, taps.foot)}
      </Typography>
      {tempo && (
        <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap', alignItems: 'center', mt: 1 }}>
          <NoteSelect label="The foot is the" value={beat} onChange={setNote} />
          <Button variant="outlined" disabled={problem !== null} onClick={() => onTempo(tempo)}>
            Take {tempoName(tempo)}
          </Button>
          <Button onClick={taps.clear} sx={{ color: 'text.secondary' }}>
            Tap anew
          </Button>
          {problem && (
            <Typography role="alert" variant="body2" sx={{ color: 'error.main' }}>
              {problem}
            </Typography>
          )}
        </Stack>
      )}
    </Panel>
  );
}
