/** An own plan made of this one: changed in the workshop, or harder in one step. */
import Button from '@mui/material/Button';
import { planWithSheet } from '@feldspar/core/counts';
import { type Plan, compile } from '@feldspar/core/plan';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { planAt, sheetAt, workshopAt } from '../../addresses/addresses.ts';
import { saveNewPlan } from '../../data/changes.ts';
import { makeDraft } from '../../data/drafts.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { sheetOf } from '../../data/sheet-plan.ts';
import { HarderDialog } from '../../parts/ladders/HarderDialog.tsx';
import { copyOf } from '../../data/new-plan.ts';
import { say } from '../../parts/actions/say.ts';

interface MakeOwnProps {
  id: string;
  plan: Plan;
  /** It is the user's already. */
  own: boolean;
  disabled: boolean;
}

export function MakeOwn({ id, plan, own, disabled }: MakeOwnProps) {
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const written = sheetOf(plan);
  // At the tempo that is set here.
  const { bpm, beat } = plan.sections[0].tempo;
  const sheet = written && { ...written, tempo: { bpm, beat } };
  const { run: keep } = useOnce(async (made: Plan) => {
    setAsking(false);
    try {
      compile(made);
      // What is made harder no longer follows from a count sheet.
      await navigate(planAt(await saveNewPlan({ ...made, sheet: undefined })));
    } catch (error) {
      say((error as Error).message, { variant: 'error' });
    }
  });
  const build = (text: string, where: () => string) => (
    <Button variant="outlined" onClick={() => void navigate(workshopAt(where()))}>
      {text}
    </Button>
  );
  return (
    <>
      {sheet && (
        <Button
          variant="outlined"
          onClick={() => void navigate(sheetAt(own ? id : makeDraft(planWithSheet(sheet))))}
        >
          {own ? 'Open the count sheet' : 'Make the count sheet my own'}
        </Button>
      )}
      {own && build('Change it', () => id)}
      {build(own ? 'Build on a copy' : 'Make it my own', () => makeDraft(copyOf(plan)))}
      <Button variant="outlined" disabled={disabled} onClick={() => setAsking(true)}>
        Make it harder
      </Button>
      <HarderDialog
        plan={plan}
        open={asking}
        onClose={() => setAsking(false)}
        onMade={(made) => void keep(made)}
      />
    </>
  );
}
