/** The words of the spoken count, fetched when a click first needs them. */
import { type CountWord, type CountWords, type SpokenWord, isCountWord } from '@feldspar/core/sound';
import type { ScheduledClick } from '@feldspar/core/sound';

const FILES = import.meta.glob<string>('../../../core/sounds/count/*.wav', {
  query: '?url',
  import: 'default',
  eager: true,
});
const URLS = new Map(
  Object.entries(FILES).map(([path, url]) => [path.slice(path.lastIndexOf('/') + 1, -'.wav'.length), url]),
);

const loaded = new Map<string, Promise<SpokenWord>>();

/**
 * The words that a schedule needs, at a sample rate.
 * @throws Error when the server does not give them.
 */
export async function wordsFor(
  schedule: readonly ScheduledClick[],
  sampleRateHz: number,
): Promise<CountWords> {
  const needed = new Set<CountWord>();
  for (const { voice } of schedule) if (isCountWord(voice)) needed.add(voice);
  const words = [...needed].map(async (word) => [word, await wordAt(word, sampleRateHz)] as const);
  return new Map(await Promise.all(words));
}

function wordAt(word: CountWord, sampleRateHz: number): Promise<SpokenWord> {
  const key = `${word} ${sampleRateHz}`;
  let found = loaded.get(key);
  if (!found) {
    found = load(word, sampleRateHz);
    loaded.set(key, found);
    // The next attempt asks anew.
    found.catch(() => loaded.delete(key));
  }
  return found;
}

async function load(word: CountWord, sampleRateHz: number): Promise<SpokenWord> {
  const response = await fetch(URLS.get(word)!);
  if (!response.ok) throw new Error('The spoken count could not be loaded; is the server running?');
  const bytes = new Uint8Array(await response.arrayBuffer());
  const { readWord } = await import('@feldspar/core/wav');
  return readWord(bytes, sampleRateHz);
}
