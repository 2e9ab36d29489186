/** Twelve weeks of one figure in a line, up is better, with what the days leave open behind it. */
import Box from '@mui/material/Box';
import type { PlayerWeek } from '@feldspar/core/people';
import { FIGURE_WORDS, changeWords } from '@feldspar/core/words';
import { useMemo } from 'react';
import { MOST_WEEKS, weekPoints } from './trend-line.ts';

const SIZE = { width: 140, height: 34 } as const;
const EDGE = 4;

export function TrendLine({ trend, today }: { trend: PlayerWeek['trend']; today: string }) {
  const points = useMemo(() => weekPoints(trend, today), [trend, today]);
  const { name } = FIGURE_WORDS[trend.figure];
  if (points.length < 2) return <Box sx={{ ...SIZE, flexShrink: 0 }} />;
  const low = Math.min(...points.map(({ value, open }) => value - (open ?? 0)));
  const high = Math.max(...points.map(({ value, open }) => value + (open ?? 0)));
  const x = (week: number) => EDGE + ((MOST_WEEKS - 1 - week) / (MOST_WEEKS - 1)) * (SIZE.width - 2 * EDGE);
  const y = (value: number) =>
    SIZE.height - EDGE - ((value - low) / Math.max(1e-9, high - low)) * (SIZE.height - 2 * EDGE);
  const edge = (side: 1 | -1) =>
    points.map(({ week, value, open }) => `${x(week)},${y(value + side * (open ?? 0))}`);
  const band = [...edge(1), ...edge(-1).reverse()].join(' ');
  const line = points.map(({ week, value }) => `${x(week)},${y(value)}`).join(' ');
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`${name} over twelve weeks. ${changeWords(trend)}`}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      sx={{ ...SIZE, flexShrink: 0, display: 'block' }}
    >
      <polygon points={band} fill="var(--mui-palette-core-hatch)" />
      <polyline
        points={line}
        fill="none"
        stroke="var(--mui-palette-core-player)"
        strokeWidth={2}
        strokeLinejoin="round"
      />
    </Box>
  );
}
