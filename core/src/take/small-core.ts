/**
 * A core in small, as lists carry it: a few bars, and where their hits lay. It is one text, because a page of a log holds thirty of
 * them: as nested arrays they took five times as long to read as all else that is told about the takes.
 *
 * A bar is its number of beats, in parentheses where it was silent; then, for each hit, its place across the bar in thousandths and its
 * asynchrony in whole milliseconds: `4 0:-3 250:12|(4) 0:31`.
 */
export interface SmallCore {
  rows: { beats: number; silent: boolean }[];
  /** `across` is the place in the bar, 0 at its downbeat and 1 at the next. */
  marks: { row: number; across: number; asynchronyMs: number }[];
}

export function writeSmallCore({ rows, marks }: SmallCore): string {
  const bars = rows.map(({ beats, silent }) => [silent ? `(${beats})` : String(beats)]);
  for (const { row, across, asynchronyMs } of marks)
    bars[row].push(`${Math.round(across * 1000)}:${Math.round(asynchronyMs)}`);
  return bars.map((bar) => bar.join(' ')).join('|');
}

/** @param text as {@link writeSmallCore} gives it. */
export function readSmallCore(text: string): SmallCore {
  const core: SmallCore = { rows: [], marks: [] };
  if (text === '') return core;
  text.split('|').forEach((bar, row) => {
    const [beats, ...hits] = bar.split(' ');
    const silent = beats.startsWith('(');
    core.rows.push({ beats: Number(silent ? beats.slice(1, -1) : beats), silent });
    for (const hit of hits) {
      const [across, asynchronyMs] = hit.split(':').map(Number);
      core.marks.push({ row, across: across / 1000, asynchronyMs });
    }
  });
  return core;
}
