/** The chosen section: drawn over a bar, its clicks, what is played, its silence, its tempo and meter. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Section, type Timeline, meterOf } from '@feldspar/core/plan';
import { memo, useMemo, useState } from 'react';
import { Panel } from '../../parts/layout/Panel.tsx';
import { BarView } from './BarView.tsx';
import { ClicksPanel } from './ClicksPanel.tsx';
import { LinesPanel } from './LinesPanel.tsx';
import { SilentBarsPanel } from './SilentBarsPanel.tsx';
import { SectionFields } from './SectionFields.tsx';
import { SilenceCard } from './SilenceCard.tsx';
import { silentBars } from './hand.ts';
import { partsWith } from '../../data/edits.ts';

interface SectionEditorProps {
  section: Section;
  index: number;
  /** The section alone; null while something is wrong with it. */
  timeline: Timeline | null;
  /** @param field that is being filled; none for a step of its own. */
  onChange(change: Partial<Section>, field?: string): void;
  playing: boolean;
  position(): number | null;
}

export const SectionEditor = memo(function SectionEditor(props: SectionEditorProps) {
  const { section, index, timeline, onChange, playing, position } = props;
  const meter = useMemo(() => meterOf({ meter: section.meter }), [section.meter]);
  const [bar, setBar] = useState(0);
  const shown = Math.min(bar, section.bars - 1);
  const here = `section ${index}`;
  const { clicks, play } = section;
  const silent = timeline && silentBars(section.silence, timeline);
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2.5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 400px' },
        alignItems: 'start',
      }}
    >
      <Stack spacing={2.5}>
        <Panel title="The bar">
          {timeline ? (
            <BarView
              section={section}
              timeline={timeline}
              bar={shown}
              onBar={setBar}
              playing={playing}
              position={position}
              onLayer={(i, layer) => onChange({ clicks: partsWith(clicks, i, layer) })}
              onLine={(i, line) => onChange({ play: partsWith(play, i, line) })}
            />
          ) : (
            <Typography>The bar is drawn again when what is wrong is mended.</Typography>
          )}
        </Panel>
        <SilentBarsPanel silent={silent} drawn={timeline !== null} onChange={onChange} />
        <ClicksPanel clicks={clicks} meter={meter} here={here} onChange={onChange} />
        <LinesPanel play={play} meter={meter} here={here} onChange={onChange} />
      </Stack>
      <Stack spacing={2.5}>
        <Panel title={`Section ${index + 1}`}>
          <SectionFields
            section={section}
            onChange={(change, field) => onChange(change, `${here} ${field}`)}
          />
        </Panel>
        <Panel title="Silence">
          <SilenceCard
            silence={section.silence}
            onChange={(silence, field) => onChange({ silence }, field && `${here} silence ${field}`)}
          />
        </Panel>
      </Stack>
    </Box>
  );
});
