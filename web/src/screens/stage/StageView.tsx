/** What the stage shows: the count as high as it can be, where one is, and the core filling row by row. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Timeline } from '@feldspar/core/plan';
import type { Sheet } from '@feldspar/core/counts';
import { type ReactNode, type RefObject, Suspense, lazy, useMemo } from 'react';
import { FittedCore } from '../../parts/core-sample/FittedCore.tsx';
import { coreOfTimeline } from '../../parts/core-sample/model.ts';
import { windowOf } from '../../parts/core-sample/window.ts';
import { minutes } from '../../text/text.ts';
import { KEY_SIGN } from '../../parts/actions/useKey.ts';
import { feedbackWanted } from '../../device/feedback.ts';
import { withLiveHits } from './live-core.ts';
import { ROW_HEIGHT, useRowsInSight } from './rows-in-sight.ts';
import type { ListensTo } from '../../device/rig-store.ts';
import type { Limbs } from '../../input/limbs.ts';
import type { Session } from './session.ts';
import { Count } from './Count.tsx';
import { Pausing, Ready, type ReadyProps } from './Ready.tsx';
import { useBeatState } from './useBeatState.ts';

const LineAhead = lazy(() => import('../../parts/engraving/LineAhead.tsx'));

export interface StageViewProps extends ReadyProps {
  surfaceRef: RefObject<HTMLDivElement | null>;
  title: string;
  subtitle: string;
  timeline: Timeline;
  /** What is read while it is played, section by section; null where no rhythm is written. */
  lines: readonly (Sheet | null)[];
  session: Session | null;
  /** What the two keys stand for, where the plan has two parts. */
  limbs: Limbs | null;
  /** What a player must know of the input at once. */
  trouble: string | null;
  onSwap(): void;
  /** The item of a session that it is; null outside of one. */
  queue: ReactNode;
  /** It begins again by itself in a moment. */
  pausing: { takes: number; onRead(): void } | null;
  onStop(): void;
  onLeave(): void;
}

