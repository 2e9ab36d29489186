/** What the last take says, in a line. Its code comes once there is one. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { TakeItem } from '@feldspar/core/wire';
import { Link } from 'react-router';
import { takeAt } from '../../addresses/addresses.ts';
import { firstWords } from '../../text/finding-text.ts';
import { shortDate } from '../../text/text.ts';

export default function LastTake({ take }: { take: TakeItem }) {
  return (
    <Box sx={{ pt: 2 }}>
      <Typography variant="h3" component="h2">
        The last take
      </Typography>
      <Typography sx={{ mt: 0.5 }}>{firstWords(take.summary) ?? 'It is not measured yet.'}</Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {take.title}, {shortDate(take.startedAt)}
        {take.input === 'simulated' && ', simulated player'} · <Link to={takeAt(take.id)}>open it</Link>
      </Typography>
    </Box>
  );
}
