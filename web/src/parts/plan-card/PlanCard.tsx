/** A plan to choose: its clicks drawn small, what it trains, its facts. */
import Card from '@mui/material/Card';
import CardActionArea from '@mui/material/CardActionArea';
import Typography from '@mui/material/Typography';
import { useRef } from 'react';
import { Link } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { useInSight } from '../layout/useInSight.ts';
import { usePlan } from '../../data/hooks.ts';
import type { PlanItem } from '@feldspar/core/wire';
import { PlanPicture } from './PlanPicture.tsx';
import { PlanLine } from './PlanLine.tsx';

export function PlanCard({ plan }: { plan: PlanItem }) {
  const card = useRef<HTMLLIElement>(null);
  const near = useInSight(card);
  const document = usePlan(plan.unreadable || !near ? undefined : plan.id).data?.document;
  return (
    <Card component="li" ref={card} variant="outlined" sx={{ display: 'flex' }}>
      <CardActionArea
        component={Link}
        to={planAt(plan.id)}
        sx={{
          p: 2,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'stretch',
          justifyContent: 'flex-start',
          gap: 1,
        }}
      >
        {document && <PlanPicture plan={document} rowHeight={6} mostRows={12} />}
        <Typography variant="h3">{plan.title}</Typography>
        {plan.trains && <Typography variant="body2">{plan.trains}</Typography>}
        {document && <PlanLine plan={document} />}
        {plan.unreadable && <Typography variant="body2">{plan.unreadable}</Typography>}
      </CardActionArea>
    </Card>
  );
}
