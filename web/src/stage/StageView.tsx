/** What the stage shows: the count as high as it can be, where one is, and the core filling row by row. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Timeline } from '@feldspar/core/plan';
import { type RefObject, useEffect, useMemo, useState } from 'react';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { type CoreModel, coreOfTimeline, placeOfTime } from '../core-sample/model.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { minutes, plural } from '../shell/text.ts';
import { KEY_SIGN } from '../shell/useKey.ts';
import { DISPLAY_FACE } from '../theme/theme.ts';
import { type BeatState, beatStateAt } from './beat-state.ts';
import { feedbackWanted } from './feedback.ts';
import type { Session } from './session.ts';

export interface StageViewProps {
  surfaceRef: RefObject<HTMLDivElement | null>;
  title: string;
  subtitle: string;
  timeline: Timeline;
  session: Session | null;
  starting: boolean;
  onStart(): void;
  onStop(): void;
  onLeave(): void;
  error: unknown;
}

/** Rows of the core in sight; a longer plan moves past. */
const ROWS_IN_SIGHT = 22;

export function StageView(props: StageViewProps) {
  const { surfaceRef, title, subtitle, timeline, session, starting, onStart, onStop, onLeave, error } = props;
  const now = useBeatState(timeline, session);
  const core = useMemo(() => coreOfTimeline(timeline), [timeline]);
  const row = now ? Math.max(-1, now.row) : -1;
  const first = Math.max(0, Math.min(row - ROWS_IN_SIGHT / 2, core.rows.length - ROWS_IN_SIGHT));
  const hits = session && feedbackWanted() ? session.liveHits().length : 0;
  const inSight = useMemo(
    () => windowOf(hits > 0 && session ? withLiveHits(core, timeline, session.liveHits()) : core, first),
    [core, first, timeline, session, hits],
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
        {now ? <Count now={now} /> : <Ready starting={starting} onStart={onStart} error={error} />}
        <Box
          sx={{
            display: 'flex',
            justifyContent: 'center',
            overflow: 'hidden',
            maxHeight: { xs: '34dvh', md: 'none' },
          }}
        >
          <FittedCore
            model={inSight}
            rowHeight={25}
            label={`Clicks of ${title}, bar by bar`}
            currentRow={session ? row - first : undefined}
            maxWidth={400}
          />
        </Box>
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
        <Typography sx={{ fontSize: { xs: '0.95rem', md: '1.1rem' } }}>
          <Box component="span" sx={{ display: { xs: 'none', md: 'inline' } }}>
            Keys <b>F</b> left hand, <b>J</b> right hand, <b>space</b> either; or tap
          </Box>
          <Box component="span" sx={{ display: { md: 'none' } }}>
            Tap
          </Box>{' '}
          the screen, left and right.
        </Typography>
        {session ? (
          <Button variant="outlined" color="inherit" size="large" onClick={onStop}>
            Stop&ensp;{KEY_SIGN.Escape}
          </Button>
        ) : (
          <Button color="inherit" size="large" onClick={onLeave}>
            Leave the stage&ensp;{KEY_SIGN.Escape}
          </Button>
        )}
      </Stack>
    </Box>
  );
}

function Ready({ starting, onStart, error }: { starting: boolean; onStart(): void; error: unknown }) {
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
        It counts in, plays, and stops by itself. Tap every note; the reading comes at the end.
      </Typography>
      {error !== null && <ErrorNotice error={error} />}
    </Stack>
  );
}

function Count({ now }: { now: BeatState }) {
  const countIn = now.phase === 'countIn';
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: '4vw' }}>
      <Box
        aria-hidden="true"
        data-testid="count"
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          lineHeight: 0.86,
          fontSize: { xs: 'min(36dvh, 62vw)', md: 'min(72dvh, 36vw)' },
          minWidth: '0.62em',
          color: countIn ? 'text.secondary' : 'text.primary',
        }}
      >
        {now.beat || '·'}
      </Box>
      <Box
        role="status"
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          fontSize: 'clamp(1.7rem, 4.6vw, 4rem)',
          lineHeight: 1.15,
        }}
      >
        <Box>{countIn ? 'count-in' : `bar ${now.barNumber}`}</Box>
        {!countIn && (
          <Box sx={{ color: now.alone ? 'core.player' : 'core.click' }}>
            {now.alone ? 'alone' : 'with the click'}
          </Box>
        )}
        {now.backInBars !== null && (
          <Box sx={{ color: 'text.secondary', fontSize: '0.62em', fontWeight: 500 }}>
            click back in {plural(now.backInBars, 'bar')}
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** The state of the beat now, renewed only when what is seen changes. */
function useBeatState(timeline: Timeline, session: Session | null): BeatState | null {
  const [shown, setShown] = useState<{ session: Session; state: BeatState } | null>(null);
  useEffect(() => {
    if (!session) return;
    let frame = 0;
    let lastFace = '';
    const tick = () => {
      const next = beatStateAt(timeline, session.positionS(performance.now()) ?? -1);
      const hits = feedbackWanted() ? session.liveHits().length : 0;
      const face = `${next.phase} ${next.barNumber} ${next.beat} ${minutes(next.leftS)} ${hits}`;
      if (face !== lastFace) {
        lastFace = face;
        setShown({ session, state: next });
      }
      frame = requestAnimationFrame(tick);
    };
    tick();
    return () => cancelAnimationFrame(frame);
  }, [timeline, session]);
  return shown && shown.session === session ? shown.state : null;
}

function windowOf(core: CoreModel, first: number): CoreModel {
  const inside = <Item extends { row: number }>(items: Item[]) =>
    items
      .filter(({ row }) => row >= first && row < first + ROWS_IN_SIGHT)
      .map((item) => ({ ...item, row: item.row - first }));
  return {
    rows: core.rows.slice(first, first + ROWS_IN_SIGHT),
    marks: inside(core.marks),
    missed: [],
    extra: inside(core.extra),
  };
}

/** While playing, a hit is shown against its nearest beat: a hint, not a measurement. */
function withLiveHits(core: CoreModel, timeline: Timeline, hitsS: number[]): CoreModel {
  const marks = hitsS.flatMap((timeS) => {
    const place = placeOfTime(timeline, timeS);
    if (!place) return [];
    const bar = timeline.bars[timeline.bars.length - core.rows.length + place.row];
    const beatMs = (1000 * (bar.endS - bar.startS)) / bar.meter.beats;
    const at = Math.round(place.at);
    const asynchronyMs = (place.at - at) * beatMs;
    return at < bar.meter.beats
      ? [{ row: place.row, at, asynchronyMs }]
      : [{ row: Math.min(place.row + 1, core.rows.length - 1), at: 0, asynchronyMs }];
  });
  return { ...core, marks };
}
