/** A player's own sign: told apart by shape alone, as minerals are in a drawing. */
import Box from '@mui/material/Box';
import { type Mark, markOf } from '@feldspar/core/people';
import type { Player } from '@feldspar/core/wire';

/** Strokes on a field of 24 by 24. */
const STROKES: Readonly<Record<Mark, string>> = {
  seam: 'M12 3V21M8 8H16M8 16H16',
  vein: 'M5 4L12 9L8 14L18 20',
  grain: 'M5 8H9M14 6H19M8 13H13M16 13H19M5 18H8M12 18H18',
  strata: 'M4 7H20M4 12H20M4 17H20',
  facet: 'M12 3L20 9L17 20H7L4 9ZM4 9H20M12 3L9 9L12 20L15 9Z',
  twin: 'M4 4H14V14H4ZM10 10H20V20H10Z',
  druse: 'M4 20L8 8L12 20ZM12 20L16 5L20 20Z',
  fold: 'M3 15C7 4 11 4 12 12S17 20 21 9',
  fault: 'M4 7H11M13 11H20M4 13H11M13 17H20M14 3L10 21',
  lens: 'M3 12C8 4 16 4 21 12C16 20 8 20 3 12ZM9 12H15',
  plume: 'M12 21V9M12 15L5 8M12 15L19 8M12 10L8 4M12 10L16 4',
  cleft: 'M5 4L12 18L19 4M9 4L12 10L15 4',
};

interface PlayerMarkProps {
  player: Pick<Player, 'id' | 'profile'>;
  size?: number;
}

export function PlayerMark({ player, size = 26 }: PlayerMarkProps) {
  return <MarkSign mark={markOf(player)} size={size} />;
}

export function MarkSign({ mark, size = 26 }: { mark: Mark; size?: number }) {
  return (
    <Box
      component="svg"
      viewBox="0 0 24 24"
      aria-hidden="true"
      sx={{ width: size, height: size, flexShrink: 0, display: 'block' }}
    >
      <path
        d={STROKES[mark]}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.7}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </Box>
  );
}
