/** The way to every place: all of them in the side bar; on a phone the usual four, and "More". */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { useOpenedAs } from '../device/opened-as.ts';
import { DARK } from '../theme/palette.ts';
import { loadMoreMenu } from './frame-pieces.ts';
import type { Deed } from './MoreMenu.tsx';
import { Piece } from './Piece.tsx';
import { ALL_PLACES, GROUPS, IN_THE_BAR, type Place, SOUND_AND_INPUTS, isAt, openTo } from './places.ts';

const MoreMenu = lazy(loadMoreMenu);

const LINK = {
  color: DARK.quiet,
  textDecoration: 'none',
  fontWeight: 600,
  whiteSpace: 'nowrap',
  display: 'flex',
  alignItems: 'center',
  '&[aria-current]': {
    color: DARK.ink,
    borderColor: DARK.player,
    textDecoration: { xs: 'underline', md: 'none' },
    textUnderlineOffset: 6,
  },
  '&:hover': { color: DARK.ink },
  '&:focus-visible': { outlineColor: DARK.click, outlineOffset: -3 },
} as const;

function PlaceLink({ place }: { place: Place }) {
  const { pathname } = useLocation();
  return (
    <Box
      component={Link}
      to={place.to}
      aria-current={isAt(place, pathname) ? 'page' : undefined}
      sx={{
        ...LINK,
        minHeight: { xs: 48, md: 33 },
        px: { xs: 1, md: 2.5 },
        borderLeft: { md: '4px solid transparent' },
      }}
    >
      {place.name}
    </Box>
  );
}

export function SideNavigation() {
  const viewer = useOpenedAs();
  const groups = GROUPS.map(({ name, places }) => ({ name, places: openTo(places, viewer) })).filter(
    ({ places }) => places.length > 0,
  );
  return (
    <Box component="nav" aria-label="Main" sx={{ display: { xs: 'none', md: 'block' } }}>
      {groups.map(({ name, places }) => (
        <Box key={name} role="group" aria-label={name} sx={{ pb: 1 }}>
          <Box aria-hidden="true" sx={{ color: DARK.quiet, fontSize: '0.8rem', px: 3, pb: 0.25 }}>
            {name}
          </Box>
          {places.map((place) => (
            <PlaceLink key={place.to} place={place} />
          ))}
        </Box>
      ))}
    </Box>
  );
}

export const SoundLink = () => <PlaceLink place={SOUND_AND_INPUTS} />;

/** @param more what stands at the foot of the side bar elsewhere. */
export function BarNavigation({ more }: { more: readonly Deed[] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => setAnchor(null);
  const others = openTo(ALL_PLACES, useOpenedAs()).filter(({ to }) => !IN_THE_BAR.includes(to));
  return (
    <Box component="nav" aria-label="Main" sx={{ display: { xs: 'flex', md: 'none' } }}>
      {ALL_PLACES.filter(({ to }) => IN_THE_BAR.includes(to)).map((place) => (
        <PlaceLink key={place.to} place={place.to === '/desk' ? { ...place, name: 'Desk' } : place} />
      ))}
      <Button
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={({ currentTarget }) => setAnchor(currentTarget)}
        sx={{ color: DARK.quiet, minWidth: 0, px: 1 }}
      >
        More
      </Button>
      <Piece>{anchor && <MoreMenu anchor={anchor} places={others} more={more} onClose={close} />}</Piece>
    </Box>
  );
}
