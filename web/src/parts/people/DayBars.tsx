/** Minutes of a week, Monday to Sunday: a bar a day, a line where nothing was played. */
import Box from '@mui/material/Box';
import type { PlayerWeek } from '@feldspar/core/people';
import { plural } from '../../text/text.ts';

const HEIGHT = 34;
const WIDTH = 14;
/** A full bar is so many minutes at least. */
const LEAST_FULL = 2;

interface DayBarsProps {
  days: PlayerWeek['days'];
  /** Minutes of a full bar, so that several players can be compared; of their own longest day where it is left out. */
  full?: number;
}

export function DayBars({ days, full = Math.max(...days.map(({ minutes }) => minutes)) }: DayBarsProps) {
  const all = days.reduce((sum, { minutes }) => sum + minutes, 0);
  const played = days.filter(({ minutes }) => minutes > 0).length;
  const label =
    played === 0
      ? 'Nothing was played this week'
      : `This week ${plural(Math.max(1, Math.round(all)), 'minute')} on ${plural(played, 'day')}`;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${WIDTH * 7} ${HEIGHT}`}
      sx={{ width: WIDTH * 7, height: HEIGHT, flexShrink: 0, display: 'block' }}
    >
      {days.map(({ day, minutes }, i) => {
        const high = Math.max(4, (HEIGHT - 2) * Math.min(1, minutes / Math.max(LEAST_FULL, full)));
        return minutes > 0 ? (
          <rect
            key={day}
            x={i * WIDTH + 2}
            y={HEIGHT - 1 - high}
            width={WIDTH - 4}
            height={high}
            rx={2}
            fill="var(--mui-palette-core-ink)"
          />
        ) : (
          <rect
            key={day}
            x={i * WIDTH + 2}
            y={HEIGHT - 2}
            width={WIDTH - 4}
            height={1.5}
            fill="var(--mui-palette-core-quiet)"
          />
        );
      })}
    </Box>
  );
}
