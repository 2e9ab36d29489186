/** One stratum of a core: a bar with its seams, the click's grain where it falls, and what to say under each. */
import { type Placement, countedBar, shareOfBar } from '@feldspar/core/reference';
import { INK } from '../../theme/palette.ts';

const WIDTH = 300;
const BAR = { left: 14, top: 5, height: 22 };

/** Where words would touch, those between the beats stand on a line of their own. */
const WORD_ROOM = 24;

export function PlacementPicture({ placement }: { placement: Placement }) {
  const bar = countedBar(placement);
  const inner = WIDTH - 2 * BAR.left;
  const { bars } = placement;
  const beats = placement.meter.beats * bars;
  const x = (share: number) => BAR.left + inner * share;
  const places = bar.map((syllable) => ({ ...syllable, x: x(shareOfBar(placement, syllable.position)) }));
  const crowded = places.some((place, i) => i > 0 && place.x - places[i - 1].x < WORD_ROOM);
  const said = bar.map(({ text, click }) => (click ? `${text} (click)` : text)).join(', ');
  return (
    <svg
      role="img"
      aria-label={`${bars === 1 ? 'A bar' : `${bars} bars`} counted: ${said}`}
      viewBox={`0 0 ${WIDTH} ${crowded ? 60 : 46}`}
      width="100%"
      style={{ display: 'block', maxWidth: WIDTH }}
    >
      <rect
        x={BAR.left - 10}
        y={BAR.top}
        width={inner + 20}
        height={BAR.height}
        rx={4}
        fill={INK.paper}
        stroke={INK.line}
      />
      {Array.from({ length: beats }, (_, i) => (
        <line
          key={i}
          x1={x(i / beats)}
          x2={x(i / beats)}
          y1={BAR.top}
          y2={BAR.top + BAR.height}
          stroke={bars > 1 && i % placement.meter.beats === 0 ? INK.quiet : INK.line}
          strokeWidth={1.5}
        />
      ))}
      {places.map(({ x: at, text, beat, click }) => (
        <g key={at}>
          {click && <Grain x={at} />}
          <text
            x={at}
            y={crowded && beat === undefined ? 56 : 42}
            textAnchor="middle"
            fontSize="13"
            fontWeight={click ? 700 : 400}
            fill={click ? INK.click : INK.quiet}
          >
            {beat ?? text}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** The click, as in every core: a lozenge on its place. */
function Grain({ x }: { x: number }) {
  const middle = BAR.top + BAR.height / 2;
  return (
    <polygon
      points={`${x},${middle - 8} ${x + 5},${middle} ${x},${middle + 8} ${x - 5},${middle}`}
      fill={INK.click}
    />
  );
}
