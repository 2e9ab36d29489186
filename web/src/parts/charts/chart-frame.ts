/** What all charts of a reading share: their parts registered once, the ink of the light in force, and the two axes. */
import { useColorScheme } from '@mui/material/styles';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  type ScaleOptionsByType,
  Tooltip,
} from 'chart.js';
import annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation';
import { type CorePalette, DARK, LIGHT } from '../../theme/palette.ts';

Chart.register(
  BarController,
  BarElement,
  LineController,
  LineElement,
  PointElement,
  LinearScale,
  CategoryScale,
  Tooltip,
  annotation,
);

export const FONT = { family: '"Figtree Variable", system-ui, sans-serif', size: 12 };

export function useChartInk(): CorePalette {
  const { mode, systemMode } = useColorScheme();
  return (mode === 'system' ? systemMode : mode) === 'dark' ? DARK : LIGHT;
}

export const axisTitle = (text: string, ink: CorePalette) => ({
  display: true,
  text,
  color: ink.quiet,
  font: FONT,
});
export const ticks = (ink: CorePalette) => ({ color: ink.quiet, font: FONT });

/** Days or moments from left to right, marked at even steps. */
export const overTime = (
  { min, max, stepSize }: { min: number; max: number; stepSize: number },
  markOf: (value: number) => string,
  ink: CorePalette,
) => ({
  type: 'linear' as const,
  min,
  max,
  ticks: {
    ...ticks(ink),
    stepSize,
    callback: (value: number | string) => markOf(Number(value)),
    maxRotation: 0,
  },
  grid: { display: false },
});

/** "40 ms early", "on it", "40 ms late". */
export function asideTick(value: number | string): string {
  const ms = Math.round(Number(value));
  return ms === 0 ? 'on it' : `${Math.abs(ms)} ms ${ms < 0 ? 'early' : 'late'}`;
}

/** A scale of milliseconds, early below and late above, in round steps. */
export function asideAxis(farthestMs: number, ink: CorePalette) {
  const step = [10, 25, 50, 100, 200, 500].find((ms) => farthestMs / ms <= 3) ?? 1000;
  const reach = Math.ceil((Math.max(farthestMs, step) * 1.05) / step) * step;
  return {
    min: -reach,
    max: reach,
    ticks: { ...ticks(ink), stepSize: step, callback: asideTick },
    grid: { color: ink.line },
  };
}

export interface BarRange {
  /** [first, end) in bars. */
  silent: [number, number][];
  firstBar: number;
  endBar: number;
}

/** More stretches than this are narrower than they can be seen; then none is shaded. */
const MOST_SHADED = 160;

export function barAxis({ silent, firstBar, endBar }: BarRange, ink: CorePalette) {
  const text =
    silent.length === 0
      ? 'bar'
      : silent.length > MOST_SHADED
        ? `bar (${silent.length} silent stretches, too many to shade)`
        : 'bar (silent ones shaded)';
  return {
    type: 'linear' as const,
    min: firstBar,
    max: endBar,
    title: axisTitle(text, ink),
    ticks: { ...ticks(ink), precision: 0, maxTicksLimit: 12 } as Partial<
      ScaleOptionsByType<'linear'>['ticks']
    >,
    grid: { display: false },
  };
}

/** The silent stretches, and the line where everything is as written. */
export function barMarks(
  { silent }: BarRange,
  ink: CorePalette,
  asWritten = 0,
): Record<string, AnnotationOptions> {
  const marks: Record<string, AnnotationOptions> = {};
  if (silent.length <= MOST_SHADED)
    silent.forEach(([xMin, xMax], i) => {
      marks[`silent ${i}`] = {
        type: 'box',
        xMin,
        xMax,
        backgroundColor: ink.hatch,
        borderWidth: 0,
        drawTime: 'beforeDatasetsDraw',
      };
    });
  marks.asWritten = {
    type: 'line',
    yMin: asWritten,
    yMax: asWritten,
    borderColor: ink.ink,
    borderWidth: 1.4,
    drawTime: 'beforeDatasetsDraw',
  };
  return marks;
}
