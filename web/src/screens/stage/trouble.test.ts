import type { HeardNow } from '../../workers/live.ts';
import { troubleOf } from './trouble.ts';

const LEVELS = { levelDb: -30, roomDb: -58, peakDb: -9, clipped: 0, isDead: false };
const heard = (change: Partial<HeardNow>, levels: Partial<HeardNow['levels']> = {}): HeardNow => ({
  strokes: [],
  levels: { ...LEVELS, ...levels },
  heardS: 5,
  kind: null,
  delayS: null,
  clicks: 0,
  clapped: null,
  ...change,
});

it.each<[string, HeardNow, RegExp | null]>([
  ['all is well', heard({}), null],
  ['cut off now and then', heard({}, { clipped: 2 }), null],
  ['cut off again and again', heard({}, { clipped: 30 }), /^Too loud .* step back/],
  ['nothing yet, but it only begins', heard({ heardS: 1 }, { isDead: true }), null],
  ['nothing at all', heard({}, { isDead: true }), /switched off, or muted/],
  ['the ears died', heard({ failed: 'out of memory' }), /until now is kept/],
])('%s', (_, now, said) => {
  if (said) expect(troubleOf(now)).toMatch(said);
  else expect(troubleOf(now)).toBeNull();
});
