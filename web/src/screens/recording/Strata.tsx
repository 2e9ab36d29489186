/**
 * The recording as strata, or as one long line: painted on one canvas that shows what is in sight, so that two hours are as quick as a
 * minute. The pointer chooses, moves and adds strokes; the same can be done by keys, which the screen listens to.
 */
import Box from '@mui/material/Box';
import { useColorScheme } from '@mui/material/styles';
import type { Mark, Peaks } from '@feldspar/core/recordings';
import {
  type PointerEvent,
  type RefObject,
  useEffect,
  useEffectEvent,
  useMemo,
  useRef,
  useState,
} from 'react';
import { coloursAt } from '../../parts/core-sample/colours-at.ts';
import { useWidth } from '../../parts/layout/useWidth.ts';
import { type Band, type Drawn, paintBand } from './paint-band.ts';
import { type StrataRow, rowAt, scaleOf } from './rows.ts';

const ROW = 50;
const GAP = 6;
const HEAD = 24;
const GUTTER = 52;
/** The pointer takes hold of a stroke so near. */
const NEAR_PX = 9;
const MOST_DOTS_A_PIXEL = 2;
/** A pointer that moves less has chosen, not drawn. */
const STILL_PX = 4;

export interface Stretch {
  fromS: number;
  toS: number;
}

export interface StrataProps {
  rows: readonly StrataRow[];
  /** Null: the long line is shown, at so many pixels a second. */
  line: { pxPerS: number; durationS: number } | null;
  peaks: Peaks | null;
  loudest: number;
  marks: readonly Mark[];
  selected: Mark | null;
  hiddenS: readonly number[];
  muted: readonly Stretch[];
  voice: readonly Stretch[];
  stretch: Stretch | null;
  playheadS: number | null;
  label: string;
  onChoose(mark: Mark | null): void;
  onMove(mark: Mark, toS: number): void;
  onAdd(timeS: number): void;
  onStretch(stretch: Stretch | null): void;
}

/** What the pointer is doing. */
type Drag = { mark: Mark; toS: number } | { fromS: number; toS: number };

