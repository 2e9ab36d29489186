/**
 * Lists of onsets as other programs read and write them: CSV with a heading, and label tracks as audio editors write them (start, end and a
 * text between tabs, times in seconds).
 */
export interface ListedOnset {
  timeS: number;
  strength?: number | undefined;
  /** Where a held sound ends. */
  endS?: number | undefined;
  text?: string | undefined;
  /** Of several tracks: which one, 0 for the first. */
  line?: number | undefined;
}

/** More is no list of strokes. */
const MOST_LINES = 200_000;
const MOST_SHOWN = 60;

const seconds = (value: number) => value.toFixed(6);

/** RFC 4180, with a heading: time_s, strength, end_s; of several tracks also their line, 1 for the first. */
export function onsetsToCsv(onsets: readonly ListedOnset[]): string {
  const lines = onsets.some(({ line }) => line !== undefined);
  const rows = onsets.map(({ timeS, strength, endS, line }) =>
    [
      seconds(timeS),
      strength === undefined ? '' : strength.toFixed(4),
      endS === undefined ? '' : seconds(endS),
      ...(lines ? [line === undefined ? '' : line + 1] : []),
    ].join(','),
  );
  return [`time_s,strength,end_s${lines ? ',line' : ''}`, ...rows, ''].join('\r\n');
}

export function onsetsToLabels(onsets: readonly ListedOnset[]): string {
  return onsets
    .map(({ timeS, endS, text }, i) => `${seconds(timeS)}\t${seconds(endS ?? timeS)}\t${text ?? i + 1}\n`)
    .join('');
}

/**
 * Reads either: the first column of each line is a time in seconds; a heading, empty lines and lines of frequencies (which begin with a
 * backslash) are left out.
 * @returns in order of time. @throws RangeError that names the line and what is expected.
 */
export function readOnsets(text: string): ListedOnset[] {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  if (lines.length > MOST_LINES) throw new RangeError(`The list has more than ${MOST_LINES} lines.`);
  const onsets: ListedOnset[] = [];
  lines.forEach((line, i) => {
    if (line.trim() === '' || line.startsWith('\\')) return;
    const cells = line.includes('\t') ? line.split('\t') : line.split(/[,;]/);
    const timeS = numberOf(cells[0]);
    // A heading stands before everything else.
    if (timeS === null && onsets.length === 0 && i === 0) return;
    if (timeS === null || timeS < 0)
      throw new RangeError(
        `Line ${i + 1} begins with “${cells[0].slice(0, MOST_SHOWN)}”; a time in seconds is expected there, like 12.345.`,
      );
    const isLabel = line.includes('\t');
    const endS = numberOf(cells[isLabel ? 1 : 2]);
    const strength = isLabel ? null : numberOf(cells[1]);
    onsets.push({
      timeS,
      ...(strength === null ? {} : { strength }),
      ...(endS === null || endS <= timeS ? {} : { endS }),
      ...(isLabel && cells[2] ? { text: cells[2] } : {}),
    });
  });
  if (onsets.length === 0) throw new RangeError('The list holds no times.');
  return onsets.sort((a, b) => a.timeS - b.timeS);
}

function numberOf(cell: string | undefined): number | null {
  const text = cell?.trim().replace(/^"(.*)"$/, '$1') ?? '';
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text) ? Number(text) : null;
}
