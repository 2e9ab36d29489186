/** A plan to choose: its clicks drawn small, what it trains, its facts. */
import Card from '@mui/material/Card';
import CardActionArea from '@mui/material/CardActionArea';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import type { StoredPlan } from '../api/types.ts';
import { PlanPicture } from './PlanPicture.tsx';
import { PlanLine } from './PlanLine.tsx';

export function PlanCard({ plan }: { plan: StoredPlan }) {
  return (
    <Card component="li" variant="outlined" sx={{ display: 'flex' }}>
      <CardActionArea
        component={Link}
        to={`/plans/${plan.id}`}
        sx={{
          p: 2,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'stretch',
          justifyContent: 'flex-start',
          gap: 1,
        }}
      >
        <PlanPicture plan={plan.document} rowHeight={6} annotated={false} mostRows={12} />
        <Typography variant="h3">{plan.title}</Typography>
        {plan.trains && <Typography variant="body2">{plan.trains}</Typography>}
        <PlanLine plan={plan.document} />
      </CardActionArea>
    </Card>
  );
}
