import { Fraction, type Meter } from '@feldspar/core/time';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { HandLane } from './HandLane.tsx';
import { SilentBars } from './SilentBars.tsx';
import { type Place, pointsOf } from './hand.ts';

const FOUR: Meter = { beats: 4, unit: new Fraction(1, 4) };

function lane(places: Place[]) {
  const heard = { changes: [] as string[][], last: 0, accents: [] as string[] };
  render(
    <svg>
      <HandLane
        name="Click 1"
        kind="click"
        meter={FOUR}
        places={places}
        points={pointsOf(FOUR, 2, places)}
        box={{ left: 0, top: 0, width: 400, height: 40 }}
        x={(at) => 400 * at}
        onChange={(next) => heard.changes.push(next.map((place) => place.toFraction()))}
        onLast={() => heard.last++}
        onAccent={(place) => heard.accents.push(place.toFraction())}
      />
    </svg>,
  );
  const toolbar = within(screen.getByRole('toolbar', { name: 'Click 1 by hand' }));
  const point = (name: string) => toolbar.getByRole('button', { name });
  return {
    heard,
    point,
    press: (name: string, key: string, more = {}) => fireEvent.keyDown(point(name), { key, ...more }),
  };
}

describe('a lane by keyboard', () => {
  const [one, two] = [new Fraction(0), new Fraction(1, 4)];

  it('is one stop of the Tab key; arrows go from point to point', () => {
    const { point, press } = lane([one, two]);
    expect(screen.getAllByRole('button').filter(({ tabIndex }) => tabIndex === 0)).toEqual([point('1')]);
    press('1', 'ArrowRight');
    expect(document.activeElement).toBe(point('1&'));
    press('1&', 'End');
    expect(document.activeElement).toBe(point('4&'));
  });

  it('says where something lies, and puts or takes it away', () => {
    const { heard, point, press } = lane([one, two]);
    expect([point('1'), point('1&')].map((el) => el.getAttribute('aria-pressed'))).toEqual(['true', 'false']);
    press('1&', 'Enter');
    press('1', ' ');
    press('2', 'Delete');
    press('3', 'Delete');
    expect(heard.changes).toEqual([['0', '1/8', '1/4'], ['1/4'], ['0']]);
  });

  it('moves what lies there past what lies beside it', () => {
    const { heard, press } = lane([one, two]);
    press('1', 'ArrowRight', { shiftKey: true });
    press('1&', 'ArrowRight', { shiftKey: true });
    expect(heard.changes).toEqual([['1/8', '1/4']]);
  });

  it('keeps the last one, and accents only what lies there', () => {
    const { heard, press } = lane([two]);
    press('2', 'Enter');
    press('2', '>');
    press('3', '>');
    expect(heard).toEqual({ changes: [], last: 1, accents: ['1/4'] });
  });
});

describe('silent bars', () => {
  const bars = (silent: boolean[]) => {
    const changes: boolean[][] = [];
    render(<SilentBars silent={silent} onChange={(next) => changes.push(next)} />);
    return { changes, bar: (n: number) => screen.getByRole('button', { name: `Bar ${n} silent` }) };
  };

  it('a screen reader’s press paints one bar', () => {
    const { changes, bar } = bars([false, true]);
    expect(bar(2).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(bar(1));
    expect(changes).toEqual([[true, true]]);
  });

  it('Shift with an arrow makes the next one as this one is', () => {
    const { changes, bar } = bars([true, false, false]);
    fireEvent.keyDown(bar(1), { key: 'ArrowRight', shiftKey: true });
    expect(changes).toEqual([[true, true, false]]);
    expect(document.activeElement).toBe(bar(2));
    fireEvent.keyDown(bar(2), { key: 'End' });
    expect(document.activeElement).toBe(bar(3));
    expect(changes).toHaveLength(1);
  });
});
