/**
 * The chosen section's layers over one of its bars, each at its true place: set by hand where every bar is alike. What is heard passes
 * through.
 */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { ClickLayer, PlayLine, Section, Timeline } from '@feldspar/core/plan';
import { type Meter, pluralOfLength } from '@feldspar/core/time';
import { useEffect, useId, useRef, useState } from 'react';
import { Hatch } from '../../parts/core-sample/Hatch.tsx';
import { INK } from '../../theme/palette.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { useWidth } from '../../parts/layout/useWidth.ts';
import { HandLane, type HandLaneProps } from './HandLane.tsx';
import { type BarLane, barPicture, barWords } from './bar-view.ts';
import {
  DIVISIONS,
  type Division,
  type HandPart,
  type Place,
  placesByHand,
  pointsOf,
  withAccent,
  withPlaces,
} from './hand.ts';
import { say } from '../../parts/actions/say.ts';

/** A finger finds it. */
const LANE = 46;
const HEAD = 30;
/** For the lanes' names. */
const GUTTER = 70;
const WIDEST = 720;
const GRAIN = 7;
/** Of a lane: closer ones nobody could hit. */
const MOST_POINTS = 64;

interface BarViewProps {
  section: Section;
  /** Of the section alone. */
  timeline: Timeline;
  bar: number;
  onBar(bar: number): void;
  /** Something is being heard. */
  playing: boolean;
  /** Seconds on the timeline that are heard now, or null. */
  position(): number | null;
  onLayer(index: number, layer: ClickLayer): void;
  onLine(index: number, line: PlayLine): void;
}

export function BarView(props: BarViewProps) {
  const { section, timeline, bar, onBar, playing, position, onLayer, onLine } = props;
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, WIDEST);
  const [division, setDivision] = useState<Division>(2);
  const picture = barPicture(timeline, bar, section.clicks.length, section.play.length);
  const { meter } = timeline.bars[bar];
  const hatch = useId();
  const height = HEAD + LANE * Math.max(1, picture.lanes.length) + 6;
  // Half an eighth of the bar is left free before one, so that the first grain is whole.
  const inner = Math.max(1, width - GUTTER - 24);
  const x = (at: number) => GUTTER + 12 + at * inner;
  const bars = timeline.bars.length;
  const turn = (by: number, label: string, sign: string) => (
    <Button
      size="small"
      variant="outlined"
      aria-label={label}
      disabled={bar + by < 0 || bar + by >= bars}
      onClick={() => onBar(bar + by)}
      sx={{ minWidth: 44 }}
    >
      {sign}
    </Button>
  );
  const divisions = DIVISIONS.filter((one) => one === 1 || one * meter.beats <= MOST_POINTS);
  const grid = divisions.includes(division) ? division : 1;
  /** The lane's part, where it is set by hand. */
  const hands = [
    ...section.clicks.map((layer, i) =>
      byHand(
        layer,
        meter,
        grid,
        (next) => onLayer(i, next),
        (place) => onLayer(i, withAccent(layer, place)),
      ),
    ),
    ...section.play.map((line, i) => byHand(line, meter, grid, (next) => onLine(i, next))),
  ];
  const others = picture.lanes.filter((_, i) => hands[i] === null).map(({ name }) => name);
  return (
    <Box ref={box}>
      <Stack direction="row" spacing={1} sx={{ alignItems: 'center', flexWrap: 'wrap', mb: 0.5 }}>
        {turn(-1, 'The bar before', '‹')}
        <Typography role="status" sx={{ minWidth: 92, textAlign: 'center' }}>
          bar {bar + 1} of {bars}
        </Typography>
        {turn(1, 'The next bar', '›')}
        <Choice
          label="Grid"
          value={grid}
          options={divisions.map((one) => [one, pluralOfLength(meter.unit.div(one))] as const)}
          onChange={setDivision}
        />
        {picture.silent && <Typography sx={{ color: 'text.secondary' }}>the click is silent here</Typography>}
      </Stack>
      <svg
        role="group"
        aria-label={barWords(picture, meter)}
        width={width}
        height={height}
        style={{ display: 'block' }}
      >
        <Hatch id={hatch} size={9} />
        {picture.lanes.map((lane, i) => (
          <g key={lane.name}>
            <rect
              x={GUTTER}
              y={HEAD + i * LANE}
              width={Math.max(1, width - GUTTER)}
              height={LANE - 4}
              rx={5}
              fill={INK.paper}
              stroke={INK.line}
            />
            {picture.silent && lane.kind === 'click' && (
              <rect
                x={GUTTER}
                y={HEAD + i * LANE}
                width={Math.max(1, width - GUTTER)}
                height={LANE - 4}
                rx={5}
                fill={`url(#${hatch})`}
              />
            )}
            <text
              x={0}
              y={HEAD + i * LANE + LANE / 2 + 3}
              fontSize="15"
              fill={INK[lane.kind === 'click' ? 'click' : 'player']}
            >
              {lane.name}
            </text>
          </g>
        ))}
        {picture.counts.map(({ at, text, beat }) => (
          <g key={at}>
            <line
              x1={x(at)}
              x2={x(at)}
              y1={HEAD - 4}
              y2={height - 6}
              stroke={INK.quiet}
              strokeOpacity={beat ? 0.6 : 0.22}
            />
            <text
              x={x(at)}
              y={20}
              textAnchor="middle"
              fontSize={beat ? 18 : 13}
              fontWeight={beat ? 700 : 400}
              fill={beat ? INK.ink : INK.quiet}
            >
              {text}
            </text>
          </g>
        ))}
        {picture.lanes.map((lane, i) => (
          <Marks key={lane.name} lane={lane} y={HEAD + i * LANE + (LANE - 4) / 2} x={x} />
        ))}
        {hands.map(
          (hand, i) =>
            hand && (
              <HandLane
                key={picture.lanes[i].name}
                name={picture.lanes[i].name}
                kind={picture.lanes[i].kind}
                meter={meter}
                {...hand}
                box={{
                  left: GUTTER,
                  top: HEAD + i * LANE,
                  width: Math.max(1, width - GUTTER),
                  height: LANE - 4,
                }}
                x={x}
                onLast={() =>
                  say(`The last one stays. “Remove ${picture.lanes[i].name}” takes all of it away.`)
                }
              />
            ),
        )}
        {playing && (
          <Playhead timeline={timeline} bar={bar} position={position} x={x} height={height} onBar={onBar} />
        )}
      </svg>
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
        Put clicks and notes on the bar, move them along, take them away: by mouse or finger, or with arrows,
        Enter and Shift with arrows{section.clicks.length > 0 && '; > accents a click'}.
        {others.length > 0 &&
          ` ${others.join(' and ')} ${others.length > 1 ? 'go' : 'goes'} on differently from bar to bar, or by lengths: set below.`}
      </Typography>
    </Box>
  );
}