export function StageView(props: StageViewProps) {
  const {
    surfaceRef,
    title,
    subtitle,
    timeline,
    lines,
    session,
    limbs,
    listensTo,
    trouble,
    onSwap,
    busy,
    pausing,
    queue,
    nothing,
    onStart,
    onStop,
    onLeave,
    aside,
    error,
  } = props;
  const reads = lines.some((line) => line !== null);
  const now = useBeatState(timeline, session, reads);
  const section = now?.section.index ?? 0;
  const sheet = lines[section] ?? null;
  const core = useMemo(() => coreOfTimeline(timeline), [timeline]);
  // A row that moves on tells the bar, and with it the downbeat.
  const row = now ? Math.max(-1, now.shows === 'nothing' ? now.section.firstRow : now.row) : -1;
  const inSightRows = useRowsInSight(reads);
  // The core moves past a few rows at a time, so that the eye has something that stands still.
  const first = Math.max(
    0,
    Math.min(4 * Math.floor((row - inSightRows / 3) / 4), core.rows.length - inSightRows),
  );
  const hits = session && feedbackWanted() ? session.tapCount() : 0;
  const inSight = useMemo(
    () =>
      windowOf(
        hits > 0 && session ? withLiveHits(core, timeline, session.liveHits()) : core,
        first,
        inSightRows,
      ),
    [core, first, inSightRows, timeline, session, hits],
  );
  return (
    <Box
      ref={surfaceRef}
      sx={{
        minHeight: '100dvh',
        display: 'grid',
        gridTemplateRows: 'auto 1fr auto',
        // Narrower than the picture that was drawn before, when a window is made smaller.
        gridTemplateColumns: 'minmax(0, 1fr)',
        touchAction: session ? 'none' : 'auto',
        userSelect: 'none',
        px: { xs: 2, md: 4 },
        py: { xs: 1.5, md: 2.5 },
      }}
    >
      <Stack
        component="header"
        direction="row"
        spacing={2}
        sx={{ justifyContent: 'space-between', fontSize: { xs: '1rem', md: '1.2rem' } }}
      >
        <Box>
          <Box component="h1" sx={{ font: 'inherit', fontWeight: 700, m: 0, display: 'inline' }}>
            {title}
          </Box>
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {' '}
            · {subtitle}
          </Box>
        </Box>
        <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
          {minutes(now ? now.leftS : timeline.endS)} {now ? 'left' : 'min'}
        </Box>
      </Stack>

      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 400px)' },
          gap: { xs: 2, md: 5 },
          alignItems: 'center',
          minHeight: 0,
          py: 2,
        }}
      >
        {now ? (
          <Count now={now} shared={reads} />
        ) : (
          <Box>
            {queue}
            {pausing ? (
              <Pausing {...pausing} />
            ) : (
              <Ready
                listensTo={listensTo}
                nothing={nothing}
                busy={busy}
                onStart={onStart}
                aside={aside}
                error={error}
              />
            )}
          </Box>
        )}
        <Box sx={{ display: reads ? { xs: 'none', md: 'flex' } : 'flex', justifyContent: 'center' }}>
          <FittedCore
            model={inSight}
            rowHeight={ROW_HEIGHT}
            label={`Clicks of ${title}, bar by bar`}
            currentRow={session && now?.shows !== 'nothing' ? row - first : undefined}
            maxWidth={400}
          />
        </Box>
        {sheet && (
          <Box sx={{ gridColumn: '1 / -1', display: 'flex', justifyContent: 'center', minWidth: 0 }}>
            <Suspense>
              <LineAhead key={section} sheet={sheet} bar={now ? now.row - now.section.firstRow : -1} />
            </Suspense>
          </Box>
        )}
      </Box>

      <Stack
        component="footer"
        direction="row"
        spacing={2}
        sx={{
          justifyContent: 'space-between',
          alignItems: 'center',
          flexWrap: 'wrap',
          color: 'text.secondary',
        }}
      >
        <Typography component="div" sx={{ fontSize: { xs: '0.95rem', md: '1.1rem' } }}>
          {listensTo === 'keys' ? (
            <KeysLine limbs={limbs} onSwap={session ? null : onSwap} />
          ) : (
            LISTENING[listensTo]
          )}
          <Box role="alert" sx={{ color: 'text.primary', fontWeight: 600 }}>
            {trouble}
          </Box>
        </Typography>
        {session ? (
          <Button variant="outlined" size="large" onClick={onStop}>
            Stop&ensp;{KEY_SIGN.Escape}
          </Button>
        ) : pausing ? null : (
          <Button size="large" onClick={onLeave}>
            Leave the stage&ensp;{KEY_SIGN.Escape}
          </Button>
        )}
      </Stack>
    </Box>
  );
}

/** What stands below instead of the keys. */
const LISTENING: Record<Exclude<ListensTo, 'keys'>, string> = {
  microphone: 'The microphone listens: play every note.',
  midi: 'Every note you strike counts.',
  'simulated microphone': 'A program plays before a simulated microphone.',
  'simulated pad': 'A program plays on a simulated pad.',
};

function KeysLine({ limbs, onSwap }: { limbs: Limbs | null; onSwap: (() => void) | null }) {
  return (
    <>
      <Box component="span" sx={{ display: { xs: 'none', md: 'inline' } }}>
        Keys <b>F</b> {limbs?.left ?? 'left hand'}, <b>J</b> {limbs?.right ?? 'right hand'}, <b>space</b>{' '}
        {limbs ? 'whichever fits' : 'either'}; or tap
      </Box>
      <Box component="span" sx={{ display: { md: 'none' } }}>
        Tap
      </Box>{' '}
      the screen, {limbs ? `left ${limbs.left}, right ${limbs.right}` : 'left and right'}.
      {limbs && onSwap && (
        <Button size="large" onClick={onSwap} sx={{ ml: 1 }}>
          Swap {limbs.left} and {limbs.right}
        </Button>
      )}
    </>
  );
}
