/** The tempo of free playing over time, with its interval. */
import type { FreePlaying } from '@feldspar/core/free';
import { type ChartData, type ChartOptions, Filler } from 'chart.js';
import { Chart as ChartJs } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { axisTitle, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import { minutes } from '../../text/text.ts';

ChartJs.register(Filler);

/** More points than a screen has pixels tell nothing. */
const MOST_POINTS = 1200;

export function FreeCurve({ free, beat }: { free: FreePlaying; beat: string }) {
  const ink = useChartInk();
  const { data, options } = useMemo(() => {
    const step = Math.ceil(free.beats.length / MOST_POINTS);
    const points = free.beats.filter((_, i) => i % step === 0);
    const line = (value: (point: (typeof points)[number]) => number) =>
      points.map((point) => ({ x: point.timeS, y: value(point) }));
    const thin = { pointRadius: 0, borderWidth: 0, borderColor: 'transparent' };
    const drawn: ChartData<'line', { x: number; y: number }[]> = {
      datasets: [
        { data: line(({ bpm }) => bpm), borderColor: ink.player, borderWidth: 2, pointRadius: 0, tension: 0 },
        { data: line(({ ci95 }) => ci95[1]), ...thin },
        { data: line(({ ci95 }) => ci95[0]), ...thin, fill: '-1', backgroundColor: `${ink.player}33` },
      ],
    };
    const frame: ChartOptions<'line'> = {
      animation: false,
      maintainAspectRatio: false,
      events: [],
      plugins: { legend: { display: false } },
      scales: {
        x: {
          type: 'linear',
          min: points[0]?.timeS ?? 0,
          max: points.at(-1)?.timeS ?? 1,
          ticks: { ...ticks(ink), maxTicksLimit: 10, callback: (value) => minutes(Number(value)) },
          grid: { display: false },
        },
        y: { title: axisTitle(`${beat}s a minute`, ink), ticks: ticks(ink), grid: { color: ink.line } },
      },
    };
    return { data: drawn, options: frame };
  }, [free, beat, ink]);
  return (
    <div style={{ height: 200 }}>
      <Line
        data={data}
        options={options}
        role="img"
        aria-label={`Tempo over time: from ${Math.round(free.beats[0]?.bpm ?? 0)} to ${Math.round(free.beats.at(-1)?.bpm ?? 0)} ${beat}s a minute`}
      />
    </div>
  );
}
