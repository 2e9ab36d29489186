/** The frame of every screen but the stage: where one can go, and whether anything waits for the server. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useColorScheme } from '@mui/material/styles';
import { useLayoutEffect } from 'react';
import { NavLink, Outlet, useLocation, useNavigationType } from 'react-router';
import { DARK, LIGHT } from '../theme/palette.ts';
import { DISPLAY_FACE } from '../theme/theme.ts';
import { MeasuringAnew } from './MeasuringAnew.tsx';
import { WaitingChanges } from './WaitingChanges.tsx';

const PLACES = [
  { to: '/', name: 'Bench' },
  { to: '/plans', name: 'Plans' },
  { to: '/desk', name: 'Tempo desk' },
  { to: '/log', name: 'Log' },
];

export function Shell() {
  const { pathname } = useLocation();
  const way = useNavigationType();
  // Another screen begins at its top; going back the browser finds the place again.
  useLayoutEffect(() => {
    if (way !== 'POP') window.scrollTo(0, 0);
  }, [pathname, way]);
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: { xs: 'column-reverse', md: 'row' } }}>
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
          width: { md: 148 },
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
            px: 2.5,
            pb: 2,
            display: { xs: 'none', md: 'block' },
          }}
        >
          Feldspar
        </Typography>
        <Stack component="nav" aria-label="Main" direction={{ xs: 'row', md: 'column' }}>
          {PLACES.map(({ to, name }) => (
            <Box
              key={to}
              component={NavLink}
              to={to}
              end
              sx={{
                color: DARK.quiet,
                textDecoration: 'none',
                fontWeight: 600,
                minHeight: 48,
                px: { xs: 1, md: 2.5 },
                whiteSpace: 'nowrap',
                display: 'flex',
                alignItems: 'center',
                borderLeft: { md: '4px solid transparent' },
                '&.active': {
                  color: DARK.ink,
                  borderColor: DARK.player,
                  textDecoration: { xs: 'underline', md: 'none' },
                  textUnderlineOffset: 6,
                },
                '&:hover': { color: DARK.ink },
                '&:focus-visible': { outlineColor: DARK.click, outlineOffset: -3 },
              }}
            >
              {name}
            </Box>
          ))}
        </Stack>
        <Box sx={{ flexGrow: 1 }} />
        <WaitingChanges />
        <MeasuringAnew />
        <LightSwitch />
      </Box>
      <Box
        component="main"
        sx={{ flexGrow: 1, minWidth: 0, px: { xs: 2, sm: 3, lg: 4 }, pt: { xs: 2.5, md: 3.5 }, pb: 5 }}
      >
        <Outlet />
      </Box>
    </Box>
  );
}

function LightSwitch() {
  const { mode, systemMode, setMode } = useColorScheme();
  const dark = (mode === 'system' ? systemMode : mode) === 'dark';
  return (
    <Button
      onClick={() => setMode(dark ? 'light' : 'dark')}
      sx={{
        color: DARK.quiet,
        justifyContent: 'flex-start',
        px: { xs: 1.25, md: 2.5 },
        whiteSpace: 'nowrap',
        '&:hover': { color: DARK.ink },
      }}
    >
      {dark ? 'Light room' : 'Dark room'}
    </Button>
  );
}
