/** Free playing in plain words: its tempo, where it went, how steady it was. */
import type { TempoCurve } from '../free/index.ts';
import { capital, clock, oneDecimal, plural, whole } from './numbers.ts';

/** The first sentence is the heading. @param beat the name of the beat's note, as "quarter". */
export function freeSentences(curve: TempoCurve, beat: string): string[] {
  const { tempo, verdict, driftPercentPerMinute: drift, ci95, changes, steadiness, beats } = curve;
  if (!tempo || drift === null || !ci95)
    return [`Too little to say: ${plural(beats.length, 'beat')}. Nine or more tell a tempo.`];
  const about = `${beat} = ${oneDecimal(tempo.bpm)}`;
  const between = (range: readonly [number, number], digits: (value: number) => string) =>
    `${digits(range[0])} to ${digits(range[1])}`;
  const sure = `${oneDecimal(Math.abs(drift))} % a minute (between ${signed(ci95[0])} and ${signed(ci95[1])})`;
  const head = {
    'speeding up': `You get faster: ${sure}, around ${about}.`,
    'slowing down': `You get slower: ${sure}, around ${about}.`,
    steady: `You hold ${about}: any drift is under ${oneDecimal(Math.max(1, Math.ceil(10 * Math.max(Math.abs(ci95[0]), Math.abs(ci95[1])))) / 10)} % a minute.`,
    unclear: `${capital(about)}; whether you get faster or slower is not clear yet (between ${signed(ci95[0])} and ${signed(ci95[1])} % a minute).`,
  }[verdict];
  return [
    head,
    `The whole lies at ${beat} = ${between(tempo.ci95, oneDecimal)}.`,
    ...changes.map(
      ({ fromS, toS, percent }) =>
        `From ${clock(fromS)} to ${clock(toS)} you get ${oneDecimal(Math.abs(percent))} % ${percent > 0 ? 'faster' : 'slower'}.`,
    ),
    ...(steadiness
      ? [
          `Unsteadiness: the pulse itself ${whole(steadiness.clockSdMs)} ms a beat, the stroke ${whole(steadiness.motorSdMs)} ms.`,
        ]
      : []),
  ];
}

const signed = (percent: number) => `${percent > 0 ? '+' : ''}${oneDecimal(percent)}`;
