/** The stage: the plan of its address, at the tempo asked for, made ready to be performed. */
import Box from '@mui/material/Box';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { compile, withTempo } from '@feldspar/core/plan';
import { useMemo } from 'react';
import { useLocation, useParams, useSearchParams } from 'react-router';
import { usePlan } from '../../data/hooks.ts';
import { tempoOfAddress } from '../../addresses/play-address.ts';
import { Performance, type PerformanceProps } from './Performance.tsx';

export default function Stage({ prepareReading }: Pick<PerformanceProps, 'prepareReading'>) {
  const { id } = useParams();
  const { key } = useLocation();
  const [search] = useSearchParams();
  const { data, error } = usePlan(id);
  const tempo = useMemo(() => tempoOfAddress(search), [search]);
  const prepared = useMemo(() => {
    if (!data) return null;
    const plan = tempo ? withTempo(data.document, tempo) : data.document;
    try {
      return { plan, timeline: compile(plan) };
    } catch (failure) {
      return { failure };
    }
  }, [data, tempo]);
  return (
    <Box
      data-scheme="dark"
      sx={{ minHeight: '100dvh', bgcolor: 'background.default', color: 'text.primary', colorScheme: 'dark' }}
    >
      {error !== undefined && !data && (
        <Box component="main" sx={{ p: 4 }}>
          <NotShown what="plan" error={error} />
        </Box>
      )}
      {prepared?.failure !== undefined && <ErrorNotice error={prepared.failure} />}
      {data && prepared?.plan && (
        <Performance
          // Another item of a session is another performance, also where it is the same plan again.
          key={key}
          planId={data.id}
          plan={prepared.plan}
          timeline={prepared.timeline}
          prepareReading={prepareReading}
        />
      )}
    </Box>
  );
}
