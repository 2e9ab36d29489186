/** Ready plans of the families that the path does not walk through; tempos are common practice, no source. */
import {
  type ClickLayer,
  type PlayLine,
  type RhythmNote,
  type Section,
  inverted,
  unison,
} from '../plan/index.ts';
import { CLICKS_TO_FIND, type ReadyPlan, ready } from './ready-plans.ts';
import { stopTime } from './stop-time.ts';

const FOUR_FOUR = { beats: 4, unit: '1/4' };
const QUARTERS: PlayLine[] = [{ every: '1/4' }];

const at = (bpm: number, beat = '1/4') => ({ tempo: { bpm, beat }, meter: FOUR_FOUR });
const drums = (layer: Partial<ClickLayer> = {}): ClickLayer[] => [{ groove: 'drums', ...layer }];
const id = (n: number) => `b7a3c1de-00${n}-4f5d-9a10-5e1d5a0000${n}`;

function slowClick(beat: number, bars: number): Section {
  return {
    name: `the click is beat ${beat}`,
    bars,
    ...at(80),
    clicks: [{ at: [`${beat - 1}/4`] }],
    play: QUARTERS,
  };
}

function grouping(notes: number, bars: number): Section {
  const rest = Array.from({ length: notes - 1 }, () => ({ dur: '1/16' }));
  return {
    name: `${notes} over quarters`,
    bars,
    ...at(66),
    clicks: [{ every: '1/4' }],
    play: [{ rhythm: [{ dur: '1/16', accent: true }, ...rest] }],
  };
}

/** Counted in by the voice: numbers and two words. */
function spoken({ plan, ...rest }: ReadyPlan): ReadyPlan {
  return { ...rest, plan: { ...plan, countIn: { bars: 1, voice: 'count' } } };
}

/** Counted in by the click that is to be found, and by nothing else. */
function sought({ plan, ...rest }: ReadyPlan): ReadyPlan {
  return { ...rest, plan: { ...plan, countIn: { clicks: CLICKS_TO_FIND } } };
}

/** Three and three and two eighths, each group's first accented. */
const ACCENTED: RhythmNote[] = [3, 3, 2].flatMap((size) =>
  Array.from({ length: size }, (_, i) => ({ dur: '1/8', ...(i === 0 ? { accent: true } : {}) })),
);

function handAndFoot(name: string, line: RhythmNote[], backbeat: string[]): Section {
  return {
    name,
    bars: 8,
    ...at(76),
    clicks: [{ every: '1/8', voice: 'tick' }, { at: backbeat }],
    play: unison(line),
  };
}

