import { tempo } from '@feldspar/core/time';
import { GROWING } from '../testing/documents.ts';
import { readPlanFile } from './plan-file.ts';
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

describe('a plan file', () => {
  const file = (text: string, name = 'mine.json') =>
    Object.assign(new File([text], name), { text: async () => text });

  it('is read', async () => {
    expect(await readPlanFile(file(JSON.stringify(GROWING.plan)))).toEqual({ plan: GROWING.plan });
  });

  it.each([
    ['broken JSON', '{"format":', { path: '', message: expect.stringMatching(/mine.json: not valid JSON/) }],
    ['another document', '[]', { path: 'mine.json', message: expect.stringMatching(/expected object/) }],
    [
      'a plan with an error',
      JSON.stringify({ ...GROWING.plan, sections: [] }),
      { path: 'sections', message: 'a plan has at least one section' },
    ],
    [
      'far too large a file',
      'x'.repeat(3_000_000),
      { path: '', message: expect.stringMatching(/larger than 2 MB/) },
    ],
  ])('%s is refused with the place and the remedy', async (_, text, problem) => {
    expect(await readPlanFile(file(text))).toEqual({ problems: [problem] });
  });
});