/** What the hand needs of a layer or line; null where it is set by its words alone. */
function byHand<Part extends HandPart>(
  part: Part,
  meter: Meter,
  division: Division,
  onPart: (part: Part) => void,
  onAccent?: (place: Place) => void,
): Pick<HandLaneProps, 'places' | 'points' | 'onChange' | 'onAccent'> | null {
  const places = placesByHand(part, meter);
  if (!places) return null;
  return {
    places,
    points: pointsOf(meter, division, places),
    onChange: (next, change) => onPart(withPlaces(part, next, change)),
    ...(onAccent ? { onAccent } : {}),
  };
}

function Marks({ lane, y, x }: { lane: BarLane; y: number; x(at: number): number }) {
  return lane.marks.map(({ at, strong, sounding }) => {
    if (lane.kind === 'line') {
      const half = strong ? 13 : 8;
      return (
        <rect key={at} x={x(at) - 2.5} y={y - half} width={5} height={2 * half} rx={2.5} fill={INK.player} />
      );
    }
    const r = strong ? GRAIN + 3 : GRAIN;
    return (
      <path
        key={at}
        d={`M${x(at)} ${y - r}l${r} ${r}l${-r} ${r}l${-r} ${-r}z`}
        fill={sounding ? INK.click : 'none'}
        stroke={INK.click}
        strokeWidth={1.6}
        strokeDasharray={sounding ? undefined : '3 2'}
      />
    );
  });
}

interface PlayheadProps extends Pick<BarViewProps, 'timeline' | 'bar' | 'position' | 'onBar'> {
  x(at: number): number;
  height: number;
}

/** Moves by itself, frame by frame, and turns the bars. */
function Playhead({ timeline, bar, position, x, height, onBar }: PlayheadProps) {
  const line = useRef<SVGLineElement>(null);
  useEffect(() => {
    let frame = requestAnimationFrame(function step() {
      const at = position();
      const now = at === null ? -1 : timeline.bars.findIndex(({ startS, endS }) => at >= startS && at < endS);
      const here = now === bar && at !== null;
      if (here) {
        const { startS, endS } = timeline.bars[bar];
        line.current?.setAttribute('transform', `translate(${x((at - startS) / (endS - startS))} 0)`);
      } else if (now >= 0) onBar(now);
      line.current?.setAttribute('opacity', here ? '1' : '0');
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  });
  return <line ref={line} y1={HEAD - 6} y2={height} stroke={INK.ink} strokeWidth={2} opacity={0} />;
}
