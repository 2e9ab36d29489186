/** Minutes of practice, day by day: a week a stratum, a day a bar as long as it was practised. A day without is left empty. */
import Typography from '@mui/material/Typography';
import { dayNumber, dayOfNumber } from '@feldspar/core/trends';
import type { TrendsAnswer } from '@feldspar/core/wire';
import { Panel } from '../../parts/layout/Panel.tsx';
import { LOCALE, dayText, plural } from '../../text/text.ts';
import { INK } from '../../theme/palette.ts';
import type { TimeAxis } from './trend-filters.ts';

const LEFT = 62;
const DAY_WIDTH = 56;
const ROW = 15;
const TOP = 18;
/** More weeks than these are drawn no more: the newest are. */
const MOST_WEEKS = 14;
const SHORT = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', timeZone: 'UTC' });
const WEEKDAY = new Intl.DateTimeFormat(LOCALE, { weekday: 'short', timeZone: 'UTC' });

/** Monday of the week of a day; day 0 was a Thursday. */
const mondayOf = (day: number) => day - ((day + 3) % 7);

interface CalendarProps {
  days: TrendsAnswer['days'];
  axis: TimeAxis;
  minutes: number;
}

export function Calendar({ days, axis, minutes }: CalendarProps) {
  const last = mondayOf(axis.to);
  const first = Math.max(mondayOf(axis.from), last - 7 * (MOST_WEEKS - 1));
  const weeks = Array.from({ length: (last - first) / 7 + 1 }, (_, i) => first + 7 * i);
  const byDay = new Map(days.map((day) => [dayNumber(day.day), day]));
  const longest = Math.max(10, ...days.map((day) => day.minutes));
  const height = TOP + ROW * weeks.length;
  const at = (day: number) => new Date(`${dayOfNumber(day)}T00:00:00Z`);
  return (
    <Panel title="Practice, day by day">
      <Typography sx={{ mb: 1 }}>
        {plural(Math.round(minutes), 'minute')} on {plural(days.length, 'day')}
      </Typography>
      <svg
        viewBox={`0 0 ${LEFT + 7 * DAY_WIDTH} ${height}`}
        width="100%"
        role="img"
        aria-label={`Minutes of practice: ${days.map(({ day, minutes: of }) => `${dayText(day)} ${Math.round(of)}`).join(', ')}`}
        style={{ display: 'block', fontSize: 10.5 }}
      >
        {Array.from({ length: 7 }, (_, d) => (
          <text key={d} x={LEFT + d * DAY_WIDTH} y={11} fill={INK.quiet}>
            {WEEKDAY.format(at(first + d))}
          </text>
        ))}
        {weeks.map((monday, row) => (
          <g key={monday} transform={`translate(0 ${TOP + row * ROW})`}>
            <text x={0} y={10} fill={INK.quiet}>
              {SHORT.format(at(monday))}
            </text>
            <line
              x1={LEFT}
              x2={LEFT + 7 * DAY_WIDTH}
              y1={ROW - 1}
              y2={ROW - 1}
              stroke={INK.line}
              strokeWidth={0.7}
            />
            {Array.from({ length: 7 }, (_, d) => {
              const day = byDay.get(monday + d);
              if (!day) return null;
              const width = Math.max(3, ((DAY_WIDTH - 8) * day.minutes) / longest);
              return (
                <rect
                  key={d}
                  x={LEFT + d * DAY_WIDTH}
                  y={4}
                  width={width}
                  height={7}
                  rx={1.5}
                  fill={INK.player}
                >
                  <title>{`${dayText(day.day)}: ${plural(Math.round(day.minutes), 'minute')}, ${plural(day.takes, 'take')}`}</title>
                </rect>
              );
            })}
          </g>
        ))}
      </svg>
    </Panel>
  );
}
