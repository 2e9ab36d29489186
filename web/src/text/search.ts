/** What is meant by a few typed words. */
import { LOCALE } from './text.ts';

/** Small letters without accents: "cajon" finds "Cajón". */
const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase(LOCALE);

/** Whether every word that was typed begins or lies in the text. */
export function fits(sought: string, text: string): boolean {
  const words = plain(sought).split(/\s+/).filter(Boolean);
  const within = plain(text);
  return words.every((word) => within.includes(word));
}
