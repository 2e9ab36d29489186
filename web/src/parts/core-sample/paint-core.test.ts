import { LIGHT } from '../../theme/palette.ts';
import { layoutCore } from './layout.ts';
import { type Brush, paintCore } from './paint-core.ts';

type Box = [x: number, y: number, width: number, height: number];

/** Notes what was painted and in which colour. */
function notebook() {
  const filled: { colour: string; boxes: Box[]; points: [number, number][] }[] = [];
  const stroked: { colour: string; points: [number, number][] }[] = [];
  let boxes: Box[] = [];
  let points: [number, number][] = [];
  const brush = {
    beginPath: () => ((boxes = []), (points = [])),
    rect: (...box: Box) => boxes.push(box),
    roundRect: (x: number, y: number, width: number, height: number) => boxes.push([x, y, width, height]),
    moveTo: (x: number, y: number) => points.push([x, y]),
    lineTo: (x: number, y: number) => points.push([x, y]),
    fill() {
      filled.push({ colour: String(this.fillStyle), boxes, points });
    },
    stroke() {
      stroked.push({ colour: String(this.strokeStyle), points });
    },
    save: () => undefined,
    restore: () => undefined,
    clip: () => undefined,
    fillStyle: '',
    strokeStyle: '',
    lineWidth: 1,
    globalAlpha: 1,
  };
  return { brush: brush as unknown as Brush, filled, stroked };
}

const row = (silent: boolean, clicks: number[] = []) => ({
  beats: 4,
  silent,
  clicks,
  label: '',
  startsSection: false,
});

const painted = (marks: { row: number; at: number; asynchronyMs: number }[]) => {
  const model = { rows: [row(false, [0, 2]), row(true)], marks };
  const layout = layoutCore(
    { ...model, reachMs: 60 },
    { width: 161.5, rowHeight: 10, gutter: 0, head: 0, markRoom: 2 },
  );
  const { brush, filled, stroked } = notebook();
  paintCore(brush, model, layout, 10, LIGHT);
  return {
    layout,
    of: (colour: string) => filled.filter((one) => one.colour === colour),
    veins: stroked.filter(({ colour }) => colour === LIGHT.player).flatMap(({ points }) => points),
  };
};

it('paints a bar a row, the silent one in another ground', () => {
  const { of } = painted([]);
  expect(of(LIGHT.paper).flatMap(({ boxes }) => boxes)).toEqual([[0.5, 1, 160, 8]]);
  expect(of(LIGHT.ground).flatMap(({ boxes }) => boxes)).toEqual([[0.5, 11, 160, 8]]);
});

it('puts an early hit left of its beat, a late one right, as far as the layout says', () => {
  const { layout, of } = painted([
    { row: 0, at: 1, asynchronyMs: -20 },
    { row: 1, at: 2, asynchronyMs: 30 },
  ]);
  const [early, late] = of(LIGHT.player)[0].boxes.map(([x, , width]) => x + width / 2);
  expect(early).toBeCloseTo(layout.x(1) - 20 * layout.pxPerMs);
  expect(late).toBeCloseTo(layout.x(2) + 30 * layout.pxPerMs);
});

it('puts a grain on each click', () => {
  const { layout, of } = painted([]);
  const xs = of(LIGHT.click)[0]
    .points.filter((_, i) => i % 5 === 0)
    .map(([x]) => x);
  expect(xs).toEqual([layout.x(0), layout.x(2)]);
});

it('joins the hits of one place from row to row, and no others', () => {
  const { layout, veins } = painted([
    { row: 0, at: 1, asynchronyMs: -20 },
    { row: 0, at: 2, asynchronyMs: 0 },
    { row: 1, at: 1, asynchronyMs: 10 },
  ]);
  expect(veins).toEqual([
    [layout.hitX(1, -20), layout.rowTop(0) + 4],
    [layout.hitX(1, 10), layout.rowTop(1) + 4],
  ]);
});
