/** A row of tempos as comma-separated values, for a spreadsheet or a practice book. */
import { exactSecondsOf, nameOfLength, quartersPerMinute, type Tempo } from '@feldspar/core/time';

export function stepsCsv(tempos: readonly Tempo[], length: Tempo['beat']): string {
  const number = (value: number) => String(Math.round(value * 1000) / 1000);
  const rows = tempos.map((at, i) => [
    i + 1,
    nameOfLength(at.beat),
    number(at.bpm.valueOf()),
    number(quartersPerMinute(at).valueOf()),
    number(exactSecondsOf(length, at).valueOf()),
  ]);
  return (
    [['play', 'note', 'per minute', 'quarters per minute', 'seconds'], ...rows]
      .map((row) => row.join(','))
      .join('\r\n') + '\r\n'
  );
}
