/** Where the player drifted: asynchrony over the bars, silent stretches shaded. */
import { memo } from 'react';
import { earlyLate } from '@feldspar/core/words';
import { BarCurve } from './BarCurve.tsx';
import { asideAxis, useChartInk } from '../../parts/charts/chart-frame.ts';
import type { DriftData } from './drift-data.ts';

export const DriftCurve = memo(function DriftCurve({ data, label }: { data: DriftData; label: string }) {
  const ink = useChartInk();
  const farthest = data.points.reduce((far, point) => Math.max(far, Math.abs(point.y)), 40);
  return (
    <BarCurve
      points={data.points}
      range={data}
      y={asideAxis(farthest, ink)}
      said={earlyLate}
      label={label}
      height={250}
    />
  );
});
