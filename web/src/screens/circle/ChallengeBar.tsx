/** One bar of a challenge, drawn for a whole room: its beats, and where the click has to lie. On request the beats are counted in, in light. */
import Box from '@mui/material/Box';
import { type Challenge, placeOf } from '@feldspar/core/circle';
import { challengeWords } from '@feldspar/core/words';

const SIZE = { width: 1000, height: 150 } as const;
const EDGE = 50;

interface ChallengeBarProps {
  challenge: Challenge;
  /** The beat that is counted in now; null where nobody asked for it. */
  counted: number | null;
}

export function ChallengeBar({ challenge, counted }: ChallengeBarProps) {
  const { beats, beat, part } = challenge;
  const step = (SIZE.width - 2 * EDGE) / beats;
  const x = (at: number) => EDGE + step / 4 + at * step;
  const place = placeOf(challenge).valueOf();
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`A bar of ${beats}: the click falls on ${challengeWords(challenge)}`}
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      sx={{ width: '100%', maxHeight: '24vh', display: 'block' }}
    >
      <rect
        x={EDGE}
        y={14}
        width={SIZE.width - 2 * EDGE}
        height={72}
        rx={12}
        fill="none"
        stroke="var(--mui-palette-core-line)"
        strokeWidth={1.5}
      />
      {Array.from({ length: beats }, (_, i) => (
        <g key={i}>
          <line x1={x(i)} x2={x(i)} y1={8} y2={92} stroke="var(--mui-palette-core-quiet)" strokeWidth={1.5} />
          {counted === i && <circle cx={x(i)} cy={50} r={15} fill="var(--mui-palette-core-player)" />}
          <text
            x={x(i)}
            y={132}
            textAnchor="middle"
            fontSize={32}
            fontWeight={i + 1 === beat ? 800 : 500}
            fill={i + 1 === beat ? 'var(--mui-palette-core-ink)' : 'var(--mui-palette-core-quiet)'}
          >
            {i + 1}
          </text>
        </g>
      ))}
      <path d={`M${x(place)} 26l22 24l-22 24l-22 -24Z`} fill="var(--mui-palette-core-click)" />
      {part !== '0' && (
        <text x={x(place)} y={132} textAnchor="middle" fontSize={28} fill="var(--mui-palette-core-click)">
          {PART_TEXT[part]}
        </text>
      )}
    </Box>
  );
}

const PART_TEXT: Readonly<Record<string, string>> = {
  '1/2': 'and',
  '1/4': 'e',
  '3/4': 'a',
  '1/3': 'trip',
  '2/3': 'let',
};
