/** Where a level that swells begins: a line through two places on its way up, and the foot of that line. */
const LOW = 0.2;
const HALF = 0.5;

/**
 * @param level at a step, as an amplitude. @param bottom and `top` are the steps between which it rises.
 * @returns the step, between steps too, at which the line is as low as the bottom; it may lie before it.
 */
export function footOfRise(level: (step: number) => number, bottom: number, top: number): number {
  const [least, most] = [level(bottom), level(top)];
  const crossing = (share: number) => {
    const wanted = least + share * (most - least);
    for (let at = top; at > bottom; at--) {
      const before = level(at - 1);
      if (before > wanted) continue;
      const whole = level(at) - before;
      return at - 1 + (whole > 0 ? (wanted - before) / whole : 0);
    }
    return bottom;
  };
  const [low, half] = [crossing(LOW), crossing(HALF)];
  return low - ((half - low) * LOW) / (HALF - LOW);
}
