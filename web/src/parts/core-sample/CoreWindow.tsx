/** A core of any length: so many bars in sight, nearer or further, moved along by a slider. Only what is in sight is drawn. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { memo, useMemo, useState } from 'react';
import { CoreLegend } from './CoreLegend.tsx';
import { FittedCore } from './FittedCore.tsx';
import type { CoreModel } from './model.ts';
import { windowOf } from './window.ts';

/** Bars in sight, from near to far, with the height of a row. */
const ZOOMS = [
  { bars: 8, rowHeight: 44 },
  { bars: 16, rowHeight: 30 },
  { bars: 32, rowHeight: 20 },
  { bars: 64, rowHeight: 12 },
] as const;
/** Up to so many bars the whole core can be seen at once. */
const MOST_WHOLE = 96;

interface CoreWindowProps {
  model: CoreModel;
  label: string;
  maxWidth?: number;
  /** The row that is heard now; it is kept in sight. */
  heardRow?: number | null;
}

export const CoreWindow = memo(function CoreWindow({
  model,
  label,
  maxWidth = 680,
  heardRow = null,
}: CoreWindowProps) {
  const total = model.rows.length;
  const whole = { bars: total, rowHeight: total > 64 ? 9 : total > 40 ? 13 : 22 };
  const zooms = [...ZOOMS.filter(({ bars }) => bars < total), ...(total <= MOST_WHOLE ? [whole] : [])];
  const [zoom, setZoom] = useState(zooms.length - (total <= MOST_WHOLE ? 1 : 2));
  const { bars, rowHeight } = zooms[zoom] ?? whole;
  const [wanted, setFirst] = useState(0);
  const inSight = heardRow === null || (heardRow >= wanted && heardRow < wanted + bars);
  const first = Math.max(0, Math.min(inSight ? wanted : heardRow, total - bars));
  const part = useMemo(
    () => (bars >= total ? model : windowOf(model, first, bars)),
    [model, first, bars, total],
  );
  const says = bars >= total ? `all ${total} bars` : `bars ${first + 1} to ${first + bars} of ${total}`;
  return (
    <Box>
      {zooms.length > 1 && (
        <Stack
          direction="row"
          className="no-print"
          sx={{ flexWrap: 'wrap', columnGap: 2, alignItems: 'center', mb: 1, maxWidth }}
        >
          <Stack direction="row" spacing={1}>
            <Button variant="outlined" size="small" disabled={zoom === 0} onClick={() => setZoom(zoom - 1)}>
              Zoom in
            </Button>
            <Button
              variant="outlined"
              size="small"
              disabled={zoom === zooms.length - 1}
              onClick={() => setZoom(zoom + 1)}
            >
              Zoom out
            </Button>
          </Stack>
          <Typography role="status" variant="body2" sx={{ color: 'text.secondary', minWidth: '10em' }}>
            {says}
          </Typography>
          {bars < total && (
            <Slider
              size="small"
              aria-label="First bar in sight"
              min={1}
              max={total - bars + 1}
              value={first + 1}
              onChange={(_, value) => setFirst(value - 1)}
              sx={{ flex: '1 1 140px', mx: 1 }}
            />
          )}
        </Stack>
      )}
      <FittedCore
        model={part}
        rowHeight={rowHeight}
        maxWidth={maxWidth}
        label={`${label} (${says})`}
        currentRow={heardRow === null ? undefined : heardRow - first}
      />
      <Box sx={{ mt: 1 }}>
        <CoreLegend
          silent={part.rows.some((row) => row.silent)}
          record={part.rows.some((row) => row.record)}
        />
      </Box>
    </Box>
  );
});
