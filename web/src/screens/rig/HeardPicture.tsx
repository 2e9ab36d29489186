/** What a microphone heard in its check, as one grain of sound with a mark where each note begins. */
import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { plural } from '../../text/text.ts';

const HEIGHT = 72;

interface HeardPictureProps {
  /** Loudest of each piece, 0 to 1. */
  outline: readonly number[];
  /** Where notes begin, as a share of the whole. */
  places: readonly number[];
}

export function HeardPicture({ outline, places }: HeardPictureProps) {
  const { palette } = useTheme();
  const most = Math.max(0.001, ...outline);
  const width = outline.length;
  // The root shows soft sounds beside loud ones.
  const half = (value: number) => Math.max(0.5, 0.45 * HEIGHT * Math.sqrt(value / most));
  const top = outline.map((value, i) => `${i},${(HEIGHT / 2 - half(value)).toFixed(1)}`);
  const bottom = outline.map((value, i) => `${i},${(HEIGHT / 2 + half(value)).toFixed(1)}`).reverse();
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`What was heard, with ${plural(places.length, 'note')}`}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      preserveAspectRatio="none"
      sx={{ width: '100%', maxWidth: 520, height: HEIGHT, bgcolor: 'background.default', borderRadius: 1 }}
    >
      <polygon points={[...top, ...bottom].join(' ')} fill={palette.core.click} opacity={0.55} />
      {places.map((place) => (
        <line
          key={place}
          x1={place * width}
          x2={place * width}
          y1={4}
          y2={HEIGHT - 4}
          stroke={palette.core.player}
          strokeWidth={3}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </Box>
  );
}