export const FAMILY_PLANS: readonly ReadyPlan[] = [
  spoken(
    ready(id(11), 'Halves and rests', 'Every note as long as it is written, nothing in the rests.', [
      {
        bars: 16,
        ...at(72),
        clicks: [{ every: '1/4', accent: ['0'] }],
        play: [
          {
            rhythm: [
              { dur: '1/2', hold: true },
              { dur: '1/2', rest: true },
              { dur: '1/4', hold: true },
              { dur: '1/4', rest: true },
              { dur: '1/2', hold: true },
            ],
          },
        ],
      },
    ]),
  ),
  ready(id(12), 'Two minutes, one stroke a bar', 'One stroke a bar, for two full minutes.', [
    { bars: 35, ...at(70), clicks: drums({ checkpoint: 2 }), play: [{ at: ['0'] }] },
  ]),
  ready(id(13), 'Two minutes, every beat', 'One stroke a beat, muted, for two full minutes.', [
    { bars: 35, ...at(70), clicks: drums({ checkpoint: 2 }), play: QUARTERS },
  ]),
  ready(id(14), 'Come in at the repeat', 'Find the pulse while others play, and be there when you enter.', [
    {
      bars: 20,
      ...at(98),
      clicks: [{ groove: 'drums and hat', checkpoint: 4 }],
      play: [{ every: '1/4', fromBar: 5 }],
    },
  ]),
  ready(id(15), 'Only on the “and” of 3', 'Own every beat of the bar: none of them has a click.', [
    { name: 'on one', bars: 4, ...at(92), clicks: [{ at: ['0'] }], play: QUARTERS },
    { name: 'on the “and” of 3', bars: 12, ...at(92), clicks: [{ at: ['5/8'] }], play: QUARTERS },
  ]),
  ready(id(16), 'Off the beat and back', 'Keep your own one while the click answers it.', [
    { name: 'on the beat', bars: 4, ...at(88), clicks: [{ every: '1/4' }], play: QUARTERS },
    { name: 'off-beat eighths', bars: 8, ...at(88), clicks: [{ every: '1/4', from: '1/8' }], play: QUARTERS },
    { name: 'last sixteenths', bars: 8, ...at(88), clicks: [{ every: '1/4', from: '3/16' }], play: QUARTERS },
    { name: 'on the beat', bars: 4, ...at(88), clicks: [{ every: '1/4' }], play: QUARTERS },
  ]),
  sought(
    ready(
      id(17),
      'Dotted quarters in a slow 3',
      'Hear a plain click as something else, without touching it.',
      [
        {
          bars: 24,
          meter: { beats: 3, unit: '1/4' },
          tempo: { bpm: 90, beat: '1/4' },
          clicks: [{ every: '3/8' }],
          play: QUARTERS,
        },
      ],
    ),
  ),
  ready(id(18), 'The shifted groove', 'Keep the beat against the pull of the ear.', [
    { name: 'straight', bars: 4, ...at(80), clicks: drums(), play: [{ at: ['0', '1/2'] }] },
    {
      name: 'an eighth later',
      bars: 8,
      ...at(80),
      clicks: drums({ shift: '1/8' }),
      play: [{ at: ['0', '1/2'] }],
    },
    {
      name: 'a sixteenth later',
      bars: 8,
      ...at(80),
      clicks: drums({ shift: '1/16' }),
      play: [{ at: ['0', '1/2'] }],
    },
    { name: 'straight again', bars: 4, ...at(80), clicks: drums(), play: [{ at: ['0', '1/2'] }] },
  ]),
  ready(
    id(19),
    'Every second, every fourth bar',
    'Own many notes between two clicks, also when it is fast.',
    [
      { name: 'every second bar', bars: 16, ...at(132), clicks: [{ every: '2' }], play: QUARTERS },
      { name: 'every fourth bar', bars: 16, ...at(132), clicks: [{ every: '4' }], play: QUARTERS },
    ],
  ),
  ready(id(20), 'Every seventh beat', 'Be as sure of every place in the bar as of one.', [
    { bars: 28, ...at(112), clicks: [{ every: '7/4' }], play: QUARTERS },
  ]),
  ready(id(31), 'Every ninth beat', 'Two bars and a beat alone, and still know where one is.', [
    { bars: 36, ...at(112), clicks: [{ every: '9/4' }], play: QUARTERS },
  ]),
  ready(id(32), 'Every second bar', 'Own seven beats between two clicks.', [
    { bars: 24, ...at(100), clicks: [{ every: '2' }], play: QUARTERS },
  ]),
  ready(id(33), 'Every fourth bar', 'Own fifteen beats between two clicks.', [
    { bars: 32, ...at(100), clicks: [{ every: '4' }], play: QUARTERS },
  ]),
  ready(id(21), 'Stop time', 'Count through the stop and be back on one.', [
    ...stopTime(
      { bars: 1, ...at(96), clicks: drums(), play: QUARTERS },
      { every: 4, rounds: 5, fill: false },
    ),
  ]),
  ready(id(30), 'Stop time with a fill', 'Count on while the drums run through the stop.', [
    ...stopTime({ bars: 1, ...at(96), clicks: drums(), play: QUARTERS }, { every: 4, rounds: 5, fill: true }),
  ]),
  sought(
    ready(id(22), 'The slow click moves', 'Clap every beat so that the one slow click lands where you say.', [
      slowClick(1, 4),
      slowClick(3, 6),
      slowClick(2, 6),
      slowClick(4, 6),
    ]),
  ),
  ready(
    id(23),
    'Half, double, and back',
    'The snare moves, the quarter does not.',
    (['regular', 'half', 'regular', 'double', 'regular'] as const).map((feel) => ({
      name: feel === 'regular' ? feel : `${feel} time`,
      bars: 4,
      ...at(92),
      clicks: [{ groove: 'drums and hat', feel }],
      play: QUARTERS,
    })),
  ),
  ready(id(24), 'Fives over quarters', 'Run five notes through until they come back to one.', [
    grouping(5, 20),
  ]),
  ready(id(25), 'Sevens over quarters', 'Run seven notes through until they come back to one.', [
    grouping(7, 21),
  ]),
  ready(id(26), 'Hand and foot', 'Two limbs, one sound: on the accents of a line, then on everything else.', [
    handAndFoot('on the accents', ACCENTED, ['1/4', '3/4']),
    handAndFoot('on everything else', inverted(ACCENTED), ['1/4', '3/4']),
    handAndFoot('on everything else, backbeat on 3', inverted(ACCENTED), ['1/2']),
  ]),
  ready(id(27), 'A slow six in eighths', 'Count a slow bar in its small notes; every note has its place.', [
    {
      bars: 12,
      meter: { beats: 6, unit: '1/8' },
      tempo: { bpm: 84, beat: '1/8' },
      clicks: [{ every: '1/8', accent: ['0'] }],
      play: [
        {
          rhythm: [
            { dur: '3/16' },
            { dur: '1/16' },
            { dur: '1/8' },
            ...Array.from({ length: 6 }, () => ({ dur: '1/24' })),
            { dur: '1/8' },
          ],
        },
      ],
    },
  ]),
  ready(id(28), 'Beside a recording', 'Follow the record, and check yourself every eight bars.', [
    {
      bars: 40,
      ...at(100),
      clicks: [{ every: '1/4' }],
      silence: { sound: 2, silent: 6 },
      play: [{ free: '1/8' }],
    },
  ]),
  ready(
    id(40),
    'A band that falls silent',
    'Play with a band, keep its tempo while it is gone, and meet it again.',
    [
      {
        bars: 40,
        ...at(104),
        clicks: [{ groove: 'drums and hat', fill: 8 }],
        silence: { sound: 6, silent: [2, 2, 2, 2] },
        play: QUARTERS,
      },
    ],
  ),
  ready(id(29), 'One, two, three, four', 'Hear the bar counted, and put every beat into the voice.', [
    { name: 'counted', bars: 8, ...at(76), clicks: [{ every: '1/4', voice: 'count' }], play: QUARTERS },
    { name: 'only one is said', bars: 8, ...at(76), clicks: [{ at: ['0'], voice: 'count' }], play: QUARTERS },
  ]),
];
