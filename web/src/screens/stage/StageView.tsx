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
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { minutes, plural } from '../../text/text.ts';
import { KEY_SIGN } from '../../parts/actions/useKey.ts';
import { DISPLAY_FACE } from '../../theme/theme.ts';
import type { BeatState } from './beat-state.ts';
import { feedbackWanted } from '../../device/feedback.ts';
import { withLiveHits } from './live-core.ts';
import { ROW_HEIGHT, useRowsInSight } from './rows-in-sight.ts';
import type { ListensTo } from '../../device/rig-store.ts';
import type { Limbs } from '../../input/limbs.ts';
import type { Session } from './session.ts';
import { useBeatState } from './useBeatState.ts';

const LineAhead = lazy(() => import('../../parts/engraving/LineAhead.tsx'));

export interface StageViewProps {
  surfaceRef: RefObject<HTMLDivElement | null>;
  title: string;
  subtitle: string;
  timeline: Timeline;
  /** What is read while it is played, section by section; null where no rhythm is written. */
  lines: readonly (Sheet | null)[];
  session: Session | null;
  /** What the two keys stand for, where the plan has two parts. */
  limbs: Limbs | null;
  listensTo: ListensTo;
  /** What a player must know of the input at once. */
  trouble: string | null;
  onSwap(): void;
  starting: boolean;
  /** The last one ran out without a tap. */
  nothing: boolean;
  onStart(): void;
  onStop(): void;
  onLeave(): void;
  /** Shown before the start, under everything else. */
  aside: ReactNode;
  error: unknown;
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
    starting,
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
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 400px)' },
          gap: { xs: 2, md: 5 },
          alignItems: 'center',
          minHeight: 0,
          py: 2,
        }}
      >
        {now ? (
          <Count now={now} shared={reads} />
        ) : (
          <Ready
            listensTo={listensTo}
            nothing={nothing}
            starting={starting}
            onStart={onStart}
            aside={aside}
            error={error}
          />
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
        useFlexGap
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
        ) : (
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

function Ready({
  listensTo,
  starting,
  nothing,
  onStart,
  aside,
  error,
}: Pick<StageViewProps, 'listensTo' | 'starting' | 'nothing' | 'onStart' | 'aside' | 'error'>) {
  const deed = listensTo === 'keys' ? 'Tap' : 'Play';
  return (
    <Stack spacing={3} sx={{ alignItems: 'flex-start' }}>
      <Button
        variant="contained"
        onClick={onStart}
        disabled={starting}
        sx={{
          fontFamily: DISPLAY_FACE,
          fontSize: 'clamp(2rem, 6vw, 4.5rem)',
          px: '0.8em',
          py: '0.35em',
          lineHeight: 1.1,
        }}
      >
        {starting ? 'Starting …' : `Start ${KEY_SIGN.Enter}`}
      </Button>
      <Typography
        sx={{ fontSize: { xs: '1.05rem', md: '1.3rem' }, maxWidth: '32ch', color: 'text.secondary' }}
      >
        {nothing
          ? `${listensTo === 'keys' ? 'Nobody tapped' : 'Nothing was heard'}, so there is nothing to measure and nothing was logged. ${deed} every note this time.`
          : `It counts in, plays, and stops by itself. ${deed} every note; the reading comes at the end.`}
      </Typography>
      {error !== null && <ErrorNotice error={error} />}
      <Box sx={{ pt: 2 }}>{aside}</Box>
    </Stack>
  );
}

/** Not seen. */
const ONLY_READ_OUT = {
  position: 'absolute',
  width: '1px',
  height: '1px',
  overflow: 'hidden',
  clipPath: 'inset(50%)',
} as const;

/** What stands in the count's place where the beat is the player's own. */
const INSTEAD = { silent: 'alone', sparse: 'alone', sounding: 'your beat' } as const;
const CLICK = { silent: 'alone', sparse: 'between clicks', sounding: 'with the click' } as const;

/** @param shared the line to play stands below. */
function Count({ now, shared }: { now: BeatState; shared: boolean }) {
  const countIn = now.phase === 'countIn';
  const counted = now.shows === 'beat';
  const { name, task } = now.section;
  const big = shared
    ? { xs: 'min(20dvh, 36vw)', md: 'min(32dvh, 22vw)' }
    : { xs: 'min(36dvh, 62vw)', md: 'min(72dvh, 36vw)' };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: '4vw', rowGap: '2vh' }}>
      <Box
        aria-hidden="true"
        data-testid="count"
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          lineHeight: counted ? 0.86 : 1,
          fontSize: counted ? big : { xs: 'min(16dvh, 17vw)', md: 'min(26dvh, 11vw)' },
          minWidth: '0.62em',
          color: countIn ? 'text.secondary' : counted ? 'text.primary' : 'core.player',
        }}
      >
        {counted ? now.beat || '·' : countIn ? 'listen' : INSTEAD[now.click]}
      </Box>
      <Box
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          fontSize: 'clamp(1.7rem, 4.6vw, 4rem)',
          lineHeight: 1.15,
        }}
      >
        {now.shows !== 'nothing' && !countIn && <Box aria-hidden="true">{`bar ${now.barNumber}`}</Box>}
        {/* Read out when it changes: the section and what to do in it, never every bar. */}
        <Box role="status">
          {countIn && !now.seeks && <Box>count-in</Box>}
          {name && <Box>{name}</Box>}
          {countIn && now.seeks && <Box sx={{ color: 'text.secondary' }}>come in when you have it</Box>}
          {task && <Box sx={{ color: 'text.secondary' }}>{task}</Box>}
          {!countIn && (
            <Box
              sx={[
                { color: now.click === 'sounding' ? 'core.click' : 'core.player' },
                // It stands there already, huge.
                !counted && now.click === 'silent' && ONLY_READ_OUT,
              ]}
            >
              {CLICK[now.click]}
            </Box>
          )}
          {now.silentBars !== null && (
            <Box sx={{ color: 'text.secondary', fontSize: '0.62em', fontWeight: 500 }}>
              {plural(now.silentBars, 'silent bar')}
            </Box>
          )}
        </Box>
      </Box>
    </Box>
  );
}
