/** The tempo that was played, bar by bar; in beats a minute where the plan keeps one tempo, else against the plan. */
import type { Tempo } from '@feldspar/core/time';
import { memo, useMemo } from 'react';
import { fastSlow, oneDecimal } from '../../text/text.ts';
import { BarCurve } from './BarCurve.tsx';
import { type BarRange, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import type { Point } from './thin.ts';

interface TempoCurveProps {
  /** In percent beside the plan. */
  points: Point[];
  range: BarRange;
  /** The plan's only tempo; null when it changes. */
  tempo: Tempo | null;
  label: string;
}

export const TempoCurve = memo(function TempoCurve({ points, range, tempo, label }: TempoCurveProps) {
  const ink = useChartInk();
  const written = tempo ? tempo.bpm.valueOf() : 0;
  const perPercent = tempo ? written / 100 : 1;
  const drawn = useMemo(
    () => points.map(({ x, y }) => ({ x, y: written + perPercent * y })),
    [points, written, perPercent],
  );
  const farthest = points.reduce((far, { y }) => Math.max(far, Math.abs(y)), 2) * perPercent;
  const step = [1, 2, 5, 10, 20].find((size) => farthest / size <= 3) ?? 50;
  const reach = Math.ceil((farthest * 1.05) / step) * step;
  const said = (value: number) => (tempo ? oneDecimal(value) : fastSlow(value));
  return (
    <BarCurve
      points={drawn}
      range={range}
      asWritten={written}
      y={{
        min: written - reach,
        max: written + reach,
        ticks: {
          ...ticks(ink),
          stepSize: step,
          callback: (value) => (tempo ? String(Math.round(10 * Number(value)) / 10) : said(Number(value))),
        },
        grid: { color: ink.line },
      }}
      said={said}
      label={label}
      height={220}
    />
  );
});
