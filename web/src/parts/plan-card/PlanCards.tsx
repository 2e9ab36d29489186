/** Plans side by side, to choose from. */
import Box from '@mui/material/Box';
import type { PlanItem } from '@feldspar/core/wire';
import { PlanCard } from './PlanCard.tsx';

export function PlanCards({ plans }: { plans: readonly PlanItem[] }) {
  return (
    <Box
      component="ul"
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))',
        listStyle: 'none',
        p: 0,
        m: 0,
      }}
    >
      {plans.map((plan) => (
        <PlanCard key={plan.id} plan={plan} />
      ))}
    </Box>
  );
}
