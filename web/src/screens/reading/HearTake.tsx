/** The take is heard: clicks as they sounded, the player's strokes as a second sound; the bar being heard is told to the core. */
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { type Timeline, barIndexAt } from '@feldspar/core/plan';
import { heardTake } from '@feldspar/core/take';
import type { Hit } from '@feldspar/core/timing';
import { memo, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { useLoop } from '../../sound/useLoop.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';

/** More are no help in finding a place. */
const MOST_CHOICES = 64;

function barChoices({ bars }: Timeline): [number, string][] {
  const played = bars.filter(({ kind }) => kind === 'play');
  const stride = Math.ceil(played.length / MOST_CHOICES);
  return played.filter((_, i) => i % stride === 0).map(({ number }) => [number, String(number)]);
}

interface HearTakeProps {
  timeline: Timeline;
  hits: readonly Hit[];
  latencyMs: number;
  /** The row of the core that is heard now; null in silence. */
  onRow(row: number | null): void;
}

export const HearTake = memo(function HearTake({ timeline, hits, latencyMs, onRow }: HearTakeProps) {
  const [on, setOn] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const [fromBar, setFromBar] = useState(1);
  const [speed, setSpeed] = useState(1);
  const [silentClicks, setSilentClicks] = useState(false);
  const [sides, setSides] = useState(false);
  const [apart, setApart] = useState(false);
  const firstPlayed = timeline.bars.findIndex(({ kind }) => kind === 'play');
  const heard = useMemo(
    () =>
      on
        ? {
            // Anything else is heard from the chosen bar on.
            what: `${fromBar} ${speed} ${silentClicks} ${sides} ${apart}`,
            timeline: heardTake(timeline, hits, latencyMs, { fromBar, speed, silentClicks, sides, apart }),
            loop: false,
          }
        : null,
    [on, fromBar, speed, silentClicks, sides, apart, timeline, hits, latencyMs],
  );
  const positionS = useLoop(heard, (problem) => {
    setOn(false);
    setError(problem ?? null);
  });
  const tell = useEffectEvent((row: number | null) => onRow(row));
  const where = useEffectEvent(() => positionS());
  useEffect(() => {
    if (!heard) {
      tell(null);
      return;
    }
    let frame = 0;
    let shown = -1;
    const tick = () => {
      const now = where();
      const row = now === null ? -1 : barIndexAt(heard.timeline.bars, now) - firstPlayed;
      if (row !== shown) tell((shown = row) < 0 ? null : row);
      frame = requestAnimationFrame(tick);
    };
    tick();
    return () => cancelAnimationFrame(frame);
  }, [heard, firstPlayed]);
  const choices = useMemo(() => barChoices(timeline), [timeline]);
  const twoSided = useMemo(() => new Set(hits.map(({ voice }) => voice)).size > 1, [hits]);
  return (
    <Panel title="Hear it">
      <Stack
        direction="row"
        className="no-print"
        spacing={1.5}
        sx={{ flexWrap: 'wrap', alignItems: 'center' }}
      >
        <HearButton text="Hear the take" hearing={on} onToggle={() => setOn(!on)} />
        <Choice<number>
          label="From bar"
          value={fromBar}
          options={choices}
          onChange={setFromBar}
          minWidth={90}
        />
        <Choice<number>
          label="Speed"
          value={speed}
          options={[
            [1, 'as played'],
            [0.5, 'half'],
          ]}
          onChange={setSpeed}
          minWidth={120}
        />
      </Stack>
      <Stack direction="row" className="no-print" sx={{ flexWrap: 'wrap', columnGap: 2 }}>
        <FormControlLabel
          control={<Switch checked={silentClicks} onChange={(_, checked) => setSilentClicks(checked)} />}
          label="Silent clicks softly"
        />
        <FormControlLabel
          control={<Switch checked={apart} onChange={(_, checked) => setApart(checked)} />}
          label="Clicks left, strokes right"
        />
        {twoSided && (
          <FormControlLabel
            control={<Switch checked={sides} onChange={(_, checked) => setSides(checked)} />}
            label="Each hand a sound of its own"
          />
        )}
      </Stack>
      {error !== null && <ErrorNotice error={error} />}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        The clicks as they sounded, your strokes on a high drum. The bar that is heard is marked in the core.
      </Typography>
    </Panel>
  );
});
