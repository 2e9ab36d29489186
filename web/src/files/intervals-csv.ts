/** The raw asynchronies and intervals of a take as comma-separated values, for a spreadsheet. */
import type { Timeline } from '@feldspar/core/plan';
import type { Report } from '@feldspar/core/timing';

const HEADER = [
  'bar',
  'position',
  'line',
  'target s',
  'hit s',
  'asynchrony ms',
  'interval ms',
  'written interval ms',
];

/** One row a hit that met its target; the interval is that to the hit before it of the same part. */
export function intervalsCsv(timeline: Timeline, { matches }: Report): string {
  const before = new Map<string, { targetS: number; hitS: number }>();
  const number = (value: number, places: number) => String(Number(value.toFixed(places)));
  const rows = matches.map(({ target, asynchronyMs }) => {
    const { timeS, bar, position, voice } = timeline.targets[target];
    const hitS = timeS + asynchronyMs / 1000;
    const last = before.get(voice);
    before.set(voice, { targetS: timeS, hitS });
    return [
      timeline.bars[bar].number,
      position.toFraction(),
      /[",\r\n]/.test(voice) ? `"${voice.replaceAll('"', '""')}"` : voice,
      number(timeS, 6),
      number(hitS, 6),
      number(asynchronyMs, 3),
      last ? number(1000 * (hitS - last.hitS), 3) : '',
      last ? number(1000 * (timeS - last.targetS), 3) : '',
    ];
  });
  return [HEADER, ...rows].map((row) => row.join(',')).join('\r\n') + '\r\n';
}
