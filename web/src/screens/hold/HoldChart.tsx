/** Beats held alone over the weeks: a dot a take, and how sure it is. */
import type { ChartData } from 'chart.js';
import { Chart } from 'react-chartjs-2';
import type { HoldGroup } from '@feldspar/core/wire';
import { axisTitle, overTime, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import { type HoldFrame, WEEK_MS } from './hold-frame.ts';
import { LOCALE, plural } from '../../text/text.ts';

const DAY = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short' });

interface HoldChartProps {
  takes: HoldGroup['takes'];
  frame: HoldFrame;
  label: string;
}

export function HoldChart({ takes, frame, label }: HoldChartProps) {
  const ink = useChartInk();
  const at = takes.map(({ startedAt }) => new Date(startedAt).getTime());
  const data: ChartData<'bar' | 'line', { x: number; y: number | [number, number] }[]> = {
    datasets: [
      {
        type: 'line',
        data: takes.map(({ beats }, i) => ({ x: at[i], y: beats })),
        borderColor: ink.player,
        backgroundColor: ink.player,
        borderWidth: 1.5,
        pointRadius: 5,
      },
      {
        type: 'bar',
        data: takes.map(({ range }, i) => ({ x: at[i], y: range })),
        backgroundColor: ink.hatch,
        barThickness: 9,
        borderRadius: 4,
        borderSkipped: false,
      },
    ],
  };
  return (
    <div style={{ height: 190 }}>
      <Chart
        type="bar"
        role="img"
        aria-label={label}
        data={data}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: overTime(
              { min: frame.fromMs, max: frame.toMs, stepSize: frame.weekStep * WEEK_MS },
              (value) => DAY.format(new Date(value)),
              ink,
            ),
            y: {
              min: 0,
              max: frame.mostBeats,
              ticks: { ...ticks(ink), stepSize: frame.mostBeats / 4 },
              title: axisTitle('beats alone', ink),
              grid: { color: ink.line },
            },
          },
          plugins: {
            tooltip: {
              displayColors: false,
              filter: ({ datasetIndex }) => datasetIndex === 0,
              callbacks: {
                title: ([item]) => DAY.format(new Date(item.parsed.x ?? 0)),
                label: (item) => plural(item.parsed.y ?? 0, 'beat'),
              },
            },
          },
        }}
      />
    </div>
  );
}
