import { GROWING } from '../testing/documents.ts';
import { readPlanFile } from './plan-file.ts';

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
