import { midiOf } from '@feldspar/core/formats';
import { GROWING } from '../testing/documents.ts';
import { readPlanFile } from './plan-file.ts';

describe('a plan file', () => {
  const file = (text: string, name = 'mine.json') =>
    Object.assign(new File([text], name), { text: async () => text });

  it('is read', async () => {
    expect(await readPlanFile(file(JSON.stringify(GROWING.plan)))).toEqual({ plan: GROWING.plan, notes: [] });
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

  const midi = (bytes: Uint8Array) =>
    Object.assign(new File([], 'tune.mid'), { arrayBuffer: async () => bytes.slice().buffer });

  it('a MIDI file is read as its tempo map', async () => {
    const result = await readPlanFile(midi(midiOf(GROWING.plan)));
    expect(result).toMatchObject({ plan: { title: 'tune', sections: [{ bars: 21, tempo: { bpm: '84' } }] } });
  });

  it('a damaged one is refused by name', async () => {
    expect(await readPlanFile(midi(midiOf(GROWING.plan).subarray(0, 60)))).toEqual({
      problems: [{ path: '', message: expect.stringMatching(/tune.mid: cut short/) }],
    });
  });
});
