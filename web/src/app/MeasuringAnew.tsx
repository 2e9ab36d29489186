/** After an update: the figures of lists are computed anew, with progress, and lists are read again when that is done. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef } from 'react';
import { useSWRConfig } from 'swr';
import { askFor } from '../data/wire/client.ts';
import { useRemeasuring } from '../data/hooks.ts';
import { isTakeList } from '../data/wire/keys.ts';
import { DARK } from '../theme/palette.ts';

export function MeasuringAnew() {
  const { data, mutate: renew } = useRemeasuring();
  const { mutate } = useSWRConfig();
  const running = data?.running ?? false;
  const wasRunning = useRef(false);
  useEffect(() => {
    if (wasRunning.current && !running) void mutate(isTakeList);
    wasRunning.current = running;
  }, [running, mutate]);
  if (!data || !running) return null;
  const stop = async () => {
    await askFor('DELETE /remeasuring', {});
    await renew();
  };
  return (
    <Box sx={{ px: 2.5, py: 1, fontSize: '0.85rem', color: DARK.quiet }}>
      <span role="status">
        Measuring takes anew: {data.done} of {data.total}
      </span>
      <Button size="small" sx={{ color: DARK.ink, p: 0, display: 'block' }} onClick={() => void stop()}>
        Not now
      </Button>
    </Box>
  );
}
