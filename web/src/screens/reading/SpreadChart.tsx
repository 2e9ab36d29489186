/** How the hits are spread round the pulse, with the click and alone; what counts as one sound is shaded. */
import { memo } from 'react';
import { Bar } from 'react-chartjs-2';
import { asideTick, axisTitle, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import type { Spread } from './spread-data.ts';

export const SpreadChart = memo(function SpreadChart({
  spread,
  toleranceMs,
  label,
}: {
  spread: Spread;
  toleranceMs: number;
  label: string;
}) {
  const ink = useChartInk();
  const { middlesMs, stepMs } = spread;
  const farthest = middlesMs[middlesMs.length - 1] + stepMs / 2;
  const tick = [10, 25, 50, 100, 200].find((ms) => farthest / ms <= 2.2) ?? 500;
  const edge = tick * Math.ceil(farthest / tick);
  const points = (counts: number[]) => middlesMs.map((x, i) => ({ x, y: counts[i] }));
  const hasAlone = spread.alone.some((count) => count > 0);
  return (
    <div style={{ height: 220 }}>
      <Bar
        role="img"
        aria-label={label}
        data={{
          datasets: [
            {
              label: 'with the click',
              data: points(spread.clicked),
              backgroundColor: ink.click,
              barPercentage: 1,
              categoryPercentage: 0.94,
            },
            ...(hasAlone
              ? [
                  {
                    label: 'alone',
                    data: points(spread.alone),
                    backgroundColor: ink.player,
                    barPercentage: 1,
                    categoryPercentage: 0.94,
                  },
                ]
              : []),
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: {
              type: 'linear',
              stacked: true,
              offset: false,
              min: -edge,
              max: edge,
              ticks: { ...ticks(ink), stepSize: tick, callback: asideTick, maxRotation: 0 },
              grid: { display: false },
            },
            y: {
              stacked: true,
              ticks: { ...ticks(ink), precision: 0 },
              title: axisTitle('hits', ink),
              grid: { color: ink.line },
            },
          },
          plugins: {
            annotation: {
              annotations: {
                oneSound: {
                  type: 'box',
                  xMin: Math.max(-edge, -toleranceMs),
                  xMax: Math.min(edge, toleranceMs),
                  backgroundColor: ink.passed,
                  borderWidth: 0,
                  drawTime: 'beforeDatasetsDraw',
                },
              },
            },
            tooltip: {
              callbacks: { title: ([item]) => asideTick(item.parsed.x ?? 0) },
            },
          },
        }}
      />
    </div>
  );
});
