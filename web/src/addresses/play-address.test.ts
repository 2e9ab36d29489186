import { tempo } from '@feldspar/core/time';
import { GROWING } from '../testing/documents.ts';
import { playAddress, tempoOfAddress } from './play-address.ts';

describe('the stage’s address', () => {
  it('carries the tempo with its note, there and back', () => {
    const address = playAddress(GROWING.id, tempo('220/3', '3/8'));
    const back = tempoOfAddress(new URL(address, 'http://localhost').searchParams)!;
    expect(back.bpm.equals('220/3')).toBe(true);
    expect(back.beat.equals('3/8')).toBe(true);
  });

  it.each([
    '',
    'note=1/4',
    'note=1/0&rate=90',
    'note=0&rate=90',
    'note=1/4&rate=0',
    'note=1/4&rate=100000',
    'note=x&rate=y',
  ])('"%s" names no tempo', (query) => {
    expect(tempoOfAddress(new URLSearchParams(query))).toBeNull();
  });
});
