/** The count, as high as it can be; or what stands in its place. */
import Box from '@mui/material/Box';
import visuallyHidden from '@mui/utils/visuallyHidden';
import { plural } from '../../text/text.ts';
import { DISPLAY_FACE } from '../../theme/theme.ts';
import type { BeatState } from './beat-state.ts';

/** What stands in the count's place where the beat is the player's own. */
const INSTEAD = { silent: 'alone', sparse: 'alone', sounding: 'your beat' } as const;
const CLICK = { silent: 'alone', sparse: 'between clicks', sounding: 'with the click' } as const;
const WITH = { click: CLICK.sounding, record: 'with the record' } as const;

/** @param shared the line to play stands below. */
export function Count({ now, shared }: { now: BeatState; shared: boolean }) {
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
                !counted && now.click === 'silent' && visuallyHidden,
              ]}
            >
              {now.click === 'sounding' ? WITH[now.along] : CLICK[now.click]}
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
