/** A stretch of a recording, painted: its outline, the beats and clicks over it, the strokes as bars. */
import { type Mark, type Peaks, outline } from '@feldspar/core/recordings';
import type { CorePalette } from '../../theme/palette.ts';

export interface Band {
  /** What is at its left and right end, in seconds of the recording. */
  fromS: number;
  toS: number;
  left: number;
  top: number;
  width: number;
  height: number;
}

export interface Drawn {
  peaks: Peaks | null;
  /** The loudest of the recording fills the band. */
  loudest: number;
  /** Those within the band. */
  marks: readonly Mark[];
  /** Strokes beyond this belong to the band before or after, where they are seen too: here they are pale. */
  own: { fromS: number; toS: number };
  selected: Mark | null;
  beatsS: readonly number[];
  clicksS: readonly number[];
  hiddenS: readonly number[];
  muted: readonly { fromS: number; toS: number }[];
  /** Somebody counted aloud there, and it is left out. */
  voice: readonly { fromS: number; toS: number }[];
  /** Chosen with the pointer. */
  stretch: { fromS: number; toS: number } | null;
  playheadS: number | null;
  silent: boolean;
}

const HATCH = 7;
const DOTS = 5;
const PALE = 0.35;

export function paintBand(
  brush: CanvasRenderingContext2D,
  band: Band,
  drawn: Drawn,
  colours: CorePalette,
): void {
  const { left, top, width, height, fromS, toS } = band;
  const x = (timeS: number) => left + ((timeS - fromS) / (toS - fromS)) * width;
  const isIn = (timeS: number) => timeS >= fromS && timeS < toS;
  brush.save();
  brush.beginPath();
  brush.roundRect(left, top, width, height, 5);
  brush.fillStyle = drawn.silent ? colours.ground : colours.paper;
  brush.fill();
  brush.strokeStyle = colours.line;
  brush.lineWidth = 1;
  brush.stroke();
  brush.clip();
  if (drawn.silent) hatch(brush, band, colours.hatch);
  for (const { fromS: mutedFrom, toS: mutedTo } of drawn.muted)
    shade(brush, x(mutedFrom), x(mutedTo), band, colours.hatch, 0.9);
  // A line of dots under it, as under what is only said.
  brush.fillStyle = colours.quiet;
  for (const { fromS: spokenFrom, toS: spokenTo } of drawn.voice)
    for (let at = Math.max(left, x(spokenFrom)); at < Math.min(left + width, x(spokenTo)); at += DOTS)
      brush.fillRect(at, top + height - 3, 2, 2);
  if (drawn.stretch) shade(brush, x(drawn.stretch.fromS), x(drawn.stretch.toS), band, colours.click, 0.18);
  brush.beginPath();
  for (const beatS of drawn.beatsS) {
    brush.moveTo(x(beatS), top);
    brush.lineTo(x(beatS), top + height);
  }
  brush.strokeStyle = colours.quiet;
  brush.globalAlpha = 0.45;
  brush.stroke();
  brush.globalAlpha = 1;
  if (drawn.peaks) wave(brush, band, drawn.peaks, drawn.loudest, colours.quiet);
  const grain = Math.min(5, height * 0.12);
  brush.fillStyle = brush.strokeStyle = colours.click;
  for (const clickS of drawn.clicksS.filter(isIn)) {
    lozenge(brush, x(clickS), top + grain + 2, grain);
    brush.fill();
  }
  for (const hiddenS of drawn.hiddenS.filter(isIn)) {
    lozenge(brush, x(hiddenS), top + height - grain - 2, grain);
    brush.stroke();
  }
  for (const mark of drawn.marks) {
    if (mark === drawn.selected) continue;
    brush.globalAlpha = mark.timeS >= drawn.own.fromS && mark.timeS < drawn.own.toS ? 1 : PALE;
    stroke(brush, x(mark.timeS), band, mark, colours);
  }
  brush.globalAlpha = 1;
  if (drawn.selected && isIn(drawn.selected.timeS)) {
    brush.fillStyle = colours.ink;
    brush.fillRect(x(drawn.selected.timeS) - 2.5, top + 2, 5, height - 4);
  }
  if (drawn.playheadS !== null && isIn(drawn.playheadS)) {
    brush.fillStyle = colours.late;
    brush.fillRect(x(drawn.playheadS) - 1, top, 2, height);
  }
  brush.restore();
}

/** Of so many lines each has a level of its own. */
const LEVELS = 4;

/** As tall as it is strong; one that a person put there is hollow. Those of a second line stand lower, and so on. */
function stroke(
  brush: CanvasRenderingContext2D,
  x: number,
  { top, height }: Band,
  { strength, heardS, line }: Mark,
  colours: CorePalette,
): void {
  const strong = Math.sqrt(Math.min(1, strength ?? 0.6));
  const tall = height * (line === undefined ? 0.35 + 0.4 * strong : 0.12 + 0.12 * strong);
  const middle = line === undefined ? 0.5 : 0.2 + 0.2 * Math.min(line, LEVELS - 1);
  const y = top + middle * height - tall / 2;
  brush.fillStyle = brush.strokeStyle = colours.player;
  if (heardS === undefined) brush.strokeRect(x - 2, y, 4, tall);
  else brush.fillRect(x - 1.5, y, 3, tall);
}

function wave(
  brush: CanvasRenderingContext2D,
  { fromS, toS, left, top, width, height }: Band,
  peaks: Peaks,
  loudest: number,
  colour: string,
): void {
  const columns = Math.max(1, Math.floor(width));
  const middle = top + height / 2;
  const scale = (0.46 * height) / Math.max(0.02, loudest);
  brush.beginPath();
  outline(peaks, fromS, toS, columns).forEach(([low, high], i) => {
    brush.rect(left + i, middle - high * scale, 1, Math.max(0.6, (high - low) * scale));
  });
  brush.fillStyle = colour;
  brush.globalAlpha = 0.75;
  brush.fill();
  brush.globalAlpha = 1;
}

function shade(
  brush: CanvasRenderingContext2D,
  from: number,
  to: number,
  { top, height }: Band,
  colour: string,
  alpha: number,
): void {
  brush.fillStyle = colour;
  brush.globalAlpha = alpha;
  brush.fillRect(from, top, to - from, height);
  brush.globalAlpha = 1;
}

function lozenge(brush: CanvasRenderingContext2D, x: number, y: number, r: number): void {
  brush.beginPath();
  brush.moveTo(x, y - r);
  brush.lineTo(x + r, y);
  brush.lineTo(x, y + r);
  brush.lineTo(x - r, y);
  brush.closePath();
}

function hatch(brush: CanvasRenderingContext2D, { left, top, width, height }: Band, colour: string): void {
  brush.beginPath();
  for (let x = left - height; x < left + width; x += HATCH) {
    brush.moveTo(x, top + height);
    brush.lineTo(x + height, top);
  }
  brush.strokeStyle = colour;
  brush.lineWidth = 1.6;
  brush.stroke();
  brush.lineWidth = 1;
}
