/** The frame of every screen but the stage: where one can go, who is playing, and whether anything waits for the server. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useColorScheme } from '@mui/material/styles';
import { lazy, useEffect, useEffectEvent, useLayoutEffect, useRef, useState } from 'react';
import { Outlet, useLocation, useNavigationType } from 'react-router';
import { useIsSessionKept } from '../device/kept-session.ts';
import { useKey } from '../parts/actions/useKey.ts';
import { DARK, LIGHT } from '../theme/palette.ts';
import { DISPLAY_FACE } from '../theme/theme.ts';
import { Piece } from './Piece.tsx';
import { MeasuringAnew } from './MeasuringAnew.tsx';
import { BarNavigation, SideNavigation, SoundLink } from './Navigation.tsx';
import { WaitingChanges } from './WaitingChanges.tsx';
import { WhoPlays } from './WhoPlays.tsx';
import { loadGoTo, loadKeysDialog, loadSessionOn } from './frame-pieces.ts';
import { useHeading } from './useHeading.ts';

const GoTo = lazy(loadGoTo);
const SessionOn = lazy(loadSessionOn);
const KeysDialog = lazy(loadKeysDialog);

const FOOT = {
  color: DARK.quiet,
  justifyContent: 'flex-start',
  px: 3,
  '&:hover': { color: DARK.ink },
};

export function Shell() {
  const { pathname, search } = useLocation();
  // A page of a list is another place too.
  const place = `${pathname} ${new URLSearchParams(search).get('from') ?? ''}`;
  const way = useNavigationType();
  const main = useRef<HTMLElement>(null);
  const [open, setOpen] = useState<'keys' | 'go to' | null>(null);
  const light = useLight();
  const isOn = useIsSessionKept();
  useHeading(main, place);
  // Another screen begins at its top; going back the browser finds the place again.
  useLayoutEffect(() => {
    if (way !== 'POP') window.scrollTo(0, 0);
  }, [place, way]);
  useKey('?', () => setOpen('keys'));
  useGoToKey(() => setOpen('go to'));
  const close = () => setOpen(null);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: { xs: 'column-reverse', md: 'row' } }}>
      <SkipLink to={main} />
      <Box
        component="header"
        className="no-print"
        sx={{
          bgcolor: LIGHT.ink,
          color: DARK.ink,
          position: 'sticky',
          bottom: 0,
          top: { md: 0 },
          height: { xs: 'auto', md: '100dvh' },
          width: { md: 186 },
          overflowY: { md: 'auto' },
          flexShrink: 0,
          zIndex: 2,
          display: 'flex',
          flexDirection: { xs: 'row', md: 'column' },
          flexWrap: { xs: 'wrap', md: 'nowrap' },
          alignItems: { xs: 'center', md: 'stretch' },
          px: { xs: 1, md: 0 },
          py: { md: 2.5 },
        }}
      >
        <Typography
          sx={{
            fontFamily: DISPLAY_FACE,
            fontWeight: 700,
            fontSize: '1.3rem',
            px: 3,
            pb: 2,
            display: { xs: 'none', md: 'block' },
          }}
        >
          Feldspar
        </Typography>
        <SideNavigation />
        <BarNavigation
          more={[
            ['Go to …', () => setOpen('go to')],
            ['Keys', () => setOpen('keys')],
            [light.name, light.change],
          ]}
        />
        <Box sx={{ flexGrow: 1 }} />
        <WaitingChanges />
        <MeasuringAnew />
        <WhoPlays />
        <Box sx={{ display: { xs: 'none', md: 'contents' } }}>
          <SoundLink />
        </Box>
        <Button onClick={light.change} sx={{ ...FOOT, display: { xs: 'none', md: 'inline-flex' } }}>
          {light.name}
        </Button>
        <Button onClick={() => setOpen('keys')} sx={{ ...FOOT, display: { xs: 'none', md: 'inline-flex' } }}>
          Keys&ensp;?
        </Button>
      </Box>
      <Box
        component="main"
        ref={main}
        tabIndex={-1}
        sx={{
          flexGrow: 1,
          minWidth: 0,
          px: { xs: 2, sm: 3, lg: 4 },
          pt: { xs: 2.5, md: 3.5 },
          pb: 5,
          '&:focus, & h1:focus': { outline: 'none' },
        }}
      >
        {isOn && (
          <Piece>
            <SessionOn />
          </Piece>
        )}
        <Outlet />
      </Box>
      <Piece>
        {open === 'keys' && <KeysDialog pathname={pathname} onClose={close} />}
        {open === 'go to' && <GoTo onClose={close} />}
      </Piece>
    </Box>
  );
}

/** For who comes by the Tab key: past the navigation. */
function SkipLink({ to }: { to: { current: HTMLElement | null } }) {
  return (
    <Box
      component="a"
      href="#main"
      className="no-print"
      onClick={(event) => {
        event.preventDefault();
        to.current?.focus();
      }}
      sx={{
        position: 'fixed',
        top: 8,
        left: 8,
        zIndex: 3,
        px: 2,
        py: 1.25,
        borderRadius: 1,
        bgcolor: 'background.paper',
        color: 'text.primary',
        '&:not(:focus)': { transform: 'translateY(-200%)' },
      }}
    >
      Skip to the content
    </Box>
  );
}

/** The other room, and the way there. */
function useLight(): { name: string; change(): void } {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
  return { name: dark ? 'Light room' : 'Dark room', change: () => setMode(dark ? 'light' : 'dark') };
}

/** Works in fields too: it is how one gets out of them. */
function useGoToKey(act: () => void): void {
  const go = useEffectEvent(act);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        event.key.toLowerCase() !== 'k' ||
        !(event.ctrlKey || event.metaKey) ||
        event.shiftKey ||
        event.altKey
      )
        return;
      event.preventDefault();
      go();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
