/** A sheet engraved, with the counts under each note: spoken, held (lighter) and whispered in rests (in brackets). */
import Box from '@mui/material/Box';
import type { CountedNote, Sheet } from '@feldspar/core/counts';
import { sheetToAbc } from '@feldspar/core/formats';
import abcjs from 'abcjs';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { INK } from '../theme/palette.ts';
import { engravingNode } from './engraving-file.ts';

/** What stands under a note. */
export interface Under {
  text: string;
  kind: 'spoken' | 'held' | 'whispered' | 'early' | 'late' | 'missed';
}

interface EngravingProps {
  sheet: Sheet;
  notes: readonly CountedNote[];
  /** For each written note what stands under it, in order; several share the room up to the next note. */
  under: readonly (readonly Under[])[];
  chosen: number | null;
  onChoose?(index: number): void;
  label: string;
  /** Told where it is drawn, to save it. */
  onDrawn?(box: HTMLElement): void;
}

const MOST_WIDTH = 1000;
const FONT_SIZE = 14;
/** Pixels. */
const ROOM_A_NOTE = 38;
const ROOM_A_BAR = 30;
/** A barline ends within so much of the notes of its line. */
const NEAR_LINE = 40;

interface Spot {
  x: number;
  width: number;
  bottom: number;
  /** Where the room of this note ends: the next note of its line, or the line's end. */
  until: number;
}

export function Engraving({ sheet, notes, under, chosen, onChoose, label, onDrawn }: EngravingProps) {
  const box = useRef<HTMLDivElement>(null);
  const paper = useRef<HTMLDivElement>(null);
  const sheetOfPaper = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [spots, setSpots] = useState<Spot[]>([]);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) =>
      setWidth(Math.floor(Math.min(MOST_WIDTH, entry.contentRect.width))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  // Paper is as wide as it is: what is printed is one picture that fits it.
  useEffect(() => {
    const print = () => {
      if (!box.current) return;
      const picture = engravingNode(box.current);
      picture.removeAttribute('width');
      picture.removeAttribute('height');
      sheetOfPaper.current?.replaceChildren(picture);
    };
    window.addEventListener('beforeprint', print);
    return () => window.removeEventListener('beforeprint', print);
  }, []);

  const abc = sheetToAbc(sheet, {
    title: false,
    roomBelow: 80,
    barsALine: barsInWidth(notes, width),
  });
  useLayoutEffect(() => {
    const element = paper.current;
    if (!element || width === 0) return;
    abcjs.renderAbc(element, abc, {
      add_classes: true,
      staffwidth: width - 30,
      paddingleft: 10,
      paddingright: 10,
      foregroundColor: 'currentColor',
      format: { stretchlast: 1 },
      paddingbottom: 44,
    });
    const svg = element.querySelector('svg');
    svg?.setAttribute('role', 'img');
    svg?.setAttribute('aria-label', label);
    setSpots(spotsOf(element));
    if (box.current) onDrawn?.(box.current);
  }, [abc, width, label, onDrawn]);

  const low = lineBottoms(spots);
  return (
    <Box sx={{ width: '100%', minWidth: 0 }}>
      <Box ref={sheetOfPaper} sx={{ display: 'none', displayPrint: 'block', '& svg': { width: '100%' } }} />
      <Box ref={box} sx={{ color: 'text.primary', position: 'relative', displayPrint: 'none' }}>
        <Box ref={paper} sx={{ '& svg': { display: 'block', maxWidth: '100%' } }} />
        <svg
          aria-hidden="true"
          style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', overflow: 'visible' }}
        >
          {spots.slice(0, notes.length).map((spot, i) => (
            <g
              key={i}
              onClick={onChoose && (() => onChoose(i))}
              style={{ cursor: onChoose ? 'pointer' : undefined }}
            >
              <rect
                data-mark=""
                x={spot.x - 5}
                y={low[i] - 46}
                width={Math.max(spot.width + 10, 18)}
                height={68}
                rx={5}
                fill={i === chosen ? INK.player : 'transparent'}
                fillOpacity={i === chosen ? 0.16 : 0}
                stroke={i === chosen ? INK.player : 'none'}
              />
              {under[i]?.map(({ text, kind }, k) => (
                <text
                  key={k}
                  x={spot.x + spot.width / 2 + (k / under[i].length) * (spot.until - spot.x)}
                  y={low[i] + 14}
                  textAnchor="middle"
                  fontSize={FONT_SIZE}
                  fontWeight={kind === 'spoken' ? 700 : 400}
                  fill={COLOURS[kind]}
                >
                  {text}
                </text>
              ))}
            </g>
          ))}
        </svg>
      </Box>
    </Box>
  );
}

const COLOURS: Record<Under['kind'], string> = {
  spoken: INK.ink,
  held: INK.quiet,
  whispered: INK.quiet,
  early: INK.early,
  late: INK.late,
  missed: INK.player,
};

/** As many bars a line as leave room for what stands under their notes. */
function barsInWidth(notes: readonly CountedNote[], width: number): number {
  const inBar = new Map<number, number>();
  for (const { bar } of notes) inBar.set(bar, (inBar.get(bar) ?? 0) + 1);
  const widest = Math.max(4, ...inBar.values()) * ROOM_A_NOTE + ROOM_A_BAR;
  return Math.max(1, Math.min(4, Math.floor(width / widest)));
}

/** Where the engraver has put each note and rest, in the order they are written, in pixels of the box. */
function spotsOf(element: HTMLElement): Spot[] {
  const frame = element.getBoundingClientRect();
  const placed = (part: Element) => {
    const { left, width, bottom } = part.getBoundingClientRect();
    return { x: left - frame.left, width, bottom: bottom - frame.top };
  };
  const drawn = [...element.querySelectorAll('.abcjs-note, .abcjs-rest')].map((group) =>
    placed(group.querySelector('.abcjs-notehead') ?? group),
  );
  const barlines = [...element.querySelectorAll('.abcjs-bar')].map(placed);
  return drawn.map((spot, i) => {
    const next = drawn[i + 1] as (typeof drawn)[number] | undefined;
    // Of its own line, to the right: the next note or the barline before it.
    const ends = [
      ...(next && next.x > spot.x ? [next.x] : []),
      ...barlines
        .filter(({ x, bottom }) => x > spot.x && Math.abs(bottom - spot.bottom) < NEAR_LINE)
        .map(({ x }) => x),
    ];
    return { ...spot, until: Math.min(frame.width - 12, ...ends) };
  });
}

/** The counts of a line of music stand on one level. */
function lineBottoms(spots: readonly Spot[]): number[] {
  const lows: number[] = [];
  for (let i = 0; i < spots.length;) {
    let end = i + 1;
    while (end < spots.length && spots[end].x > spots[end - 1].x) end++;
    const low = Math.max(...spots.slice(i, end).map(({ bottom }) => bottom)) + 22;
    for (; i < end; i++) lows.push(low);
  }
  return lows;
}
