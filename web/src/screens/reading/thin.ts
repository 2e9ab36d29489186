/** More points than a screen has pixels are thinned; of each run the farthest is kept, so no peak is lost. */
export interface Point {
  x: number;
  y: number;
}

const MOST_POINTS = 1200;

export function thin(points: Point[], most = MOST_POINTS): Point[] {
  const run = Math.ceil(points.length / most);
  if (run <= 1) return points;
  const kept: Point[] = [];
  for (let i = 0; i < points.length; i += run) {
    kept.push(points.slice(i, i + run).reduce((far, p) => (Math.abs(p.y) > Math.abs(far.y) ? p : far)));
  }
  return kept;
}
