/**
 * What to say of a take, in the order of what to fix: nothing heard, sound interrupted, turned round, many wrong notes, then what the plan
 * trains, then what else is sure, and what held.
 */
import type { Timeline } from '../plan/index.ts';
import type { Finding, FindingOf } from './finding-schema.ts';
import { recordFindings } from './record-findings.ts';
import type { GapReport, Report } from './report-schema.ts';

type Figures = Omit<Report, 'findings'>;

const FEWEST_MATCHES = 4;
/** From such a share on, wrong notes matter more than how long one holds. */
const MANY_WRONG = 0.1;
/** Below this a player plays straight, and nothing is said about it. */
const SWINGS_FROM = 1.2;
/** Less than this between notes is not heard as beside each other (Hirsh 1959, JASA 31, 759–767: some 20 ms for order; half of it for a place). */
const HEARD_ASIDE_MS = 10;
const SLOW_ENTRY_BEATS = 4;
/** Of the written length. */
const WRONG_LENGTH = 0.2;
/** Of two limbs' strokes, heard as one sound. */
const TOGETHER = 0.8;
const OFFSET_FROM_MS = 5;
const FEWEST_FOR_OFFSET = 8;
/** From here on a re-entry is worth a sentence of its own. */
const FEWEST_REENTRIES = 2;
/** Half of what makes a drift steady: how narrow an interval round a middling tempo must become to settle it. */
const SETTLED_PERCENT = 0.3;

/** @param steadyPercent within which a whole interval is steady. */
export function findingsOf(timeline: Timeline, report: Figures, steadyPercent: number): Finding[] {
  const { counts, turned, lengths } = report;
  const interrupted = interruptedFinding(report);
  if (counts.matched === 0) return [...interrupted, { code: 'nothing heard' }];
  if (counts.matched < FEWEST_MATCHES)
    return [
      ...interrupted,
      { code: 'too little', matched: counts.matched, targets: counts.targets },
      ...lengthFinding(lengths),
      ...restFinding(report),
    ];
  const turns = turned.map((turn): Finding => ({ code: 'turned round', ...turn }));
  const manyWrong = counts.missed + counts.extra > MANY_WRONG * counts.targets;
  const found = [
    ...recordFindings(report),
    ...mainFindings(timeline, report, steadyPercent),
    ...entryFindings(report),
    ...sectionFinding(report),
    ...placesFinding(report),
    ...intendedFinding(timeline, report),
    ...limbFinding(timeline, report),
    ...limbsByEarFinding(timeline, report),
    ...holdFinding(report),
    ...swingFinding(report),
    ...lengthFinding(lengths),
    ...restFinding(report),
    ...offsetFinding(report),
  ];
  const toMend = (finding: Finding) => isToMend(finding, report);
  return [
    ...interrupted,
    ...turns,
    ...slipFinding(report),
    // Of a player on another beat every note is wrong, and none.
    ...(manyWrong && turns.length === 0 ? wrongFinding(report) : []),
    ...found.filter(toMend),
    ...found.filter((finding) => !toMend(finding)),
    ...(manyWrong || turns.length > 0 ? [] : wrongFinding(report)),
  ];
}

/** Whether it is something to work on; what is not is told after it. */
function isToMend(finding: Finding, { clicked }: Figures): boolean {
  switch (finding.code) {
    case 'alone':
      return finding.verdict !== 'steady';
    case 'one':
      return finding.beats !== 0;
    case 'manner':
      return finding.manner === 'follows' || finding.manner === 'neither';
    case 'between the clicks':
      return finding.aside;
    case 'section aside':
      return true;
    case 'places':
      return finding.aside !== null;
    case 'intended': {
      const { ci95, offsetMs } = finding;
      return ci95 !== null && (offsetMs < ci95[0] || offsetMs > ci95[1]);
    }
    case 're-entry':
      return Math.abs(finding.meanMs - (clicked.meanMs ?? 0)) >= HEARD_ASIDE_MS;
    case 'entry':
      // Listening first is no fault.
      return finding.beats === null || (finding.kind !== 'found' && finding.beats >= SLOW_ENTRY_BEATS);
    case 'limbs':
      return finding.leads !== null && finding.spreadMs >= HEARD_ASIDE_MS;
    case 'limbs by ear':
      return finding.asOne < TOGETHER * finding.n;
    case 'rests':
      return finding.hits > 0;
    case 'lengths':
      return Math.abs(finding.ratio - 1) >= WRONG_LENGTH;
    default:
      return false;
  }
}

