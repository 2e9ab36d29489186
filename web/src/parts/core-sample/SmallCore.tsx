/** A take's core in small, for lists. */
import type { TakeSummary } from '@feldspar/core/take';
import { useMemo } from 'react';
import { PaintedCore } from './PaintedCore.tsx';
import { coreOfSummary } from './model.ts';

const SIZE = { width: 150, height: 84 } as const;
const ROW = { least: 3.2, most: 7 } as const;

export function SmallCore({ summary, title }: { summary: TakeSummary; title: string }) {
  const model = useMemo(() => coreOfSummary(summary), [summary]);
  const rowHeight = Math.max(ROW.least, Math.min(ROW.most, SIZE.height / Math.max(1, model.rows.length)));
  return (
    <PaintedCore model={model} rowHeight={rowHeight} maxWidth={SIZE.width} label={`Small core of ${title}`} />
  );
}
