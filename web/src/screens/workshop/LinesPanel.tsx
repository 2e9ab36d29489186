/** What is to be played in a section, and new lines. Drawn anew only when they change. */
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { MOST, type PlayLine, type Section } from '@feldspar/core/plan';
import type { Meter } from '@feldspar/core/time';
import { memo } from 'react';
import { partsWith } from '../../data/edits.ts';
import { useKeysOf } from '../../parts/keeping/useKeysOf.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Adding, LINE_KINDS } from './Adding.tsx';
import { LineCard } from './LineCard.tsx';

interface LinesPanelProps {
  play: PlayLine[];
  meter: Meter;
  /** Names the section in the steps of the history. */
  here: string;
  onChange(change: Partial<Section>, field?: string): void;
}

export const LinesPanel = memo(function LinesPanel({ play, meter, here, onChange }: LinesPanelProps) {
  const lineKeys = useKeysOf(play);
  return (
    <Panel title="To play">
      <Stack spacing={2}>
        {play.map((line, i) => (
          <LineCard
            key={lineKeys[i]}
            number={i + 1}
            line={line}
            meter={meter}
            onChange={(next, field) =>
              onChange({ play: partsWith(play, i, next) }, `${here} line ${i} ${field}`)
            }
            onUnison={
              play.length < MOST.lines ? (lines) => onChange({ play: play.toSpliced(i, 1, ...lines) }) : null
            }
            onRemove={() => onChange({ play: partsWith(play, i, null) })}
          />
        ))}
        {play.length === 0 && <Typography>Nothing to play: nothing will be measured.</Typography>}
        <Adding
          label="Add a line"
          kinds={LINE_KINDS}
          disabled={play.length >= MOST.lines}
          onAdd={(line) => onChange({ play: partsWith(play, play.length, line) })}
        />
      </Stack>
    </Panel>
  );
});