function interruptedFinding({ disturbances, trustedFromBar }: Figures): Finding[] {
  if (disturbances.length === 0) return [];
  return [
    { code: 'interrupted', at: disturbances.map(({ bar, lostMs }) => ({ bar, lostMs })), trustedFromBar },
  ];
}

/** What the plan trains: being alone where it leaves one alone; else the beats it does not mark; else the click. */
function mainFindings(timeline: Timeline, report: Figures, steadyPercent: number): Finding[] {
  if (report.gaps.length > 0) return aloneFinding(timeline, report, steadyPercent);
  const between = betweenFinding(report);
  const clicked = clickedFinding(report);
  return report.unmarked?.beats || clicked.length === 0 ? [...between, ...clicked] : [...clicked, ...between];
}

function aloneFinding(
  timeline: Timeline,
  { drift, gaps, turned, record }: Figures,
  steadyPercent: number,
): Finding[] {
  if (drift.tempoPercent === null || drift.ci95 === null)
    return turned.length > 0 ? [] : [{ code: 'alone unknown', why: drift.why ?? 'nothing measured' }];
  const { verdict, tempoPercent: percent, ci95 } = drift;
  const named = longestGained(gaps, verdict);
  const after = named && {
    gainedMs: named.driftMs!,
    beats: named.beats,
    silentBars: named.count > 1 ? 0 : silentBarsIn(timeline, named),
  };
  const more = verdict === 'unclear' ? moreBars(timeline, gaps, percent, ci95, steadyPercent) : null;
  return [
    {
      code: 'alone',
      verdict,
      percent,
      ci95,
      ...(record ? { gone: 'record' as const } : {}),
      ...(after ? { after } : {}),
      ...(more === null ? {} : { moreBars: more }),
    },
  ];
}

/** The longest gap whose drift is known and goes the way of the verdict. */
function longestGained(gaps: readonly GapReport[], verdict: Report['drift']['verdict']): GapReport | null {
  const fits = (ms: number) => (verdict === 'rushing' ? ms < 0 : verdict === 'dragging' ? ms > 0 : true);
  return gaps
    .filter(({ driftMs }) => driftMs !== null && fits(driftMs))
    .reduce<GapReport | null>((best, gap) => (!best || gap.beats > best.beats ? gap : best), null);
}

function silentBarsIn({ bars }: Timeline, { fromS, toS }: GapReport): number {
  return bars.filter((bar) => bar.startS >= fromS - 1e-6 && bar.endS <= toS + 1e-6 && bar.silent).length;
}

/**
 * The half width of an interval shrinks with the root of what it is made of. Settled it is when it leaves out 0, or lies within what is
 * steady, whichever is nearer; of a tempo between the two, when it is as narrow as may be asked.
 */
function moreBars(
  { bars }: Timeline,
  gaps: readonly GapReport[],
  percent: number,
  [low, high]: [number, number],
  steadyPercent: number,
): number {
  const half = (high - low) / 2;
  const wanted = Math.max(Math.abs(percent), steadyPercent - Math.abs(percent), SETTLED_PERCENT);
  const beats = gaps.reduce((sum, gap) => sum + gap.beats * gap.count, 0);
  const perBar = bars[bars.length - 1].meter.beats;
  return Math.max(1, Math.ceil((((half / wanted) ** 2 - 1) * beats) / perBar));
}

