/** Small plans for tests: one section of 4/4 at quarter = 100 with a click and a note on every quarter. */
import type { Plan, Section } from '../plan/index.ts';

export function section(change: Partial<Section> = {}): Section {
  return {
    bars: 4,
    meter: { beats: 4, unit: '1/4' },
    tempo: { bpm: 100, beat: '1/4' },
    clicks: [{ every: '1/4' }],
    play: [{ every: '1/4' }],
    ...change,
  };
}

export function plan(...sections: Partial<Section>[]): Plan {
  return {
    format: 'feldspar-plan',
    version: 1,
    title: 'Test plan',
    sections: (sections.length > 0 ? sections : [{}]).map(section),
  };
}

export function withCountIn(base: Plan, bars = 1): Plan {
  return { ...base, countIn: { bars } };
}

/** Hand on every quarter, the foot with it on every other one. */
export const handAndFoot = (change: Partial<Section> = {}): Plan =>
  plan({
    bars: 8,
    play: [
      { every: '1/4', voice: 'hand' },
      { every: '1/2', voice: 'foot' },
    ],
    ...change,
  });
