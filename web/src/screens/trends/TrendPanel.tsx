/** One figure over the weeks: a point a day with its spread, the goal as a line, and what changed. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ChartData } from 'chart.js';
import { Chart } from 'react-chartjs-2';
import { type Trend, dayNumber, dayOfNumber } from '@feldspar/core/trends';
import { FIGURE_WORDS, changeWords } from '@feldspar/core/words';
import { asideTick, axisTitle, overTime, ticks, useChartInk } from '../../parts/charts/chart-frame.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { LOCALE, oneDecimal, plural, unbroken } from '../../text/text.ts';
import { AddressField } from './AddressField.tsx';
import type { TimeAxis } from './trend-filters.ts';

const DAY = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', timeZone: 'UTC' });
const markOf = (number: number) => DAY.format(new Date(`${dayOfNumber(number)}T00:00:00Z`));

interface TrendPanelProps {
  trend: Trend;
  axis: TimeAxis;
  goal: number | null;
  onGoal(text: string): void;
}

export function TrendPanel({ trend, axis, goal, onGoal }: TrendPanelProps) {
  const { figure, points } = trend;
  const { name, means } = FIGURE_WORDS[figure];
  return (
    <Panel title={name}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start', justifyContent: 'space-between' }}>
        <Box>
          <Typography>{unbroken(changeWords(trend))}</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary', mb: 1 }}>
            {means}
          </Typography>
        </Box>
        {figure !== 'offset' && (
          <Box className="no-print">
            <AddressField
              label="Goal"
              initial={goal === null ? '' : String(goal)}
              problem={(text) => (/^\d{0,4}(\.\d+)?$/.test(text) ? null : 'Type a number.')}
              onChange={onGoal}
              width={90}
            />
          </Box>
        )}
      </Box>
      {points.length > 0 && <TrendChart trend={trend} axis={axis} goal={goal} />}
    </Panel>
  );
}

function TrendChart({ trend: { figure, points, change }, axis, goal }: Omit<TrendPanelProps, 'onGoal'>) {
  const ink = useChartInk();
  const { unit } = FIGURE_WORDS[figure];
  const at = points.map(({ day }) => dayNumber(day));
  const spread = points.flatMap(({ mean, sd }, i) =>
    sd === null ? [] : [{ x: at[i], y: [mean - sd, mean + sd] as [number, number] }],
  );
  const line =
    change?.sure === true
      ? [
          { x: at[0], y: change.from },
          { x: at[at.length - 1], y: change.to },
        ]
      : [];
  const data: ChartData<'bar' | 'line', { x: number; y: number | [number, number] }[]> = {
    datasets: [
      {
        type: 'line',
        data: points.map(({ mean }, i) => ({ x: at[i], y: mean })),
        showLine: false,
        borderColor: ink.player,
        backgroundColor: ink.player,
        pointRadius: 3.5,
      },
      { type: 'line', data: line, borderColor: ink.player, borderWidth: 2, pointRadius: 0 },
      {
        type: 'bar',
        data: spread,
        backgroundColor: ink.hatch,
        barThickness: 6,
        borderRadius: 3,
        borderSkipped: false,
      },
    ],
  };
  const label = `${FIGURE_WORDS[figure].name}, day by day: ${points
    .map(({ day, mean }) => `${markOf(dayNumber(day))} ${oneDecimal(mean)}`)
    .join(', ')}`;
  return (
    <Box sx={{ height: 170, '@media print': { height: 140 } }}>
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
              { min: axis.from - 1, max: axis.to + 1, stepSize: axis.step },
              (value) => markOf(Math.round(value)),
              ink,
            ),
            y: {
              ...(figure === 'offset' || figure === 'tempo' ? {} : { min: 0 }),
              ...(goal === null ? {} : { suggestedMin: goal, suggestedMax: goal }),
              ticks: {
                ...ticks(ink),
                maxTicksLimit: 5,
                ...(figure === 'offset' ? { callback: asideTick } : {}),
              },
              ...(figure === 'offset' ? {} : { title: axisTitle(unit, ink) }),
              grid: { color: ink.line },
            },
          },
          plugins: {
            tooltip: {
              displayColors: false,
              filter: ({ datasetIndex }) => datasetIndex === 0,
              callbacks: {
                title: ([item]) => markOf(item.parsed.x ?? 0),
                label: (item) =>
                  `${figure === 'offset' ? asideTick(item.parsed.y ?? 0) : `${oneDecimal(item.parsed.y ?? 0)} ${unit}`} · ${plural(points[item.dataIndex].n, 'take')}`,
              },
            },
            annotation: {
              annotations:
                goal === null
                  ? {}
                  : {
                      goal: {
                        type: 'line',
                        yMin: goal,
                        yMax: goal,
                        borderColor: ink.click,
                        borderWidth: 1.4,
                        borderDash: [6, 4],
                      },
                    },
            },
          },
        }}
      />
    </Box>
  );
}
