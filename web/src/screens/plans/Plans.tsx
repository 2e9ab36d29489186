/** The library: the twenty families in the order in which people learn them, and the player's own plans. */
import AddIcon from '@mui/icons-material/Add';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { FAMILIES, type Family, LADDER_PLANS, TRAINS } from '@feldspar/core/practice';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sheetsAt, workshopAt } from '../../addresses/addresses.ts';
import { Row } from '../../parts/layout/Row.tsx';
import { usePlans } from '../../data/hooks.ts';
import type { PlanItem } from '@feldspar/core/wire';
import { Choice } from '../../parts/fields/Choice.tsx';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { plural } from '../../text/text.ts';
import { beginDraft } from '../../data/drafts.ts';
import { NEW_PLAN } from '../../data/new-plan.ts';
import { fits } from '../../text/search.ts';
import { type PlanOrder, isFound, sorted } from './find-plans.ts';
import { OpenPlanFile } from './OpenPlanFile.tsx';
import { PlanCards } from '../../parts/plan-card/PlanCards.tsx';
import { UnsavedDrafts } from '../../parts/plan-card/UnsavedDrafts.tsx';

const ALL = 'everything';
const OPTIONS = [ALL, ...TRAINS].map((name) => [name, name] as const);
const ORDERS: [PlanOrder, string][] = [
  ['newest', 'newest first'],
  ['title', 'by name'],
  ['tempo', 'slowest first'],
];
/** Of one's own, before all of them are asked for. */
const MOST_OWN = 12;

export default function Plans() {
  const [search, say] = useFilters();
  const trains = TRAINS.find((name) => name === search.get('trains')) ?? ALL;
  const sought = search.get(FIND) ?? '';
  const order = ORDERS.find(([key]) => key === search.get('order'))?.[0] ?? 'newest';
  const plans = usePlans();
  const list = plans.data?.items ?? [];
  const families = FAMILIES.filter((family) => trains === ALL || family.trains === trains).flatMap(
    (family) => {
      const ready = list.filter(({ id }) => family.plans.some((plan) => plan.id === id));
      const found = fits(sought, family.name) ? ready : ready.filter((plan) => isFound(sought, plan));
      return sought && found.length === 0 ? [] : [{ family, plans: found }];
    },
  );
  const own = sorted(
    list.filter((plan) => !plan.ready && isFound(sought, plan)),
    order,
  );
  return (
    <Page
      title="Plans, in the order people learn them"
      actions={
        <>
          <SearchField label="Find a plan" value={sought} onChange={(text) => say(FIND, text, '')} />
          <Choice
            label="What it trains"
            value={trains}
            options={OPTIONS}
            onChange={(name) => say('trains', name, ALL)}
          />
        </>
      }
    >
      {plans.error !== undefined && <ErrorNotice error={plans.error} />}
      <OwnPlans
        plans={own}
        sought={sought}
        loaded={plans.data !== undefined && !(plans.error && own.length === 0)}
        order={order}
        onOrder={(next) => say('order', next, 'newest')}
      />
      {!plans.data && plans.error === undefined && <ScreenSkeleton />}
      {families.map(({ family, plans: found }) => (
        <FamilySection key={family.number} family={family} plans={found} />
      ))}
      {sought && plans.data && families.length === 0 && (
        <Empty>
          No ready plan speaks of “{sought}”.{' '}
          <Button onClick={() => say(FIND, '', '')}>Show all of them</Button>
        </Empty>
      )}
    </Page>
  );
}

interface OwnPlansProps {
  /** In the order in which they are shown. */
  plans: PlanItem[];
  sought: string;
  loaded: boolean;
  order: PlanOrder;
  onOrder(order: PlanOrder): void;
}

function OwnPlans({ plans, sought, loaded, order, onOrder }: OwnPlansProps) {
  const navigate = useNavigate();
  const [all, setAll] = useState(false);
  const shown = all ? plans : plans.slice(0, MOST_OWN);
  return (
    <Box component="section" aria-labelledby="own">
      <Box sx={{ mb: 1.5 }}>
        <Row spread align="center">
          <Typography variant="h2" id="own">
            Your own
          </Typography>
          <Row>
            {plans.length > 1 && <Choice label="Order" value={order} options={ORDERS} onChange={onOrder} />}
            <Button
              variant="contained"
              startIcon={<AddIcon />}
              onClick={() => void navigate(workshopAt(beginDraft(NEW_PLAN)))}
            >
              Build a plan
            </Button>
            <OpenPlanFile />
          </Row>
        </Row>
      </Box>
      <UnsavedDrafts />
      {!loaded ? null : plans.length === 0 ? (
        <Empty>
          {sought
            ? `None of your own speaks of “${sought}”.`
            : 'None yet. Build one, make a ready plan your own, or open a plan file.'}
        </Empty>
      ) : (
        <PlanCards plans={shown} />
      )}
      {shown.length < plans.length && (
        <Button onClick={() => setAll(true)} sx={{ mt: 1 }}>
          Show all {plans.length}
        </Button>
      )}
    </Box>
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
          <Button component={Link} to="/rehear" variant="outlined" sx={{ mt: 1 }}>
            Re-hear one click
          </Button>
        )}
        {sheets > 0 && (
          <Button component={Link} to={sheetsAt(number)} variant="outlined" sx={{ mt: 1, mr: 1 }}>
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
