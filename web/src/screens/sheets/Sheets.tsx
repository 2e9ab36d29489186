/** Ready sheets, step by step; each opens as one's own. */
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
import { Link, useNavigate, useSearchParams } from 'react-router';
import { lastCounting } from '../../device/counting.ts';
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
  const [search, setSearch] = useSearchParams();
  const asked = search.get('family');
  const family = OPTIONS.some(([value]) => value === asked) ? asked! : ALL;
  const begin = (plan: Plan) => void navigate(`/sheets/${beginDraft(plan)}`);
  /** Counted as one last counted, where the sheet does not say. */
  const own = (sheet: Sheet): Sheet => ({ countedAs: lastCounting(), ...sheet });
  return (
    <Stack spacing={3} sx={{ maxWidth: 1080 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={2}
        sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'flex-start' }}
      >
        <Box>
          <Typography variant="h1">Count sheets</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            Write a rhythm, count it in any note, clap it, be measured. Or go up the ladder, a step at a time.
          </Typography>
        </Box>
        <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
          <Button variant="contained" onClick={() => begin(newSheetPlan({ countedAs: lastCounting() }))}>
            Write a new one
          </Button>
          <NewGrouping onMade={(sheet) => begin(planWithSheet(own(sheet)))} />
          <OpenSheetFile onOpened={(sheet) => begin(withSheet(newSheetPlan(), own(sheet)))} />
        </Stack>
      </Stack>
      <OwnSheets />
      <Box>
        <Choice
          label="What it is for"
          value={family}
          options={OPTIONS}
          onChange={(next) => setSearch(next === ALL ? {} : { family: next })}
          minWidth={220}
        />
      </Box>
      <Box component="ol" aria-label="The ladder" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {LADDER_PLANS.map((ready, i) =>
          family === ALL || family === String(ready.step.family) ? (
            <Step
              key={ready.id}
              ready={ready}
              number={i + 1}
              onOpen={() => begin(planWithSheet(own(ready.step.sheet)))}
            />
          ) : null,
        )}
      </Box>
    </Stack>
  );
}

/** What was written here, the last one first. */
function OwnSheets() {
  const own = (usePlans().data?.items ?? []).filter(({ sheet, ready }) => sheet && !ready);
  return (
    <Box component="section" aria-labelledby="own-sheets">
      <Typography variant="h2" id="own-sheets" sx={{ mb: 1 }}>
        Your own
      </Typography>
      <UnsavedDrafts sheets />
      {own.length === 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>
          None saved yet. Write one, or take a step of the ladder and change it.
        </Typography>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, columns: { sm: 2 }, columnGap: 4 }}>
          {own.map(({ id, title, tempo }) => (
            <Box component="li" key={id} sx={{ py: 0.75, breakInside: 'avoid' }}>
              <Link to={`/sheets/${id}`}>{title}</Link>
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
        <Button variant="outlined" color="inherit" onClick={onOpen} aria-label={`Open ${sheet.title}`}>
          Open
        </Button>
        <Button
          component={Link}
          to={playAddress(ready.id)}
          variant="outlined"
          color="inherit"
          aria-label={`Play ${sheet.title}`}
        >
          Play
        </Button>
      </Stack>
    </Box>
  );
}
