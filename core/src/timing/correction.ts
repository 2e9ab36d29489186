/**
 * How hard a player corrects to the click: the share α of the last asynchrony that is taken back in the next interval (Vorberg
 * and Wing 1996; Vorberg and Schulze 2002, J. Math. Psychol. 46, 56–87). The change of asynchrony is regressed on the last
 * asynchrony where a click was heard with it; the errors are those of clock and hand.
 */
import type { Match } from './matching.ts';
import { type GridFit, fitGrid, intervalOf, meanOf } from './gls.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

const FEWEST_HEARD = 12;
/** Without gaps the estimate runs high; it is given from so many hits on, and called rough. */
const FEWEST_WITHOUT_GAPS = 64;
const FEWEST_CYCLES = 2;

type Correction = Report['correction'];

interface Columns {
  y: number[];
  k: number[];
  alone: number[];
  heard: number[];
  error: number[];
}

export function correctionOf(scene: Scene, matches: readonly Match[], cycles: number): Correction {
  const runs = scene.lines.flatMap((_, line) => columnsOf(scene, line, matches));
  const heard = runs.reduce((sum, run) => sum + run.heard.reduce((a, b) => a + b, 0), 0);
  const none = (why: string): Correction => ({ alpha: null, ci95: null, why });
  if (heard < FEWEST_HEARD) return none(`needs ${FEWEST_HEARD} notes after a click, has ${heard}`);
  if (cycles < FEWEST_CYCLES && heard < FEWEST_WITHOUT_GAPS)
    return none(
      `without ${FEWEST_CYCLES} gaps it needs ${FEWEST_WITHOUT_GAPS} notes after a click, has ${heard}`,
    );
  const fit = fitted(runs);
  if (!fit) return none('the asynchronies do not differ enough');
  const [low, high] = intervalOf(fit, 0);
  return {
    alpha: -meanOf(fit, 0),
    ci95: [-high, -low],
    ...(cycles < FEWEST_CYCLES ? { why: 'rough: without gaps it reads too high' } : {}),
  };
}

/** With a drift while alone and a place where the player sits with the click, when both occur. */
function fitted(runs: readonly Columns[]): GridFit | null {
  const has = (column: 'alone' | 'heard') => runs.some((run) => run[column].some((v) => v !== 0));
  const others = (['alone', 'heard'] as const).filter(has);
  return fitGrid(
    runs.map((run) => ({ y: run.y, k: run.k, x: [run.error, ...others.map((name) => run[name])] })),
    { ownPast: true },
  );
}

/**
 * Only from strokes that follow each other note by note: over a note left out nobody knows what was compared with what, so a run ends
 * there. A click between two strokes is compared with neither, and when it is answered is not known: it ends a run as well, and the
 * interval after it belongs to none.
 */
function columnsOf(scene: Scene, line: number, matches: readonly Match[]): Columns[] {
  const { anchored, index } = scene.lines[line];
  const placeOf = new Int32Array(scene.gapOf.length);
  index.forEach((target, place) => (placeOf[target] = place));
  const mine = matches.filter((match) => match.line === line);
  const runs: Columns[] = [];
  let open: Columns | null = null;
  let answered = true;
  for (let i = 1; i < mine.length; i++) {
    const [before, now] = [mine[i - 1], mine[i]];
    const place = placeOf[now.target];
    const between = anchored[place] === 1 && scene.withClick[now.target] === 0;
    if (place !== placeOf[before.target] + 1 || between || !answered) {
      open = null;
      answered = !between;
      continue;
    }
    if (!open) runs.push((open = { y: [], k: [], alone: [], heard: [], error: [] }));
    const beatMs = scene.beatMs[now.target];
    const k = scene.beats[now.target] - scene.beats[before.target];
    const heard = scene.withClick[before.target] === 1;
    open.y.push((now.judgedMs - before.judgedMs) / beatMs);
    open.k.push(k);
    open.alone.push(heard ? 0 : k);
    open.heard.push(heard ? 1 : 0);
    open.error.push(heard ? before.judgedMs / beatMs : 0);
  }
  return runs;
}
