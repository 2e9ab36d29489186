/** What a screen looks like while it is on its way: never an empty page. */
import Skeleton from '@mui/material/Skeleton';
import Stack from '@mui/material/Stack';

export function ScreenSkeleton() {
  return (
    <Stack spacing={2.5} role="status" aria-label="Loading" sx={{ maxWidth: 1120 }}>
      <Skeleton variant="text" width="min(60%, 480px)" height={56} />
      <Skeleton variant="rounded" height={180} />
      <Skeleton variant="text" width="80%" />
      <Skeleton variant="text" width="65%" />
    </Stack>
  );
}
