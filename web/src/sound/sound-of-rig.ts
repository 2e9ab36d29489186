/** A timeline as this rig sounds it: its voice for wood, and its level. What is exported to files stays as the plan says. */
import type { Timeline } from '@feldspar/core/plan';
import { type Rig } from '../device/rig-store.ts';

export function throughRig(timeline: Timeline, { voice, levelDb }: Pick<Rig, 'voice' | 'levelDb'>): Timeline {
  if (voice === 'wood' && levelDb === 0) return timeline;
  return {
    ...timeline,
    clicks: timeline.clicks.map((click) => ({
      ...click,
      voice: click.voice === 'wood' ? voice : click.voice,
      gainDb: click.gainDb + levelDb,
    })),
  };
}
