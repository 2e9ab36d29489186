import fc from 'fast-check';
import { type Plan, readPlan } from './index.ts';
import { plan, section } from '../testing/plans.ts';

const problemsOf = (value: unknown) => {
  const result = readPlan(value);
  return 'problems' in result ? result.problems : [];
};

describe('reading a plan document', () => {
  it('accepts the worked example of the format as it is', () => {
    const document = {
      format: 'feldspar-plan',
      version: 1,
      title: 'Backbeat, then alone',
      countIn: { bars: 1 },
      sections: [
        {
          name: 'click on 2 and 4',
          bars: 8,
          meter: { beats: 4, unit: '1/4' },
          tempo: { bpm: 98, beat: '1/4' },
          clicks: [{ at: ['1/4', '3/4'], voice: 'wood' }],
          silence: { sound: 2, silent: [1, 2] },
          play: [{ every: '1/4' }],
        },
      ],
    };
    expect(readPlan(document)).toEqual({ plan: document });
  });

  it.each<[string, Partial<Plan> | object, string, RegExp]>([
    ['another format', { format: 'other' }, 'format', /not a Feldspar plan/],
    ['another version', { version: 2 }, 'version', /another version/],
    ['no title', { title: ' ' }, 'title', /give the plan a title/],
    ['no sections', { sections: [] }, 'sections', /at least one section/],
    [
      'a click outside the bar',
      { sections: [section({ clicks: [{ at: ['1/4', '5/4'] }] })] },
      'sections[0].clicks[0].at[1]',
      /a click at 5\/4 lies outside a bar of 4\/4/,
    ],
    [
      'a floating position',
      { sections: [section({ clicks: [{ at: ['0.25'] }] })] },
      'sections[0].clicks[0].at[0]',
      /fraction of a whole note/,
    ],
    [
      'a number as position',
      { sections: [section({ clicks: [{ at: [0.25 as never] }] })] },
      'sections[0].clicks[0].at[0]',
      /fraction of a whole note/,
    ],
    [
      'a zero step',
      { sections: [section({ clicks: [{ every: '0/4' }] })] },
      'sections[0].clicks[0].every',
      /longer than 0/,
    ],
    [
      'a layer of two kinds',
      { sections: [section({ clicks: [{ every: '1/4', at: ['0'] }] })] },
      'sections[0].clicks[0]',
      /exactly one of .*this one has "at" and "every"/,
    ],
    [
      'a layer of no kind',
      { sections: [section({ clicks: [{ voice: 'wood' }] })] },
      'sections[0].clicks[0]',
      /has none/,
    ],
    [
      'tempo too high',
      { sections: [section({ tempo: { bpm: 100_000, beat: '1/4' } })] },
      'sections[0].tempo.bpm',
      /between 1 and 999/,
    ],
    [
      'tempo as words',
      { sections: [section({ tempo: { bpm: 'fast', beat: '1/4' } })] },
      'sections[0].tempo.bpm',
      /between 1 and 999/,
    ],
    ['half a bar', { sections: [section({ bars: 1.5 })] }, 'sections[0].bars', /whole number/],
    [
      'silence without a length',
      { sections: [section({ silence: { sound: 2 } })] },
      'sections[0].silence.silent',
      /how many bars are silent/,
    ],
    [
      'an endless nothing',
      { sections: [section({ silence: { sound: 0, silent: [2, 0] } })] },
      'sections[0].silence.silent',
      /cannot both be 0/,
    ],
    [
      'a pattern of other letters',
      { sections: [section({ silence: { bars: 'xyz' } })] },
      'sections[0].silence.bars',
      /x \(sounds\) and o/,
    ],
    [
      'groups that do not add up',
      { sections: [section({ meter: { beats: 7, unit: '1/8', groups: [2, 2, 2] } })] },
      'sections[0].meter.groups',
      /add up/,
    ],
  ])('%s: names the field and the remedy', (_, change, path, message) => {
    expect(problemsOf({ ...plan(), ...change })).toContainEqual({
      path,
      message: expect.stringMatching(message),
    });
  });

  it.each([null, 7, 'plan', [], {}])('refuses %j without throwing', (value) => {
    expect(problemsOf(value).length).toBeGreaterThan(0);
  });

  it('property: every JSON value either reads or is refused with messages; it never throws', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const result = readPlan({ ...plan(), sections: [value] });
        expect('plan' in result || result.problems.every((p) => p.message.length > 0)).toBe(true);
      }),
    );
  });
});
