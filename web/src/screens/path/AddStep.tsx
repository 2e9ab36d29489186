/** A plan or a count sheet as the next step: those that ship, and one's own. */
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { PathStep } from '@feldspar/core/paths';
import { LADDER_PLANS, placementPlanOf, placementPlanId } from '@feldspar/core/practice';
import { placements } from '@feldspar/core/reference';
import { useMemo, useState } from 'react';
import { usePlans } from '../../data/hooks.ts';
import { Row } from '../../parts/layout/Row.tsx';

type Step = Omit<PathStep, 'key'>;
interface Offer extends Step {
  group: string;
}

export function AddStep({ onAdd }: { onAdd(step: Step): void }) {
  const plans = usePlans().data?.items;
  const [chosen, setChosen] = useState<Offer | null>(null);
  const offers = useMemo(() => {
    const listed = (plans ?? []).flatMap(({ id, title, tempo, ready }): Offer[] =>
      tempo
        ? [
            {
              planId: id,
              title,
              tempo: { bpm: tempo.bpm, beat: tempo.beat },
              group: ready ? 'Plans' : 'Your own',
            },
          ]
        : [],
    );
    const sheets = LADDER_PLANS.map(({ id, plan }) => offerOf(id, plan, 'Count sheets'));
    const places = placements().map((placement) => {
      const id = placementPlanId(placement);
      return offerOf(id, placementPlanOf(id)!.plan, 'Re-heard clicks');
    });
    return [
      ...listed.filter(({ group }) => group === 'Your own'),
      ...listed.filter(({ group }) => group === 'Plans'),
      ...sheets,
      ...places,
    ];
  }, [plans]);
  const add = () => {
    if (!chosen) return;
    const { planId, title, tempo } = chosen;
    onAdd({ planId, title, tempo });
    setChosen(null);
  };
  return (
    <Row>
      <Autocomplete
        options={offers}
        value={chosen}
        groupBy={({ group }) => group}
        getOptionLabel={({ title }) => title}
        getOptionKey={({ planId }) => planId}
        isOptionEqualToValue={(one, other) => one.planId === other.planId}
        onChange={(_, offer) => setChosen(offer)}
        renderInput={(params) => <TextField {...params} label="A plan or a count sheet" />}
        sx={{ width: 'min(360px, 80vw)' }}
      />
      <Button variant="outlined" disabled={!chosen} onClick={add}>
        Add it as a step
      </Button>
    </Row>
  );
}

function offerOf(
  planId: string,
  plan: { title: string; sections: { tempo: Step['tempo'] }[] },
  group: string,
): Offer {
  const { bpm, beat } = plan.sections[0].tempo;
  return { planId, title: plan.title, tempo: { bpm, beat }, group };
}
