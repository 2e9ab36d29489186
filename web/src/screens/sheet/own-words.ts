/** Own words for the parts of a counted note, as they are typed: one for the half, two for thirds, two for the outer quarters. Pure. */
import type { System } from '@feldspar/core/counts';
import type { Typed } from '../../parts/fields/useTyped.ts';

export type OwnWords = Extract<System, object>;

/** Where the words of each field are said, as shares of the counted note. */
export const WORD_FIELDS = [
  { label: 'Between two', shares: ['1/2'], example: 'and' },
  { label: 'Between three', shares: ['1/3', '2/3'], example: 'la li' },
  { label: 'Between four, but for the middle', shares: ['1/4', '3/4'], example: 'e a' },
] as const;
export type WordField = (typeof WORD_FIELDS)[number];

const WORD = /^[\p{L}&+]{1,8}$/u;

export function wordsText(words: OwnWords, { shares }: WordField): string {
  return shares.flatMap((share) => words[share] ?? []).join(' ');
}

/** @returns the words with those of one field in place of what it had; empty for none. */
export function readWords(words: OwnWords, { shares, example }: WordField, text: string): Typed<OwnWords> {
  const typed = text.trim() === '' ? [] : text.trim().split(/\s+/);
  if (typed.length > 0 && (typed.length !== shares.length || typed.some((word) => !WORD.test(word))))
    return {
      problem: `Write ${shares.length === 1 ? 'one word' : 'two words'} of one to eight letters, like “${example}”.`,
    };
  const others = Object.entries(words).filter(([share]) => !(shares as readonly string[]).includes(share));
  return { value: Object.fromEntries([...others, ...typed.map((word, i) => [shares[i], word])]) };
}