export function Strata(props: StrataProps) {
  const { rows, line, marks, selected, label, playheadS } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const width = useWidth(scroller);
  const [scroll, setScroll] = useState({ top: 0, left: 0 });
  const [drag, setDrag] = useState<Drag | null>(null);
  const begun = useRef<{ x: number; y: number } | null>(null);
  const { mode, systemMode } = useColorScheme();
  const scale = useMemo(() => scaleOf(rows), [rows]);
  const inner = line
    ? { width: Math.max(width, line.durationS * line.pxPerS + 2 * GUTTER), height: 3 * ROW + HEAD }
    : { width, height: HEAD + rows.length * (ROW + GAP) + GAP };
  const height = line ? 3 * ROW + HEAD : Math.min(inner.height, 560);

  /** Rows in sight, and where each of them is. */
  const bands = useMemo(() => {
    if (line) {
      const fromS = (scroll.left - GUTTER) / line.pxPerS;
      const band: Band = {
        fromS,
        toS: fromS + width / line.pxPerS,
        left: 0,
        top: HEAD,
        width,
        height: 3 * ROW - GAP,
      };
      return [{ row: null, band }];
    }
    const first = Math.max(0, Math.floor((scroll.top - HEAD) / (ROW + GAP)));
    const count = Math.ceil(height / (ROW + GAP)) + 1;
    return rows.slice(first, first + count).map((row, i) => {
      const fromS = row.fromS - scale.leadS;
      const top = HEAD + (first + i) * (ROW + GAP) - scroll.top;
      const band: Band = {
        fromS,
        toS: fromS + scale.spanS,
        left: GUTTER,
        top,
        width: width - GUTTER - 1,
        height: ROW,
      };
      return { row, band };
    });
  }, [line, rows, scale, scroll, width, height]);

  useEffect(() => {
    const element = canvas.current;
    const brush = element?.getContext('2d');
    if (!element || !brush || width === 0) return;
    const dots = Math.min(MOST_DOTS_A_PIXEL, window.devicePixelRatio || 1);
    element.width = Math.ceil(width * dots);
    element.height = Math.ceil(height * dots);
    brush.scale(dots, dots);
    const colours = coloursAt(element);
    brush.clearRect(0, 0, width, height);
    const moved = drag && 'mark' in drag ? drag : null;
    const shown = moved
      ? marks.map((mark) => (mark === moved.mark ? { ...mark, timeS: moved.toS } : mark))
      : marks;
    const chosen = moved ? shown[marks.indexOf(moved.mark)] : selected;
    const stretch = drag && 'fromS' in drag ? ordered(drag) : props.stretch;
    for (const { row, band } of bands) {
      const drawn: Drawn = {
        ...props,
        marks: within(shown, band),
        // What comes before a bar's first beat by less than half of the room there belongs to that bar.
        own: row ? { fromS: row.fromS - scale.leadS / 2, toS: row.toS - scale.leadS / 2 } : band,
        selected: chosen ?? null,
        stretch,
        beatsS: row
          ? row.beatsS
          : rows.flatMap(({ beatsS }) => beatsS).filter((s) => s >= band.fromS && s < band.toS),
        clicksS: row ? row.clicksS : rows.flatMap(({ clicksS }) => clicksS),
        silent: row?.silent ?? false,
      };
      paintBand(brush, band, drawn, colours);
    }
    paintHead(brush, bands, { rows, width, line: line !== null }, colours.ink, colours.quiet, colours.ground);
  });

  // Whoever goes on to the next stroke by key sees it.
  const goTo = useEffectEvent((timeS: number) => {
    const element = scroller.current;
    if (!element) return;
    if (line) {
      const x = GUTTER + timeS * line.pxPerS;
      if (x < element.scrollLeft + GUTTER || x > element.scrollLeft + width - GUTTER)
        element.scrollLeft = x - width / 3;
      return;
    }
    const top = HEAD + rowAt(rows, timeS, scale.leadS) * (ROW + GAP);
    if (top < element.scrollTop + HEAD) element.scrollTop = top - HEAD - GAP;
    else if (top + ROW > element.scrollTop + height) element.scrollTop = top + ROW + GAP - height;
  });
  const seen = playheadS ?? selected?.timeS ?? null;
  useEffect(() => {
    if (seen !== null) goTo(seen);
  }, [seen]);

  const momentAt = (event: PointerEvent): { timeS: number; perPx: number } | null => {
    const box = canvas.current!.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const found = bands.find(({ band }) => y >= band.top && y <= band.top + band.height + GAP) ?? null;
    if (!found || y < HEAD) return null;
    const { fromS, toS, left, width: wide } = found.band;
    const perPx = (toS - fromS) / wide;
    return { timeS: fromS + (x - left) * perPx, perPx };
  };
  const markNear = (timeS: number, perPx: number): Mark | null => {
    const near = within(marks, { fromS: timeS - NEAR_PX * perPx, toS: timeS + NEAR_PX * perPx });
    return near.toSorted((a, b) => Math.abs(a.timeS - timeS) - Math.abs(b.timeS - timeS))[0] ?? null;
  };
  const down = (event: PointerEvent) => {
    const moment = momentAt(event);
    if (!moment || event.button !== 0) return;
    begun.current = { x: event.clientX, y: event.clientY };
    canvas.current?.setPointerCapture(event.pointerId);
    const mark = markNear(moment.timeS, moment.perPx);
    setDrag(mark ? { mark, toS: mark.timeS } : { fromS: moment.timeS, toS: moment.timeS });
  };
  const move = (event: PointerEvent) => {
    const moment = drag && momentAt(event);
    if (moment) setDrag({ ...drag, toS: moment.timeS });
  };
  const up = (event: PointerEvent) => {
    if (!drag || !begun.current) return;
    const still = Math.hypot(event.clientX - begun.current.x, event.clientY - begun.current.y) < STILL_PX;
    begun.current = null;
    setDrag(null);
    if ('mark' in drag) {
      if (still) props.onChoose(drag.mark);
      else props.onMove(drag.mark, drag.toS);
    } else if (still) {
      props.onChoose(null);
      props.onStretch(null);
    } else props.onStretch(ordered(drag));
  };
  const twice = (event: PointerEvent) => {
    const moment = momentAt(event);
    if (moment && !markNear(moment.timeS, moment.perPx)) props.onAdd(moment.timeS);
  };
  return (
    <Box
      ref={scroller as RefObject<HTMLDivElement>}
      onScroll={({ currentTarget: { scrollTop, scrollLeft } }) =>
        setScroll({ top: scrollTop, left: scrollLeft })
      }
      data-scheme-seen={mode === 'system' ? systemMode : mode}
      // A line needs no room but that of its own scroll bar.
      sx={{
        overflowX: 'auto',
        overflowY: line ? 'hidden' : 'auto',
        height: line ? height + 17 : height,
        position: 'relative',
      }}
    >
      <Box style={{ width: inner.width, height: inner.height }}>
        <Box
          component="canvas"
          ref={canvas}
          role="img"
          aria-label={label}
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onDoubleClick={(event) => twice(event as unknown as PointerEvent)}
          sx={{ position: 'sticky', top: 0, left: 0, display: 'block', touchAction: 'pan-x pan-y' }}
          style={{ width, height }}
        />
      </Box>
    </Box>
  );
}

const ordered = ({ fromS, toS }: Stretch): Stretch => ({
  fromS: Math.min(fromS, toS),
  toS: Math.max(fromS, toS),
});

/** Marks lie in order. */
function within(marks: readonly Mark[], { fromS, toS }: Stretch): Mark[] {
  return marks.filter(({ timeS }) => timeS >= fromS && timeS < toS);
}

interface Head {
  rows: readonly StrataRow[];
  width: number;
  line: boolean;
}

/** Names of the bars at the left, numbers of the beats above. */
function paintHead(
  brush: CanvasRenderingContext2D,
  bands: readonly { row: StrataRow | null; band: Band }[],
  { rows, width, line }: Head,
  ink: string,
  quiet: string,
  ground: string,
): void {
  brush.font = '13px "Figtree Variable", system-ui, sans-serif';
  brush.textBaseline = 'middle';
  brush.textAlign = 'right';
  brush.fillStyle = quiet;
  for (const { row, band } of bands)
    if (row) brush.fillText(row.label, GUTTER - 12, band.top + band.height / 2);
  brush.fillStyle = ground;
  brush.fillRect(0, 0, width, HEAD - 1);
  brush.textAlign = 'center';
  brush.fillStyle = ink;
  brush.font = '700 13px "Figtree Variable", system-ui, sans-serif';
  if (!line) {
    const [first] = bands;
    if (!first?.row) return;
    const { beatsS, firstBeat } = first.row;
    beatsS.forEach((beatS, i) =>
      brush.fillText(String(firstBeat + i + 1), placeOf(beatS, first.band), HEAD / 2),
    );
    return;
  }
  const [{ band }] = bands;
  for (const { fromS, label } of rows)
    if (fromS >= band.fromS && fromS < band.toS) brush.fillText(label, placeOf(fromS, band), HEAD / 2);
}

const placeOf = (timeS: number, { fromS, toS, left, width }: Band) =>
  left + ((timeS - fromS) / (toS - fromS)) * width;
