/** The chosen section: drawn over a bar, its clicks, what is played, its silence, its tempo and meter. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { MOST, type Plan, type Timeline, meterOf } from '@feldspar/core/plan';
import { useState } from 'react';
import { useKeysOf } from '../../parts/keeping/useKeysOf.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Adding, CLICK_KINDS, LINE_KINDS } from './Adding.tsx';
import { BarView } from './BarView.tsx';
import { LayerCard } from './LayerCard.tsx';
import { LineCard } from './LineCard.tsx';
import { SectionFields } from './SectionFields.tsx';
import { SilenceCard } from './SilenceCard.tsx';
import { SilentBars } from './SilentBars.tsx';
import { silenceOf, silentBars } from './hand.ts';
import { withLayer, withLine, withSection } from '../../data/edits.ts';

interface SectionEditorProps {
  plan: Plan;
  index: number;
  /** The section alone; null while something is wrong with it. */
  timeline: Timeline | null;
  onChange(plan: Plan, field?: string): void;
  playing: boolean;
  position(): number | null;
}

export function SectionEditor({ plan, index, timeline, onChange, playing, position }: SectionEditorProps) {
  const section = plan.sections[index];
  const meter = meterOf(section);
  const [bar, setBar] = useState(0);
  const shown = Math.min(bar, section.bars - 1);
  const here = `section ${index}`;
  const { clicks, play } = section;
  const silent = timeline && silentBars(section.silence, timeline);
  const clickKeys = useKeysOf(clicks);
  const lineKeys = useKeysOf(play);
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
              onLayer={(i, layer) => onChange(withLayer(plan, index, i, layer))}
              onLine={(i, line) => onChange(withLine(plan, index, i, line))}
            />
          ) : (
            <Typography>The bar is drawn again when what is wrong is mended.</Typography>
          )}
        </Panel>
        <Panel title="Silent bars">
          {silent ? (
            <>
              <SilentBars
                silent={silent}
                onChange={(flags) => onChange(withSection(plan, index, { silence: silenceOf(flags) }))}
              />
              <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
                Paint the bars in which the clicks fall silent: by mouse or finger, or with arrows, Enter and
                Shift with arrows.
              </Typography>
            </>
          ) : (
            <Typography>
              {timeline
                ? 'Which bars are silent is not said bar by bar here: see “Silence”.'
                : 'Drawn again when what is wrong is mended.'}
            </Typography>
          )}
        </Panel>
        <Panel title="Clicks">
          <Stack spacing={2}>
            {clicks.map((layer, i) => (
              <LayerCard
                key={clickKeys[i]}
                number={i + 1}
                layer={layer}
                meter={meter}
                onChange={(next, field) =>
                  onChange(withLayer(plan, index, i, next), `${here} click ${i} ${field}`)
                }
                onCopy={() =>
                  clicks.length < MOST.layers && onChange(withLayer(plan, index, clicks.length, layer))
                }
                onRemove={() => onChange(withLayer(plan, index, i, null))}
              />
            ))}
            {clicks.length === 0 && <Typography>No click at all: the player is alone.</Typography>}
            <Adding
              label="Add clicks"
              kinds={CLICK_KINDS}
              disabled={clicks.length >= MOST.layers}
              onAdd={(layer) => onChange(withLayer(plan, index, clicks.length, layer))}
            />
          </Stack>
        </Panel>
        <Panel title="To play">
          <Stack spacing={2}>
            {play.map((line, i) => (
              <LineCard
                key={lineKeys[i]}
                number={i + 1}
                line={line}
                meter={meter}
                onChange={(next, field) =>
                  onChange(withLine(plan, index, i, next), `${here} line ${i} ${field}`)
                }
                onUnison={
                  play.length < MOST.lines
                    ? (lines) => onChange(withSection(plan, index, { play: play.toSpliced(i, 1, ...lines) }))
                    : null
                }
                onRemove={() => onChange(withLine(plan, index, i, null))}
              />
            ))}
            {play.length === 0 && <Typography>Nothing to play: nothing will be measured.</Typography>}
            <Adding
              label="Add a line"
              kinds={LINE_KINDS}
              disabled={play.length >= MOST.lines}
              onAdd={(line) => onChange(withLine(plan, index, play.length, line))}
            />
          </Stack>
        </Panel>
      </Stack>
      <Stack spacing={2.5}>
        <Panel title={`Section ${index + 1}`}>
          <SectionFields
            section={section}
            onChange={(change, field) => onChange(withSection(plan, index, change), `${here} ${field}`)}
          />
        </Panel>
        <Panel title="Silence">
          <SilenceCard
            silence={section.silence}
            onChange={(silence, field) =>
              onChange(withSection(plan, index, { silence }), field && `${here} silence ${field}`)
            }
          />
        </Panel>
      </Stack>
    </Box>
  );
}
