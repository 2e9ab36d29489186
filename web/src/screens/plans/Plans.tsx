/** The library: the twenty families in the order in which people learn them, and the player's own plans. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { FAMILIES, type Family, LADDER_PLANS, TRAINS } from '@feldspar/core/practice';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { usePlans } from '../../data/hooks.ts';
import type { PlanItem } from '@feldspar/core/wire';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { plural } from '../../text/text.ts';
import { beginDraft } from '../../data/drafts.ts';
import { NEW_PLAN } from '../../data/new-plan.ts';
import { OpenPlanFile } from './OpenPlanFile.tsx';
import { PlanCards } from '../../parts/plan-card/PlanCards.tsx';
import { UnsavedDrafts } from '../../parts/plan-card/UnsavedDrafts.tsx';

const ALL = 'everything';
const OPTIONS = [ALL, ...TRAINS].map((name) => [name, name] as const);

export default function Plans() {
  const [search, setSearch] = useSearchParams();
  const trains = TRAINS.find((name) => name === search.get('trains')) ?? ALL;
  const plans = usePlans();
  const navigate = useNavigate();
  const list = plans.data?.items ?? [];
  const own = list.filter(({ ready }) => !ready);
  const families = FAMILIES.filter((family) => trains === ALL || family.trains === trains);
  return (
    <Stack spacing={4} sx={{ maxWidth: 1120 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={2}
        sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'flex-start' }}
      >
        <Typography variant="h1">Plans, in the order people learn them</Typography>
        <Choice
          label="What it trains"
          value={trains}
          options={OPTIONS}
          onChange={(name) => setSearch(name === ALL ? {} : { trains: name })}
        />
      </Stack>
      {plans.error !== undefined && <ErrorNotice error={plans.error} />}
      <Box component="section" aria-labelledby="own">
        <Stack
          direction="row"
          useFlexGap
          spacing={2}
          sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'center', mb: 1.5 }}
        >
          <Typography variant="h2" id="own">
            Your own
          </Typography>
          <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
            <Button variant="contained" onClick={() => void navigate(`/plans/${beginDraft(NEW_PLAN)}/edit`)}>
              Build a plan
            </Button>
            <Button variant="outlined" color="inherit" onClick={() => void navigate('/sheets')}>
              Count sheets
            </Button>
            <Button component={Link} to="/bin" color="inherit">
              Bin
            </Button>
            <OpenPlanFile />
          </Stack>
        </Stack>
        <UnsavedDrafts />
        {!plans.data || (plans.error && own.length === 0) ? null : own.length === 0 ? (
          <Typography sx={{ color: 'text.secondary' }}>
            None yet. Build one, make a ready plan your own, or open a plan file.
          </Typography>
        ) : (
          <PlanCards plans={own} />
        )}
      </Box>
      {families.map((family) => (
        <FamilySection
          key={family.number}
          family={family}
          plans={list.filter(({ id }) => family.plans.some((ready) => ready.id === id))}
        />
      ))}
    </Stack>
  );
}

function FamilySection({ family, plans }: { family: Family; plans: PlanItem[] }) {
  const { number, name, trains, countIn, listen } = family;
  const sheets = LADDER_PLANS.filter(({ step }) => step.family === number).length;
  return (
    <Box
      component="section"
      aria-label={name}
      sx={{
        display: 'grid',
        gap: { xs: 1.5, md: 3 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' },
        alignItems: 'start',
        borderTop: '1px solid',
        borderColor: 'divider',
        pt: 2,
      }}
    >
      <Box>
        <Typography variant="h2">
          {number}. {name}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary', mb: 1 }}>
          trains {trains}
        </Typography>
        <Typography variant="body2">
          <strong>Count in:</strong> {countIn}
        </Typography>
        <Typography variant="body2">
          <strong>Listen:</strong> {listen}
        </Typography>
        {number === REHEARD && (
          <Button component={Link} to="/rehear" color="inherit" variant="outlined" sx={{ mt: 1 }}>
            Re-hear one click
          </Button>
        )}
        {sheets > 0 && (
          <Button
            component={Link}
            to={`/sheets?family=${number}`}
            color="inherit"
            variant="outlined"
            sx={{ mt: 1, mr: 1 }}
          >
            {plural(sheets, 'count sheet')}
          </Button>
        )}
      </Box>
      <PlanCards plans={plans} />
    </Box>
  );
}

/** The family that has a screen of its own. */
const REHEARD = 8;
