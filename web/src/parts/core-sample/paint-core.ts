/** The small core of a list, painted: strata, hatching, seams and the marks of what was played. One element instead of hundreds. */
import type { CorePalette } from '../../theme/palette.ts';
import type { CoreLayout } from './layout.ts';
import type { CoreModel } from './model.ts';

/** What is asked of a canvas. */
export type Brush = Pick<
  CanvasRenderingContext2D,
  | 'beginPath'
  | 'rect'
  | 'roundRect'
  | 'fill'
  | 'stroke'
  | 'moveTo'
  | 'lineTo'
  | 'save'
  | 'restore'
  | 'clip'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'globalAlpha'
>;

/** Between two strokes of the hatching, in px. */
const HATCH = 5;
const MARK_WIDTH = 2;

/** @param colours as the page has them where it is painted. */
export function paintCore(
  brush: Brush,
  model: Pick<CoreModel, 'rows' | 'marks'>,
  layout: CoreLayout,
  rowHeight: number,
  colours: CorePalette,
): void {
  const height = Math.max(1, rowHeight - 2);
  const left = layout.x(-0.5);
  model.rows.forEach((row, i) => {
    const top = layout.rowTop(i);
    const width = layout.rowWidth(i);
    brush.beginPath();
    brush.roundRect(left, top, width, height, Math.min(4, height / 3));
    brush.fillStyle = row.silent ? colours.ground : colours.paper;
    brush.fill();
    if (row.silent) hatch(brush, left, top, width, height, colours.hatch);
    brush.beginPath();
    brush.roundRect(left, top, width, height, Math.min(4, height / 3));
    brush.strokeStyle = colours.line;
    brush.lineWidth = 0.6;
    brush.stroke();
    brush.beginPath();
    for (let beat = 0; beat < row.beats; beat++) {
      brush.moveTo(layout.x(beat), top);
      brush.lineTo(layout.x(beat), top + height);
    }
    brush.strokeStyle = colours.quiet;
    brush.globalAlpha = 0.3;
    brush.lineWidth = 1;
    brush.stroke();
    brush.globalAlpha = 1;
  });
  grains(brush, model, layout, height, colours.click);
  veins(brush, model, layout, height, colours.player);
  const mark = Math.max(3, height * 0.72);
  brush.fillStyle = colours.player;
  brush.beginPath();
  for (const { row, at, asynchronyMs } of model.marks) {
    const y = layout.rowTop(row) + (height - mark) / 2;
    brush.rect(layout.hitX(at, asynchronyMs) - MARK_WIDTH / 2, y, MARK_WIDTH, mark);
  }
  brush.fill();
}

/** From row to row the hits of one place are joined, where no bar lies between them. */
function veins(
  brush: Brush,
  { marks }: Pick<CoreModel, 'marks'>,
  layout: CoreLayout,
  height: number,
  colour: string,
): void {
  const last = new Map<number, { row: number; x: number; y: number }>();
  brush.beginPath();
  for (const { row, at, asynchronyMs } of marks) {
    const here = { row, x: layout.hitX(at, asynchronyMs), y: layout.rowTop(row) + height / 2 };
    const before = last.get(at);
    if (before && row - before.row === 1) {
      brush.moveTo(before.x, before.y);
      brush.lineTo(here.x, here.y);
    }
    last.set(at, here);
  }
  brush.strokeStyle = colour;
  brush.globalAlpha = 0.4;
  brush.lineWidth = 1.3;
  brush.stroke();
  brush.globalAlpha = 1;
}

/** A lozenge where a click sounds; a line where the record does. */
function grains(
  brush: Brush,
  { rows }: Pick<CoreModel, 'rows'>,
  layout: CoreLayout,
  height: number,
  colour: string,
): void {
  const r = Math.min(5.5, (height + 2) * 0.28);
  brush.beginPath();
  rows.forEach(({ clicks, record, beats }, i) => {
    if (record)
      brush.rect(
        layout.x(-0.5),
        layout.rowTop(i) + height / 2 - 1,
        layout.x(beats - 0.5) - layout.x(-0.5),
        2,
      );
    for (const at of clicks) {
      const [x, y] = [layout.x(at), layout.rowTop(i) + height / 2];
      brush.moveTo(x, y - r);
      brush.lineTo(x + r, y);
      brush.lineTo(x, y + r);
      brush.lineTo(x - r, y);
      brush.lineTo(x, y - r);
    }
  });
  brush.fillStyle = colour;
  brush.fill();
}

/** Slanting strokes, inside the box only. */
function hatch(brush: Brush, left: number, top: number, width: number, height: number, colour: string): void {
  brush.save();
  brush.beginPath();
  brush.rect(left, top, width, height);
  brush.clip();
  brush.beginPath();
  for (let x = left - height; x < left + width; x += HATCH) {
    brush.moveTo(x, top + height);
    brush.lineTo(x + height, top);
  }
  brush.strokeStyle = colour;
  brush.lineWidth = 1.7;
  brush.stroke();
  brush.restore();
}
