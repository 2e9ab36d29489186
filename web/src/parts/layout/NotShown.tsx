/** In place of a screen whose thing is not here, or could not be fetched: a heading that says so, and the way on. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { ProblemError } from '../../data/wire/client.ts';
import { ErrorNotice } from './ErrorNotice.tsx';
import { Page } from './Page.tsx';

/** What a screen is of, and where the others of its kind are. */
const KINDS = {
  plan: { to: '/plans', others: 'All plans' },
  'count sheet': { to: '/sheets', others: 'All count sheets' },
  take: { to: '/log', others: 'All takes' },
  recording: { to: '/recordings', others: 'All recordings' },
  path: { to: '/paths', others: 'All paths' },
  agenda: { to: '/planner', others: 'The planner' },
  circle: { to: '/circle', others: 'All circles' },
  player: { to: '/studio/players', others: 'All players' },
} as const;

interface NotShownProps {
  what: keyof typeof KINDS;
  /** Why it could not be fetched; left out where it is not among those that were. */
  error?: unknown;
}

export function NotShown({ what, error }: NotShownProps) {
  const { to, others } = KINDS[what];
  const isGone = error === undefined || (error instanceof ProblemError && error.status === 404);
  return (
    <Page title={isGone ? `There is no such ${what} here.` : `This ${what} could not be fetched.`}>
      {isGone ? (
        <Typography>
          What was deleted lies in the <Link to="/bin">bin</Link> for 30 days, and can be brought back.
        </Typography>
      ) : (
        <ErrorNotice error={error} />
      )}
      <div>
        <Button component={Link} to={to} variant="contained">
          {others}
        </Button>
      </div>
    </Page>
  );
}
