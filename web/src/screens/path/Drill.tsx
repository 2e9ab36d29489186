/** The trials of a step around the seam: left early, right late, what counts as good shaded; as a drill core is looked at. */
import { INK } from '../../theme/palette.ts';

const WIDTH = 150;
const MARK = { width: 13, height: 3 };
const FEWEST_TOLERANCES = 2.6;

interface DrillProps {
  errorsMs: readonly number[];
  toleranceMs: number;
  height: number;
}

export function Drill({ errorsMs, toleranceMs, height }: DrillProps) {
  const middle = WIDTH / 2;
  const farthest = Math.max(FEWEST_TOLERANCES * toleranceMs, ...errorsMs.map(Math.abs));
  const scale = (middle - MARK.width / 2 - 2) / Math.min(farthest, 5 * toleranceMs);
  const x = (ms: number) =>
    middle + Math.max(-middle + MARK.width / 2 + 1, Math.min(middle - MARK.width / 2 - 1, ms * scale));
  const step = (height - 8) / Math.max(1, errorsMs.length - 1);
  const colour = (ms: number) => (Math.abs(ms) <= toleranceMs ? INK.player : ms < 0 ? INK.early : INK.late);
  const good = errorsMs.filter((ms) => Math.abs(ms) <= toleranceMs).length;
  return (
    <svg
      width="100%"
      height={height}
      preserveAspectRatio="xMidYMid meet"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label={`${good} of the last ${errorsMs.length} within ${toleranceMs} ms`}
      style={{ display: 'block', maxWidth: '100%' }}
    >
      <rect
        x={middle - toleranceMs * scale}
        width={2 * toleranceMs * scale}
        y={0}
        height={height}
        fill={INK.hatch}
        opacity={0.6}
      />
      <line x1={middle} x2={middle} y1={0} y2={height} stroke={INK.quiet} strokeWidth={1} />
      {errorsMs.map((ms, i) => (
        <rect
          key={i}
          x={x(ms) - MARK.width / 2}
          y={errorsMs.length === 1 ? height / 2 : 4 + i * step - MARK.height / 2}
          width={MARK.width}
          height={MARK.height}
          rx={1.5}
          fill={colour(ms)}
        />
      ))}
    </svg>
  );
}