function clickedFinding({ clicked, tolerance, record }: Figures): Finding[] {
  // Of a record it is said already.
  if (clicked.meanMs === null || record) return [];
  const { meanMs, sdMs, withinTolerance } = clicked;
  return [{ code: 'with the click', meanMs, sdMs, share: withinTolerance!, withinMs: tolerance.hitMs }];
}

function betweenFinding({ unmarked }: Figures): Finding[] {
  if (!unmarked || unmarked.meanMs === null) return [];
  const { at, unit, beats, meanMs, sdMs, againstClickedMs, ci95 } = unmarked;
  const aside =
    ci95 !== null && (ci95[0] > 0 || ci95[1] < 0) && Math.abs(againstClickedMs!) >= HEARD_ASIDE_MS;
  return [{ code: 'between the clicks', at, unit, beats, meanMs, sdMs, againstClickedMs, aside }];
}

/** The section that lies furthest aside, where that is sure and can be heard. */
function sectionFinding({ sections }: Figures): Finding[] {
  const aside = sections.filter(
    ({ asideMs, ci95 }) => ci95 && (ci95[0] > 0 || ci95[1] < 0) && Math.abs(asideMs!) >= HEARD_ASIDE_MS,
  );
  const furthest = aside.reduce<(typeof aside)[number] | null>(
    (most, section) => (Math.abs(section.asideMs!) > Math.abs(most?.asideMs ?? 0) ? section : most),
    null,
  );
  if (!furthest) return [];
  const { name, fromBar, toBar, asideMs, ci95 } = furthest;
  const called = name === undefined ? {} : { name };
  return [{ code: 'section aside', ...called, fromBar, toBar, asideMs: asideMs!, ci95: ci95! }];
}

function placesFinding({ places }: Figures): Finding[] {
  if (!places || places.each.length === 0) return [];
  const { each, ...counts } = places;
  const known = each.flatMap(({ at, asideMs, ci95 }) =>
    asideMs !== null && ci95 ? [{ at, asideMs, ci95 }] : [],
  );
  const sure = known.filter(
    ({ asideMs, ci95 }) => (ci95[0] > 0 || ci95[1] < 0) && Math.abs(asideMs) >= HEARD_ASIDE_MS,
  );
  const furthest = sure.reduce<(typeof sure)[number] | null>(
    (most, place) => (Math.abs(place.asideMs) > Math.abs(most?.asideMs ?? 0) ? place : most),
    null,
  );
  const widest = Math.max(...known.flatMap(({ ci95 }) => ci95.map(Math.abs)));
  const withinMs = known.length === each.length ? widest : null;
  return [{ code: 'places', ...counts, aside: furthest, withinMs }];
}

function slipFinding({ gaps }: Figures): Finding[] {
  const slipped = gaps.find((gap) => gap.slippedBeats);
  return slipped ? [{ code: 'slipped', gapBeats: slipped.beats, beats: slipped.slippedBeats! }] : [];
}

/** How the click was found; all returns after a stop together; of the others the one that took longest, or was never found. */
function entryFindings({ entries, reentry, turned }: Figures): Finding[] {
  const together = reentry && reentry.meanMs !== null && reentry.n >= FEWEST_REENTRIES ? reentry : null;
  const found = entries.filter(({ kind }) => kind === 'found');
  const single = entries.filter(({ kind }) => kind !== 'found' && !(together && kind === 'reentered'));
  const lost = single.find(({ beats }) => beats === null);
  const slowest = single.reduce<(typeof single)[number] | null>(
    (worst, entry) => ((entry.beats ?? 0) > (worst?.beats ?? 0) ? entry : worst),
    null,
  );
  const named = lost ?? slowest;
  // Who stood on the click's beat has not failed to find it: that is said already.
  const told = [...found, ...(named ? [named] : [])].filter(
    ({ beats }) => beats !== null || turned.length === 0,
  );
  return [
    ...(together
      ? [
          {
            code: 're-entry' as const,
            times: together.n,
            meanMs: together.meanMs!,
            sdMs: together.sdMs,
            percent: together.tempoPercent,
          },
        ]
      : []),
    ...told.map(({ kind, bar, beats, clicks, heldBeats }): FindingOf<'entry'> => {
      const held = heldBeats === undefined ? {} : { heldBeats };
      return { code: 'entry', kind, bar, beats, ...(clicks === undefined ? {} : { clicks }), ...held };
    }),
  ];
}

