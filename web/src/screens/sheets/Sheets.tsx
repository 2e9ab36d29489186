/** Ready sheets, step by step; each opens as one's own. */
import AddIcon from '@mui/icons-material/Add';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Sheet, planWithSheet } from '@feldspar/core/counts';
import type { Plan } from '@feldspar/core/plan';
import { FAMILIES, LADDER_PLANS, type LadderPlan } from '@feldspar/core/practice';
import {
  comparableName,
  meterName,
  parseFraction,
  pluralOfLength,
  tempo as tempoOf,
} from '@feldspar/core/time';
import { Link, useNavigate } from 'react-router';
import { sheetAt } from '../../addresses/addresses.ts';
import { Row } from '../../parts/layout/Row.tsx';
import { lastCounting } from '../../device/counting.ts';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { fits } from '../../text/search.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { playAddress } from '../../addresses/play-address.ts';
import { beginDraft } from '../../data/drafts.ts';
import { usePlans } from '../../data/hooks.ts';
import { UnsavedDrafts } from '../../parts/plan-card/UnsavedDrafts.tsx';
import { NewGrouping } from './NewGrouping.tsx';
import { OpenSheetFile } from './OpenSheetFile.tsx';
import { SheetLine } from './SheetLine.tsx';
import { newSheetPlan, withSheet } from '../../data/sheet-plan.ts';

const ALL = 'all';
const NAMES = new Map(FAMILIES.map(({ number, name }) => [number, name]));
const OPTIONS = [
  [ALL, 'the whole ladder'] as const,
  ...[...new Set(LADDER_PLANS.map(({ step }) => step.family))]
    .sort((a, b) => a - b)
    .map((family) => [String(family), NAMES.get(family)!] as const),
];

export default function Sheets() {
  const navigate = useNavigate();
  const [search, say] = useFilters();
  const asked = search.get('family');
  const sought = search.get(FIND) ?? '';
  const family = OPTIONS.some(([value]) => value === asked) ? asked! : ALL;
  const begin = (plan: Plan) => void navigate(sheetAt(beginDraft(plan)));
  /** Counted as one last counted, where the sheet does not say. */
  const own = (sheet: Sheet): Sheet => ({ countedAs: lastCounting(), ...sheet });
  const steps = LADDER_PLANS.map((ready, i) => ({ ready, number: i + 1 })).filter(
    ({ ready: { step } }) =>
      (family === ALL || family === String(step.family)) &&
      fits(sought, `${step.sheet.title} ${step.brings} ${NAMES.get(step.family)}`),
  );
  return (
    <Page
      title="Count sheets"
      intro="Write a rhythm, count it in any note, clap it, be measured. Or go up the ladder, a step at a time."
      maxWidth={1080}
      actions={
        <>
          <Button
            variant="contained"
            startIcon={<AddIcon />}
            onClick={() => begin(newSheetPlan({ countedAs: lastCounting() }))}
          >
            Write a new one
          </Button>
          <NewGrouping onMade={(sheet) => begin(planWithSheet(own(sheet)))} />
          <OpenSheetFile onOpened={(sheet) => begin(withSheet(newSheetPlan(), own(sheet)))} />
        </>
      }
    >
      <OwnSheets sought={sought} />
      <Row>
        <Choice
          label="What it is for"
          value={family}
          options={OPTIONS}
          onChange={(next) => say('family', next, ALL)}
          minWidth={220}
        />
        <SearchField label="Find a sheet" value={sought} onChange={(text) => say(FIND, text, '')} />
      </Row>
      {steps.length === 0 && <Empty>No step of the ladder speaks of “{sought}”.</Empty>}
      <Box component="ol" aria-label="The ladder" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {steps.map(({ ready, number }) => (
          <Step
            key={ready.id}
            ready={ready}
            number={number}
            onOpen={() => begin(planWithSheet(own(ready.step.sheet)))}
          />
        ))}
      </Box>
    </Page>
  );
}

/** What was written here, the last one first. */
function OwnSheets({ sought }: { sought: string }) {
  const own = (usePlans().data?.items ?? []).filter(
    ({ sheet, ready, title }) => sheet && !ready && fits(sought, title),
  );
  return (
    <Box component="section" aria-labelledby="own-sheets">
      <Typography variant="h2" id="own-sheets" sx={{ mb: 1 }}>
        Your own
      </Typography>
      <UnsavedDrafts sheets />
      {own.length === 0 ? (
        <Empty>
          {sought
            ? `None of your own speaks of “${sought}”.`
            : 'None saved yet. Write one, or take a step of the ladder and change it.'}
        </Empty>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, columns: { sm: 2 }, columnGap: 4 }}>
          {own.map(({ id, title, tempo }) => (
            <Box component="li" key={id} sx={{ py: 0.75, breakInside: 'avoid' }}>
              <Link to={sheetAt(id)}>{title}</Link>
              {tempo && (
                <Typography variant="body2" component="span" sx={{ color: 'text.secondary' }}>
                  {' '}
                  · {comparableName(tempoOf(tempo.bpm, tempo.beat))}
                </Typography>
              )}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}

interface StepProps {
  ready: LadderPlan;
  number: number;
  onOpen(): void;
}

function Step({ ready, number, onOpen }: StepProps) {
  const { sheet, brings, family } = ready.step;
  const meter = { ...sheet.meter, unit: parseFraction(sheet.meter.unit) };
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: '36px minmax(0, 1fr)',
          md: '36px minmax(0, 1fr) 310px auto',
        },
        gap: { xs: 1, sm: 2 },
        alignItems: 'center',
        py: 1.25,
        borderTop: '1px solid',
        borderColor: 'divider',
      }}
    >
      <Typography sx={{ color: 'text.secondary', fontVariantNumeric: 'tabular-nums' }}>{number}</Typography>
      <Box sx={{ minWidth: 0 }}>
        <Typography sx={{ fontWeight: 600 }}>{sheet.title}</Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {brings} {meterName(meter)}, counted in {pluralOfLength(parseFraction(sheet.counted))}.
          {` ${NAMES.get(family)}.`}
        </Typography>
      </Box>
      <Box sx={{ gridColumn: { xs: 2, md: 'auto' } }}>
        <SheetLine sheet={sheet} />
      </Box>
      <Stack
        direction="row"
        spacing={1}
        sx={{ gridColumn: { xs: 2, md: 'auto' }, justifySelf: { xs: 'start', md: 'end' } }}
      >
        <Button onClick={onOpen} aria-label={`Open ${sheet.title}`}>
          Open
        </Button>
        <Button
          component={Link}
          to={playAddress(ready.id)}
          variant="outlined"
          aria-label={`Play ${sheet.title}`}
        >
          Play
        </Button>
      </Stack>
    </Box>
  );
}
