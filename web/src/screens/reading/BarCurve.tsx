/** A line over the bars of a take, silent stretches shaded, with a level where everything is as written. */
import type { ScaleOptionsByType } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { type BarRange, barAxis, barMarks, useChartInk } from '../../parts/charts/chart-frame.ts';
import type { Point } from './thin.ts';

interface BarCurveProps {
  points: Point[];
  range: BarRange;
  /** The upright axis. */
  y: {
    min: number;
    max: number;
    ticks: Partial<ScaleOptionsByType<'linear'>['ticks']>;
    grid: { color: string };
  };
  asWritten?: number;
  said(value: number): string;
  label: string;
  height: number;
}

/** With more points than this a line says enough. */
const MOST_DOTS = 150;

export function BarCurve({ points, range, y, asWritten = 0, said, label, height }: BarCurveProps) {
  const ink = useChartInk();
  const annotations = useMemo(() => barMarks(range, ink, asWritten), [range, ink, asWritten]);
  return (
    <div style={{ height }}>
      <Line
        role="img"
        aria-label={label}
        data={{
          datasets: [
            {
              data: points,
              borderColor: ink.player,
              backgroundColor: ink.player,
              borderWidth: 2,
              pointRadius: points.length > MOST_DOTS ? 0 : 2,
              pointHoverRadius: 5,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          parsing: false,
          interaction: { mode: 'nearest', axis: 'x', intersect: false },
          scales: { x: barAxis(range, ink), y },
          plugins: {
            annotation: { annotations },
            tooltip: {
              displayColors: false,
              callbacks: {
                title: ([item]) => `bar ${Math.floor(item.parsed.x ?? 0)}`,
                label: (item) => said(item.parsed.y ?? 0),
              },
            },
          },
        }}
      />
    </div>
  );
}
