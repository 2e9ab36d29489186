/** Grooves, and clicks that go by chance or fade. */
import { plan } from '../testing/plans.ts';
import { type ClickLayer, type Section, type Silence, compile } from './index.ts';

describe('grooves (common practice, no source)', () => {
  const groove = (layer: ClickLayer, meter: Partial<Section> = {}, bars = 1) => {
    const { clicks, bars: all } = compile(plan({ bars, clicks: [layer], ...meter, play: [] }));
    const shown = (voice: string) =>
      clicks.filter((c) => c.voice === voice).map((c) => `${all[c.bar].number}:${c.position.toFraction()}`);
    return {
      ...{ low: shown('low'), high: shown('high'), snare: shown('snare') },
      ...{ hat: shown('hat'), cymbal: shown('cymbal') },
    };
  };

  it('low drum and snare take turns; the snare moves with the feel, the hat does not', () => {
    expect(groove({ groove: 'drums' })).toMatchObject({ low: ['1:0', '1:1/2'], snare: ['1:1/4', '1:3/4'] });
    expect(groove({ groove: 'drums', feel: 'half' })).toMatchObject({ low: ['1:0'], snare: ['1:1/2'] });
    expect(groove({ groove: 'drums', feel: 'double' })).toMatchObject({
      low: ['1:0', '1:1/4', '1:1/2', '1:3/4'],
      snare: ['1:1/8', '1:3/8', '1:5/8', '1:7/8'],
    });
    const eighths = ['1:0', '1:1/8', '1:1/4', '1:3/8', '1:1/2', '1:5/8', '1:3/4', '1:7/8'];
    for (const feel of ['regular', 'half', 'double'] as const)
      expect(groove({ groove: 'drums and hat', feel }).hat).toEqual(eighths);
  });

  it('follows the meter: three, compound six, groups of seven', () => {
    expect(groove({ groove: 'drums' }, { meter: { beats: 3, unit: '1/4' } })).toMatchObject({
      low: ['1:0'],
      snare: ['1:1/4', '1:1/2'],
    });
    expect(groove({ groove: 'drums' }, { meter: { beats: 6, unit: '1/8' } })).toMatchObject({
      low: ['1:0'],
      snare: ['1:3/8'],
    });
    expect(
      groove({ groove: 'drums' }, { meter: { beats: 7, unit: '1/8', groups: [2, 2, 3] } }),
    ).toMatchObject({
      low: ['1:0'],
      snare: ['1:1/4', '1:1/2'],
    });
  });

  it('is shifted as a whole, round the barline; a cymbal marks one of every two bars', () => {
    expect(groove({ groove: 'drums', shift: '1/8' })).toMatchObject({
      low: ['1:1/8', '1:5/8'],
      snare: ['1:3/8', '1:7/8'],
    });
    expect(groove({ groove: 'drums', shift: '1/2' }).low).toEqual(['1:0', '1:1/2']);
    expect(groove({ groove: 'drums', checkpoint: 2 }, {}, 6).cymbal).toEqual(['1:0', '3:0', '5:0']);
    expect(groove({ groove: 'drums', feel: 'half', checkpoint: 3 }, {}, 6)).toMatchObject({
      cymbal: ['1:0', '4:0'],
      snare: ['1:1/2', '2:1/2', '3:1/2', '4:1/2', '5:1/2', '6:1/2'],
    });
  });

  it('ends every phrase in a fill, which takes the place of what is played there; a cymbal answers it', () => {
    const filled = groove({ groove: 'drums and hat', fill: 4 }, {}, 8);
    expect(filled.cymbal).toEqual(['1:0', '5:0']);
    expect(filled.low).toEqual(
      ['1:0', '1:1/2', '2:0', '2:1/2', '3:0', '3:1/2', '4:0', '4:7/8', '4:15/16'].concat([
        '5:0',
        '5:1/2',
        '6:0',
        '6:1/2',
        '7:0',
        '7:1/2',
        '8:0',
        '8:7/8',
        '8:15/16',
      ]),
    );
    expect(filled.snare.filter((at) => at.startsWith('4:'))).toEqual([
      '4:1/4',
      '4:1/2',
      '4:9/16',
      '4:5/8',
      '4:11/16',
    ]);
    expect(filled.high).toEqual(['4:3/4', '4:13/16', '8:3/4', '8:13/16']);
    expect(filled.hat.filter((at) => at.startsWith('4:'))).toEqual(['4:0', '4:1/8', '4:1/4', '4:3/8']);
    // With a checkpoint of its own they come round together.
    expect(groove({ groove: 'drums', fill: 4, checkpoint: 2 }, {}, 8).cymbal).toEqual([
      '1:0',
      '3:0',
      '5:0',
      '7:0',
    ]);
    expect(() => groove({ groove: 'drums', fill: 61, checkpoint: 64 }, {}, 8)).toThrow(
      /come round together too seldom/,
    );
  });
});

describe('clicks that go by chance or fade', () => {
  const sounding = (silence: Silence, bars = 100) =>
    compile(plan({ bars, silence })).clicks.map(({ sounding: heard, gainDb }) => ({ heard, gainDb }));

  it('about the asked share drops, always the same ones for a seed, others for another', () => {
    const once = sounding({ dropChance: 0.3, seed: 7 });
    expect(sounding({ dropChance: 0.3, seed: 7 })).toEqual(once);
    expect(sounding({ dropChance: 0.3, seed: 8 })).not.toEqual(once);
    const dropped = once.filter(({ heard }) => !heard).length;
    // 400 clicks: 120 ± 3 binomial standard deviations of 9.2.
    expect(Math.abs(dropped - 120)).toBeLessThan(28);
    expect(sounding({ dropChance: 0 }).every(({ heard }) => heard)).toBe(true);
    expect(sounding({ dropChance: 1 }).some(({ heard }) => heard)).toBe(false);
  });

  it('fades away from full, or grows to full, and is gone below -60 dB', () => {
    const away = sounding({ fadeDb: -20 }, 5).filter((_, i) => i % 4 === 0);
    expect(away.map(({ gainDb }) => gainDb)).toEqual([0, -20, -40, -60, -80]);
    expect(away.map(({ heard }) => heard)).toEqual([true, true, true, false, false]);
    const near = sounding({ fadeDb: 6 }, 3).filter((_, i) => i % 4 === 0);
    expect(near.map(({ gainDb }) => gainDb)).toEqual([-12, -6, 0]);
  });
});
