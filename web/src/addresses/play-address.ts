/** The stage's address says what is played and how fast: it can be shared and survives a reload. */
import { Fraction, type Tempo, isFractionText } from '@feldspar/core/time';
import { isRateText } from '@feldspar/core/plan';

export function tempoQuery({ beat, bpm }: Tempo): string {
  return new URLSearchParams({ note: beat.toFraction(), rate: bpm.toFraction() }).toString();
}

export function playAddress(planId: string, tempo?: Tempo): string {
  return `/plans/${planId}/play${tempo ? `?${tempoQuery(tempo)}` : ''}`;
}

/** The tempo of the address, or null when it names none that can be played. */
export function tempoOfAddress(search: URLSearchParams): Tempo | null {
  const note = search.get('note') ?? '';
  const rate = search.get('rate') ?? '';
  if (!isFractionText(note) || !isRateText(rate)) return null;
  const beat = new Fraction(note);
  return beat.equals(0) ? null : { beat, bpm: new Fraction(rate) };
}
