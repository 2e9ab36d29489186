/**
 * One lane of the bar, open to the hand: on a free point something is put, what lies there is moved along or taken away. By mouse and
 * finger on the whole lane, the nearest point counts; by keyboard from point to point.
 */
import { type Meter, barLength, placeName } from '@feldspar/core/time';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { INK } from '../../theme/palette.ts';
import { type Place, added, freePoint, moved, removed } from './hand.ts';

export interface HandLaneProps {
  /** "Click 1". */
  name: string;
  kind: 'click' | 'line';
  meter: Meter;
  places: readonly Place[];
  points: readonly Place[];
  /** The lane, in px of the drawing. */
  box: { left: number; top: number; width: number; height: number };
  /** From a share of the bar to px. */
  x(at: number): number;
  onChange(places: Place[], change: { from?: Place; to?: Place }): void;
  /** The last one was to be taken away, and stays. */
  onLast(): void;
  /** Absent where nothing is accented. */
  onAccent?(place: Place): void;
}

const TICK = 5;
const GRAIN = 8;

export function HandLane({
  name,
  kind,
  meter,
  places,
  points,
  box,
  x,
  onChange,
  onLast,
  onAccent,
}: HandLaneProps) {
  const lane = useRef<SVGGElement>(null);
  const [at, setAt] = useState<string | null>(null);
  const [drag, setDrag] = useState<{ from: Place; to: Place; lies: boolean } | null>(null);
  const bar = barLength(meter);
  const px = (place: Place) => x(place.div(bar).valueOf());
  const lies = (place: Place) => places.some((one) => one.equals(place));
  const current = Math.max(
    0,
    points.findIndex((point) => point.toFraction() === at),
  );
  const middle = box.top + box.height / 2;

  const take = (from: Place) => {
    const left = removed(places, from);
    if (left) onChange(left, { from });
    else onLast();
  };
  const toggle = (place: Place) =>
    lies(place) ? take(place) : onChange(added(places, place), { to: place });
  const move = (from: Place, to: Place) => {
    const next = moved(places, from, to);
    if (next) onChange(next, { from, to });
  };

  const nearest = ({ clientX }: PointerEvent): Place => {
    const matrix = lane.current!.ownerSVGElement!.getScreenCTM()!;
    const here = (clientX - matrix.e) / matrix.a;
    return points.reduce((best, point) =>
      Math.abs(px(point) - here) < Math.abs(px(best) - here) ? point : best,
    );
  };
  const begin = (event: PointerEvent<SVGRectElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const from = nearest(event);
    setDrag({ from, to: from, lies: lies(from) });
    setAt(from.toFraction());
  };
  const go = (event: PointerEvent) => {
    if (!drag?.lies) return;
    const to = nearest(event);
    if (to.equals(drag.from) || !lies(to)) setDrag({ ...drag, to });
  };
  const end = () => {
    if (!drag) return;
    setDrag(null);
    if (drag.to.equals(drag.from)) toggle(drag.from);
    else {
      move(drag.from, drag.to);
      setAt(drag.to.toFraction());
    }
  };

  const focus = (place: Place) => {
    setAt(place.toFraction());
    const index = points.findIndex((point) => point.equals(place));
    lane.current?.querySelectorAll<SVGGElement>('[role=button]')[index]?.focus();
  };
  const press = (event: KeyboardEvent, place: Place, index: number) => {
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : null;
    const done = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (direction && event.shiftKey) {
      done();
      const to = lies(place) ? freePoint(points, places, place, direction) : null;
      if (!to) return;
      move(place, to);
      focus(to);
    } else if (direction) {
      done();
      const next = points[index + direction];
      if (next) focus(next);
    } else if (event.key === 'Home' || event.key === 'End') {
      done();
      focus(points[event.key === 'Home' ? 0 : points.length - 1]);
    } else if (event.key === 'Enter' || event.key === ' ') {
      done();
      toggle(place);
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      done();
      if (lies(place)) take(place);
    } else if (event.key === '>' && onAccent && lies(place)) {
      done();
      onAccent(place);
    }
  };

  return (
    <g ref={lane} role="toolbar" aria-label={`${name} by hand`}>
      <rect
        x={box.left}
        y={box.top}
        width={box.width}
        height={box.height}
        fill="transparent"
        onPointerDown={begin}
        onPointerMove={go}
        onPointerUp={end}
        onPointerCancel={() => setDrag(null)}
        // A finger may still scroll the page past it.
        style={{ cursor: drag ? 'grabbing' : 'pointer', touchAction: 'pan-y' }}
      />
      {points.map((point, i) => (
        <g
          key={point.toFraction()}
          role="button"
          aria-label={placeName(point, meter)}
          aria-pressed={lies(point)}
          tabIndex={i === current ? 0 : -1}
          onKeyDown={(event) => press(event, point, i)}
          // Pointers are heard by the lane; a screen reader's own "press" comes without one.
          onClick={({ detail }) => detail === 0 && toggle(point)}
          pointerEvents="none"
        >
          <circle cx={px(point)} cy={middle} r={GRAIN + 4} fill="none" />
          {!lies(point) && (
            <line
              x1={px(point)}
              x2={px(point)}
              y1={middle - TICK}
              y2={middle + TICK}
              stroke={INK.quiet}
              strokeOpacity={0.55}
              strokeWidth={1.5}
            />
          )}
        </g>
      ))}
      {drag && !drag.to.equals(drag.from) && (
        <circle
          cx={px(drag.to)}
          cy={middle}
          r={GRAIN + 2}
          fill="none"
          stroke={INK[kind === 'click' ? 'click' : 'player']}
          strokeWidth={2}
          pointerEvents="none"
        />
      )}
    </g>
  );
}
