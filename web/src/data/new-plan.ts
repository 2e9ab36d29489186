/** What a plan begins with. */
import type { Plan, Section } from '@feldspar/core/plan';

export const NEW_SECTION: Section = {
  bars: 8,
  meter: { beats: 4, unit: '1/4' },
  tempo: { bpm: 90, beat: '1/4' },
  clicks: [{ every: '1/4', voice: 'wood', accent: ['0'] }],
  play: [{ every: '1/4' }],
};

export const NEW_PLAN: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'New plan',
  countIn: { bars: 1 },
  sections: [NEW_SECTION],
};

const LONGEST_TITLE = 160;

/** A plan to make one's own. */
export function copyOf(plan: Plan): Plan {
  return { ...plan, title: `${plan.title}, mine`.slice(0, LONGEST_TITLE) };
}
