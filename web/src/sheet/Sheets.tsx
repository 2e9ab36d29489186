/** Ready sheets, step by step; each opens as one's own. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { LADDER, type LadderStep } from '@feldspar/core/counts';
import type { Plan } from '@feldspar/core/plan';
import { meterName, parseFraction, pluralOfLength } from '@feldspar/core/time';
import { useNavigate } from 'react-router';
import { beginDraft } from '../local/drafts.ts';
import { OpenSheetFile } from './OpenSheetFile.tsx';
import { newSheetPlan, planWithSheet, withSheet } from './sheet-plan.ts';

export default function Sheets() {
  const navigate = useNavigate();
  const begin = (plan: Plan) => void navigate(`/sheets/${beginDraft(plan)}`);
  return (
    <Stack spacing={3} sx={{ maxWidth: 900 }}>
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
          <Button variant="contained" onClick={() => begin(newSheetPlan())}>
            Write a new one
          </Button>
          <OpenSheetFile onOpened={(sheet) => begin(withSheet(newSheetPlan(), sheet))} />
        </Stack>
      </Stack>
      <Box component="ol" aria-label="The ladder" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {LADDER.map((step, i) => (
          <Step
            key={step.sheet.title}
            step={step}
            number={i + 1}
            onOpen={() => begin(planWithSheet(step.sheet))}
          />
        ))}
      </Box>
    </Stack>
  );
}

interface StepProps {
  step: LadderStep;
  number: number;
  onOpen(): void;
}

function Step({ step: { sheet, brings }, number, onOpen }: StepProps) {
  const meter = { ...sheet.meter, unit: parseFraction(sheet.meter.unit) };
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '36px minmax(0, 1fr)', sm: '36px minmax(0, 1fr) auto' },
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
        </Typography>
      </Box>
      <Button
        variant="outlined"
        color="inherit"
        onClick={onOpen}
        aria-label={`Open ${sheet.title}`}
        sx={{ gridColumn: { xs: 2, sm: 'auto' }, justifySelf: 'start' }}
      >
        Open
      </Button>
    </Box>
  );
}