function wrongFinding({ counts: { missed, extra } }: Figures): Finding[] {
  return missed + extra > 0 ? [{ code: 'wrong notes', missed, extra }] : [];
}

function intendedFinding({ bars, targets }: Timeline, { intended }: Figures): Finding[] {
  if (!intended || intended.meanMs === null) return [];
  const { at, offsetMs, meanMs, sdMs, ci95 } = intended;
  const unit = bars[targets[0].bar].meter.unit.toFraction();
  return [{ code: 'intended', at, unit, offsetMs, meanMs, sdMs, ci95 }];
}

function holdFinding({ holdBeats: { beats, range, toleranceMs } }: Figures): Finding[] {
  return beats === null || range === null ? [] : [{ code: 'hold', beats, range, toleranceMs }];
}

function limbFinding({ parts }: Timeline, { unison }: Figures): Finding[] {
  if (unison.meanSpreadMs === null) return [];
  const finding: FindingOf<'limbs'> = {
    code: 'limbs',
    parts: [parts[0], parts[1]],
    leads: unison.leads,
    spreadMs: Math.abs(unison.meanSpreadMs),
    share: unison.withinTolerance!,
    ...fallsBack(parts, unison.trend),
  };
  return [finding];
}

function limbsByEarFinding({ parts }: Timeline, { unison: { n, byEar } }: Figures): Finding[] {
  if (!byEar) return [];
  const { asOne, apartMs, tellsApartMs } = byEar;
  const finding: FindingOf<'limbs by ear'> = {
    code: 'limbs by ear',
    parts: [parts[0], parts[1]],
    n,
    asOne: Math.round(asOne * n),
    apartMs,
    tellsApartMs,
  };
  return [finding];
}

/** A change that nobody would feel is not worth a word. */
const LEAST_TREND_MS = 3;

function fallsBack(
  parts: readonly string[],
  trend: Report['unison']['trend'],
): Pick<FindingOf<'limbs'>, 'falls'> {
  if (!trend || trend.ci95[0] * trend.ci95[1] <= 0 || Math.abs(trend.msPerMinute) < LEAST_TREND_MS) return {};
  const part = parts[trend.msPerMinute > 0 ? 1 : 0];
  return { falls: { part, msPerMinute: Math.abs(trend.msPerMinute) } };
}

function swingFinding({ swing: { ratio, sd } }: Figures): Finding[] {
  return ratio === null || ratio < SWINGS_FROM ? [] : [{ code: 'swing', ratio, sd: sd! }];
}

function lengthFinding({ meanRatio, n }: Report['lengths']): Finding[] {
  return meanRatio === null ? [] : [{ code: 'lengths', ratio: meanRatio, n }];
}

function restFinding({ rests }: Figures): Finding[] {
  return rests ? [{ code: 'rests', ...rests }] : [];
}

/** Constant offset is reported apart: it is habit and equipment, not drift. */
function offsetFinding({ gaps, record, clicked: { n, meanMs } }: Figures): Finding[] {
  const is = !record && gaps.length > 0 && n >= FEWEST_FOR_OFFSET && Math.abs(meanMs!) >= OFFSET_FROM_MS;
  return is ? [{ code: 'offset', meanMs: meanMs! }] : [];
}

/** What a take is remembered by: what matters most of what was played. That the sound was interrupted stands beside it. */
export function headOf(findings: readonly Finding[]): Finding | undefined {
  return findings.find(({ code }) => code !== 'interrupted') ?? findings[0];
}
