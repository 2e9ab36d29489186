/** A rate being typed: a number a minute, shown as rates are. */
import type { TypedRate } from '@feldspar/core/reference';
import { type Tempo, rateText } from '@feldspar/core/time';
import { type TypedOptions, type TypedText, useTyped } from '../fields/useTyped.ts';

type Rate = Tempo['bpm'];

export interface TypedRateOptions extends Omit<TypedOptions<Rate>, 'show' | 'read'> {
  read(text: string): TypedRate;
}

export function useTypedRate({ read, ...options }: TypedRateOptions): TypedText<Rate> {
  return useTyped({
    ...options,
    show: rateText,
    read(text) {
      const { bpm, problem } = read(text);
      return bpm === undefined ? { problem: problem ?? '' } : { value: bpm };
    },
  });
}
