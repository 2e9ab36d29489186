/** The layers of clicks of a section, and new ones. Drawn anew only when they change. */
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type ClickLayer, MOST, type Section } from '@feldspar/core/plan';
import type { Meter } from '@feldspar/core/time';
import { memo } from 'react';
import { partsWith } from '../../data/edits.ts';
import { useKeysOf } from '../../parts/keeping/useKeysOf.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Adding, CLICK_KINDS } from './Adding.tsx';
import { LayerCard } from './LayerCard.tsx';

interface ClicksPanelProps {
  clicks: ClickLayer[];
  meter: Meter;
  /** Names the section in the steps of the history. */
  here: string;
  onChange(change: Partial<Section>, field?: string): void;
}

export const ClicksPanel = memo(function ClicksPanel({ clicks, meter, here, onChange }: ClicksPanelProps) {
  const clickKeys = useKeysOf(clicks);
  return (
    <Panel title="Clicks">
      <Stack spacing={2}>
        {clicks.map((layer, i) => (
          <LayerCard
            key={clickKeys[i]}
            number={i + 1}
            layer={layer}
            meter={meter}
            onChange={(next, field) =>
              onChange({ clicks: partsWith(clicks, i, next) }, `${here} click ${i} ${field}`)
            }
            onCopy={() =>
              clicks.length < MOST.layers && onChange({ clicks: partsWith(clicks, clicks.length, layer) })
            }
            onRemove={() => onChange({ clicks: partsWith(clicks, i, null) })}
          />
        ))}
        {clicks.length === 0 && <Typography>No click at all: the player is alone.</Typography>}
        <Adding
          label="Add clicks"
          kinds={CLICK_KINDS}
          disabled={clicks.length >= MOST.layers}
          onAdd={(layer) => onChange({ clicks: partsWith(clicks, clicks.length, layer) })}
        />
      </Stack>
    </Panel>
  );
});
