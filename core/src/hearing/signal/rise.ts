/** Where a level that swells begins: a line through two places on its way up, and the foot of that line. */
const LOW = 0.2;
const HALF = 0.5;

/** The last step, between steps too, at which a level on its way up from `bottom` to `top` has come so far: a share of the way. */
function crossing(level: (step: number) => number, bottom: number, top: number, share: number): number {
  const wanted = level(bottom) + share * (level(top) - level(bottom));
  for (let at = top; at > bottom; at--) {
    const before = level(at - 1);
    if (before > wanted) continue;
    const whole = level(at) - before;
    return at - 1 + (whole > 0 ? (wanted - before) / whole : 0);
  }
  return bottom;
}

/** The steps at which a fifth and half of the way up are behind it. */
export function wayUp(level: (step: number) => number, bottom: number, top: number) {
  return { fifth: crossing(level, bottom, top, LOW), half: crossing(level, bottom, top, HALF) };
}

/** Where the line through these two places on the way up is at the bottom. */
export const footOfLine = (fifth: number, half: number) => fifth - ((half - fifth) * LOW) / (HALF - LOW);

/**
 * @param level at a step, as an amplitude. @param bottom and `top` are the steps between which it rises.
 * @param leaves a share of the way up: what has come so far has begun, though the line's foot lies later. Left out, the line alone tells.
 * @returns the step, between steps too, at which the line is as low as the bottom; it may lie before it.
 */
export function footOfRise(
  level: (step: number) => number,
  bottom: number,
  top: number,
  leaves: number | null = null,
): number {
  const { fifth, half } = wayUp(level, bottom, top);
  const line = footOfLine(fifth, half);
  return leaves === null ? line : Math.min(line, crossing(level, bottom, top, leaves));
}
