/** Title, count-in, facts, and what can be done with the plan as a whole; stays in sight. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import { CountInFields } from './CountInFields.tsx';
import { Facts } from './Facts.tsx';
import { KeepingButtons } from '../../parts/keeping/KeepingButtons.tsx';
import { useUndoKeys } from '../../parts/keeping/useUndoKeys.ts';
import type { Workshop } from '../../parts/keeping/useWorkshop.ts';

interface PlanHeadProps {
  workshop: Workshop;
  hearing: 'section' | 'plan' | null;
  canHear: { section: boolean; plan: boolean };
  onHear(what: 'section' | 'plan' | null): void;
  onSave(): void;
  onDiscard(): void;
  onPlan(): void;
}

export function PlanHead({ workshop, hearing, canHear, onHear, onSave, onDiscard, onPlan }: PlanHeadProps) {
  const { plan, change, problems, timeline } = workshop;
  useUndoKeys(workshop);
  const hear = (what: 'section' | 'plan', text: string) => (
    <HearButton
      text={text}
      hearing={hearing === what}
      disabled={!canHear[what]}
      onToggle={() => onHear(hearing === what ? null : what)}
    />
  );
  return (
    <>
      <Row align="flex-start">
        <Typography variant="h1" sx={{ flexGrow: 1 }}>
          Workshop
        </Typography>
        <KeepingButtons
          workshop={workshop}
          faulty={problems.length > 0}
          onSave={onSave}
          onDiscard={onDiscard}
          onPlan={onPlan}
        />
      </Row>
      <Row align="flex-start">
        <TypedField
          label="Title"
          value={plan.title}
          show={(title) => title}
          read={(text) =>
            text.trim() !== '' && text.length <= 160
              ? { value: text }
              : { problem: 'Give the plan a title of at most 160 letters.' }
          }
          onChange={(title) => change({ ...plan, title }, 'title')}
          width="min(100%, 340px)"
        />
        <CountInFields
          countIn={plan.countIn}
          onChange={(countIn) => change({ ...plan, countIn }, 'countIn')}
        />
      </Row>
      <Box
        sx={{
          position: 'sticky',
          top: 0,
          zIndex: 1,
          bgcolor: 'background.default',
          borderBottom: '1px solid',
          borderColor: 'divider',
          py: 1,
          display: 'flex',
          flexWrap: 'wrap',
          gap: 1.5,
          alignItems: 'center',
          justifyContent: 'space-between',
        }}
      >
        <Facts timeline={timeline} />
        <Stack direction="row" spacing={1}>
          {hear('section', 'Hear the section')}
          {hear('plan', 'Hear the plan')}
        </Stack>
      </Box>
    </>
  );
}
