/** The tempo that was played, bar by bar; in beats a minute where the plan keeps one tempo, else against the plan. */
import type { Tempo } from '@feldspar/core/time';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { fastSlow } from '../shell/text.ts';
import { type BarRange, barAxis, barMarks, ticks, useChartInk } from './chart-frame.ts';
import type { Point } from './thin.ts';

interface TempoCurveProps {
  points: Point[];
  range: BarRange;
  /** The plan's only tempo; null when it changes. */
  tempo: Tempo | null;
  label: string;
}

export function TempoCurve({ points, range, tempo, label }: TempoCurveProps) {
  const ink = useChartInk();
  // In beats a minute where there is one tempo, in percent beside the plan where there are several.
  const written = tempo ? tempo.bpm.valueOf() : 0;
  const perPercent = tempo ? written / 100 : 1;
  const drawn = points.map(({ x, y }) => ({ x, y: written + perPercent * y }));
  const farthest = points.reduce((far, { y }) => Math.max(far, Math.abs(y)), 2) * perPercent;
  const step = [1, 2, 5, 10, 20].find((size) => farthest / size <= 3) ?? 50;
  const reach = Math.ceil((farthest * 1.05) / step) * step;
  const annotations = useMemo(() => barMarks(range, ink, written), [range, ink, written]);
  const said = (value: number) => (tempo ? value.toFixed(1) : fastSlow(value));
  return (
    <div style={{ height: 220 }}>
      <Line
        role="img"
        aria-label={label}
        data={{
          datasets: [
            {
              data: drawn,
              borderColor: ink.player,
              backgroundColor: ink.player,
              borderWidth: 2,
              pointRadius: points.length > 150 ? 0 : 2.4,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          parsing: false,
          interaction: { mode: 'nearest', axis: 'x', intersect: false },
          scales: {
            x: barAxis(range, ink),
            y: {
              min: written - reach,
              max: written + reach,
              ticks: {
                ...ticks(ink),
                stepSize: step,
                callback: (value) =>
                  tempo ? String(Math.round(10 * Number(value)) / 10) : said(Number(value)),
              },
              grid: { color: ink.line },
            },
          },
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
