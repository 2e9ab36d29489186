/** A sheet engraved, with the counts under each note: spoken, held (lighter) and whispered in rests (in brackets). */
import Box from '@mui/material/Box';
import type { CountedNote, Sheet } from '@feldspar/core/counts';
import { type AbcOptions, sheetToAbc } from '@feldspar/core/formats';
import abcjs from 'abcjs';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { INK } from '../../theme/palette.ts';
import { engravingNode } from './engraving-file.ts';
import { type Spot, barsInWidth, lineBottoms, spotsOf } from './engraving-spots.ts';
import type { Range } from '../../data/sheet-edits.ts';

/** What stands under a note. */
export interface Under {
  text: string;
  kind: 'spoken' | 'held' | 'whispered' | 'early' | 'late' | 'missed';
}

interface EngravingProps extends Pick<AbcOptions, 'tempo' | 'end'> {
  sheet: Sheet;
  notes: readonly CountedNote[];
  /** For each written note what stands under it, in order; several share the room up to the next note. */
  under: readonly (readonly Under[])[];
  /** For each written note the share of its length through which it was held, drawn below; null where that is not known. */
  held?: readonly (number | null)[];
  /** By bar, what stands above its first note. */
  marks?: ReadonlyMap<number, string>;
  chosen: Range | null;
  onChoose?(index: number, extend: boolean): void;
  label: string;
  /** For who stands at a distance. */
  scale?: number;
  /** Told where it is drawn, to save it. */
  onDrawn?(box: HTMLElement): void;
}

const MOST_WIDTH = 1000;
const FONT_SIZE = 14;

const TEXT_FONT = '"Figtree Variable" 13';
const FORMAT = {
  stretchlast: 1,
  tripletfont: TEXT_FONT,
  annotationfont: TEXT_FONT,
  gchordfont: TEXT_FONT,
  measurefont: TEXT_FONT,
  tempofont: '"Figtree Variable" 14 bold',
};

export function Engraving({
  sheet,
  notes,
  under,
  held,
  marks,
  chosen,
  onChoose,
  label,
  scale = 1,
  tempo,
  end,
  onDrawn,
}: EngravingProps) {
  const box = useRef<HTMLDivElement>(null);
  const paper = useRef<HTMLDivElement>(null);
  const sheetOfPaper = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [spots, setSpots] = useState<Spot[]>([]);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) =>
      setWidth(Math.floor(Math.min(scale * MOST_WIDTH, entry.contentRect.width))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [scale]);

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
    tempo,
    end,
    marks,
    roomBelow: 80,
    barsALine: barsInWidth(notes, width / scale),
  });
  useLayoutEffect(() => {
    const element = paper.current;
    if (!element || width === 0) return;
    abcjs.renderAbc(element, abc, {
      add_classes: true,
      scale,
      staffwidth: width - 30,
      paddingleft: 10,
      paddingright: 10,
      foregroundColor: 'currentColor',
      format: FORMAT,
      paddingbottom: 44,
    });
    const svg = element.querySelector('svg');
    svg?.setAttribute('role', 'img');
    svg?.setAttribute('aria-label', label);
    setSpots(spotsOf(element, notes));
    if (box.current) onDrawn?.(box.current);
  }, [abc, notes, width, scale, label, onDrawn]);

  const low = lineBottoms(spots, scale);
  const isChosen = (i: number) => chosen !== null && i >= chosen.from && i <= chosen.to;
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
              onClick={onChoose && (({ shiftKey }) => onChoose(i, shiftKey))}
              style={{ cursor: onChoose ? 'pointer' : undefined }}
            >
              <rect
                data-mark=""
                x={spot.x - 5}
                y={low[i] - 46 * scale}
                width={Math.max(spot.width + 10, 18)}
                height={68 * scale}
                rx={5}
                fill={isChosen(i) ? INK.player : 'transparent'}
                fillOpacity={isChosen(i) ? 0.16 : 0}
                stroke={isChosen(i) ? INK.player : 'none'}
              />
              {under[i]?.map(({ text, kind }, k) => (
                <text
                  key={k}
                  x={spot.x + spot.width / 2 + (k / under[i].length) * (spot.until - spot.x)}
                  y={low[i] + 14 * scale}
                  textAnchor="middle"
                  fontSize={FONT_SIZE * scale}
                  fontWeight={kind === 'spoken' ? 700 : 400}
                  fill={COLOURS[kind]}
                >
                  {text}
                </text>
              ))}
              <HeldBar spot={spot} y={low[i] + 24 * scale} share={held?.[i] ?? null} />
            </g>
          ))}
        </svg>
      </Box>
    </Box>
  );
}

const BAR_HEIGHT = 6;
/** Held on so far over its end a note is drawn at most. */
const MOST_SHARE = 1.25;

/** As long as the note is written, up to the next one; the dark part was held. */
function HeldBar({ spot, y, share }: { spot: Spot; y: number; share: number | null }) {
  if (share === null) return null;
  const width = Math.max(6, spot.until - spot.x - 6);
  return (
    <g>
      <rect x={spot.x} y={y} width={width} height={BAR_HEIGHT} fill={INK.hatch} rx={2} />
      <rect
        x={spot.x}
        y={y}
        width={width * Math.min(MOST_SHARE, share)}
        height={BAR_HEIGHT}
        fill={share > 1 ? INK.late : INK.player}
        rx={2}
      />
    </g>
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
