/** Where the player drifted: asynchrony over the bars, silent stretches shaded. */
import { earlyLate } from '@feldspar/core/timing';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { asideAxis, barAxis, barMarks, useChartInk } from './chart-frame.ts';
import type { DriftData } from './drift-data.ts';

export function DriftCurve({ data, label }: { data: DriftData; label: string }) {
  const ink = useChartInk();
  const farthest = data.points.reduce((far, point) => Math.max(far, Math.abs(point.y)), 40);
  const annotations = useMemo(() => barMarks(data, ink), [data, ink]);
  return (
    <div style={{ height: 250 }}>
      <Line
        role="img"
        aria-label={label}
        data={{
          datasets: [
            {
              data: data.points,
              borderColor: ink.player,
              backgroundColor: ink.player,
              borderWidth: 2,
              pointRadius: data.points.length > 150 ? 0 : 1.8,
              pointHoverRadius: 5,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          parsing: false,
          interaction: { mode: 'nearest', axis: 'x', intersect: false },
          scales: { x: barAxis(data, ink), y: asideAxis(farthest, ink) },
          plugins: {
            annotation: { annotations },
            tooltip: {
              displayColors: false,
              callbacks: {
                title: ([item]) => `bar ${Math.floor(item.parsed.x ?? 0)}`,
                label: (item) => earlyLate(item.parsed.y ?? 0),
              },
            },
          },
        }}
      />
    </div>
  );
}
