/** Where the player drifted: asynchrony over the bars, silent stretches shaded. */
import { useColorScheme } from '@mui/material/styles';
import { CategoryScale, Chart, LineElement, LinearScale, PointElement, Tooltip } from 'chart.js';
import annotation, { type AnnotationOptions } from 'chartjs-plugin-annotation';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { earlyLate } from '@feldspar/core/timing';
import { DARK, LIGHT } from '../theme/palette.ts';
import type { DriftData } from './drift-data.ts';

Chart.register(LineElement, PointElement, LinearScale, CategoryScale, Tooltip, annotation);

const FONT = { family: '"Figtree Variable", system-ui, sans-serif', size: 12 };

export function DriftCurve({ data, label }: { data: DriftData; label: string }) {
  const { mode, systemMode } = useColorScheme();
  const ink = (mode === 'system' ? systemMode : mode) === 'dark' ? DARK : LIGHT;
  const farthest = data.points.reduce((far, point) => Math.max(far, Math.abs(point.y)), 40);
  const step = [25, 50, 100, 200, 500].find((ms) => farthest / ms <= 3) ?? 1000;
  const reach = Math.ceil((farthest * 1.05) / step) * step;

  const annotations = useMemo(() => {
    const boxes: Record<string, AnnotationOptions> = {};
    data.silent.forEach(([xMin, xMax], i) => {
      boxes[`silent ${i}`] = {
        type: 'box',
        xMin,
        xMax,
        backgroundColor: ink.hatch,
        borderWidth: 0,
        drawTime: 'beforeDatasetsDraw',
      };
    });
    boxes.onIt = {
      type: 'line',
      yMin: 0,
      yMax: 0,
      borderColor: ink.ink,
      borderWidth: 1.4,
      drawTime: 'beforeDatasetsDraw',
    };
    return boxes;
  }, [data, ink]);

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
          scales: {
            x: {
              type: 'linear',
              min: data.firstBar,
              max: data.endBar,
              title: {
                display: true,
                text: data.silent.length > 0 ? 'bar (silent ones shaded)' : 'bar',
                color: ink.quiet,
                font: FONT,
              },
              ticks: { color: ink.quiet, font: FONT, precision: 0, maxTicksLimit: 12 },
              grid: { display: false },
            },
            y: {
              min: -reach,
              max: reach,
              ticks: {
                color: ink.quiet,
                font: FONT,
                stepSize: step,
                callback: (value) => {
                  const ms = Math.round(Number(value));
                  return ms === 0 ? 'on it' : `${Math.abs(ms)} ms ${ms < 0 ? 'early' : 'late'}`;
                },
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
                label: (item) => earlyLate(item.parsed.y ?? 0),
              },
            },
          },
        }}
      />
    </div>
  );
}
