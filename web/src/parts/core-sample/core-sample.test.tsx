import { compile } from '@feldspar/core/plan';
import { measureTake, summaryOf } from '@feldspar/core/take';
import { render, screen } from '@testing-library/react';
import { GROWING, THINNING, testTake } from '../../testing/documents.ts';
import { CoreSample } from './CoreSample.tsx';
import { layoutCore } from './layout.ts';
import { coreOfSummary, coreOfTake, coreOfTimeline, placeOfTime } from './model.ts';

const timeline = compile(GROWING.plan);
const SIZE = { width: 430, rowHeight: 20, gutter: 30, head: 26, markRoom: 4 };

describe('the core of a plan', () => {
  it('has a row a bar without the count-in, grain where clicks sound, none where silent', () => {
    const { rows } = coreOfTimeline(timeline);
    expect(rows.map((row) => (row.silent ? 'o' : 'x')).join('')).toBe('xxoxxooxxoooxxooooxx');
    expect(rows[0]).toMatchObject({ label: '1', beats: 4, clicks: [0, 1, 2, 3] });
    expect(rows[2].clicks).toEqual([]);
  });

  it('marks where a section begins', () => {
    const { rows } = coreOfTimeline(compile(THINNING.plan));
    expect(rows.flatMap((row, i) => (row.startsSection ? [i] : []))).toEqual([4, 8, 12, 16]);
    expect(rows[8].clicks).toEqual([0]);
  });

  it('places a time in its bar, and the count-in nowhere', () => {
    const bar = timeline.bars[3];
    expect(placeOfTime(timeline, bar.startS + (bar.endS - bar.startS) / 2)).toEqual({
      row: 2,
      at: expect.closeTo(2, 9),
    });
    expect(placeOfTime(timeline, 0.1)).toBeNull();
  });
});

describe('the core of a take', () => {
  it('carries every match, missed target and extra hit', () => {
    const played = testTake();
    const take = {
      ...played,
      hits: [...played.hits.slice(0, 9), ...played.hits.slice(10), { timeS: 20.31 }],
    };
    const { report, hits } = measureTake(take);
    const core = coreOfTake(timeline, report, hits, 0);
    expect(core.marks).toHaveLength(report.counts.matched);
    expect(core.missed).toEqual([{ row: 2, at: 1 }]);
    expect(core.extra).toHaveLength(report.counts.extra);
    expect(core.extra[0].row).toBe(placeOfTime(timeline, 20.31)!.row);
  });

  it('in small has the same rows and hits', () => {
    const core = coreOfSummary(summaryOf(measureTake(testTake())));
    expect(core.rows).toHaveLength(20);
    expect(core.marks[5]).toMatchObject({ row: 1, at: 1 });
  });
});

describe('layout', () => {
  const rows = coreOfTimeline(timeline).rows;
  const mark = (asynchronyMs: number, at = 1) => ({ row: 0, at, asynchronyMs });

  it('draws early left of the seam and late right, in proportion', () => {
    const layout = layoutCore({ rows, marks: [mark(-40), mark(40)] }, SIZE);
    const seam = layout.x(1);
    expect(layout.hitX(1, -40)).toBeLessThan(seam);
    expect(layout.hitX(1, 40) - seam).toBeCloseTo(seam - layout.hitX(1, -40), 9);
    expect(layout.hitX(1, 20) - seam).toBeCloseTo((layout.hitX(1, 40) - seam) / 2, 9);
  });

  it('never magnifies beyond a pixel a millisecond, and never lets a hit reach the neighbouring seam', () => {
    const wide = layoutCore({ rows, marks: [mark(5)] }, SIZE);
    expect(wide.pxPerMs).toBe(1);
    const far = layoutCore({ rows, marks: [mark(-900), mark(30)] }, SIZE);
    expect(far.hitX(1, -900)).toBeGreaterThan((far.x(0) + far.x(1)) / 2);
  });

  it('keeps closer targets apart: eighths have half the room of quarters', () => {
    const quarters = layoutCore({ rows, marks: [mark(300, 0), mark(300, 1)] }, { ...SIZE, markRoom: 0 });
    const eighths = layoutCore({ rows, marks: [mark(300, 0), mark(300, 0.5)] }, { ...SIZE, markRoom: 0 });
    expect(eighths.pxPerMs).toBeCloseTo(quarters.pxPerMs / 2, 9);
  });

  it('stacks rows downward and fits the width', () => {
    const layout = layoutCore({ rows, marks: [] }, SIZE);
    expect(layout.rowTop(1) - layout.rowTop(0)).toBe(20);
    expect(layout.x(-0.5) + layout.rowWidth(0)).toBe(SIZE.width - 1);
    expect(layout.height).toBe(26 + 20 * 20);
  });
});

describe('the picture', () => {
  it('has a name, bar numbers and a scale', () => {
    const { report, hits } = measureTake(testTake());
    render(<CoreSample model={coreOfTake(timeline, report, hits, 0)} width={600} label="Core of the take" />);
    const picture = screen.getByRole('img', { name: 'Core of the take' });
    expect(picture.textContent).toMatch(/20/);
    expect(picture.textContent).toMatch(/ms between a hit and its line/);
  });
});
