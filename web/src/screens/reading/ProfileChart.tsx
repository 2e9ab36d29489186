/** Where in the bar one is early or late: the mean of each place, one standard deviation round it, and what was meant. */
import { memo } from 'react';
import type { ChartData } from 'chart.js';
import { earlyLate } from '@feldspar/core/words';
import { Chart } from 'react-chartjs-2';
import { asideAxis, axisTitle, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import type { Profile } from './profile-data.ts';

export const ProfileChart = memo(function ProfileChart({
  profile,
  label,
}: {
  profile: Profile;
  label: string;
}) {
  const ink = useChartInk();
  const farthest = profile.spanMs.reduce(
    (far, span) => Math.max(far, ...(span ?? []).map(Math.abs)),
    profile.meanMs.reduce((far, mean) => Math.max(far, Math.abs(mean)), 20),
  );
  const data: ChartData<'bar' | 'line', (number | [number, number] | null)[], string> = {
    labels: profile.names,
    datasets: [
      {
        type: 'line',
        label: 'mean',
        data: profile.meanMs,
        showLine: false,
        pointRadius: 5,
        borderColor: ink.player,
        backgroundColor: ink.player,
      },
      {
        type: 'line',
        label: 'meant',
        data: profile.intendedMs,
        showLine: false,
        pointStyle: 'line',
        pointRadius: 14,
        borderWidth: 2.5,
        borderColor: ink.ink,
      },
      {
        type: 'bar',
        label: 'spread',
        data: profile.spanMs,
        backgroundColor: ink.hatch,
        barThickness: 'flex',
        maxBarThickness: 26,
        borderRadius: 4,
        borderSkipped: false,
      },
    ],
  };
  return (
    <div style={{ height: 220 }}>
      <Chart
        type="bar"
        role="img"
        aria-label={label}
        data={data}
        options={{
          animation: false,
          maintainAspectRatio: false,
          interaction: { mode: 'index', intersect: false },
          scales: {
            x: { ticks: ticks(ink), title: axisTitle('place in the bar', ink), grid: { display: false } },
            y: asideAxis(farthest, ink),
          },
          plugins: {
            annotation: {
              annotations: {
                onIt: {
                  type: 'line',
                  yMin: 0,
                  yMax: 0,
                  borderColor: ink.ink,
                  borderWidth: 1.2,
                  drawTime: 'beforeDatasetsDraw',
                },
              },
            },
            tooltip: {
              displayColors: false,
              filter: (item) => item.dataset.label !== 'spread' && item.raw !== null,
              callbacks: {
                label: (item) => `${item.dataset.label}: ${earlyLate(Number(item.raw))}`,
              },
            },
          },
        }}
      />
    </div>
  );
});
