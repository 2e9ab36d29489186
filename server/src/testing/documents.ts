/** Documents for tests. */
import { compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { NO_EDITS, type Recording } from '@feldspar/core/recordings';
import type { Take } from '@feldspar/core/take';

export const GROWING = READY_PLANS[3];

export function takeId(n: number): string {
  return `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
}

export function demoTake(n: number, change: Partial<Take> = {}): Take {
  return {
    format: 'feldspar-take',
    version: 1,
    id: takeId(n),
    playerId: null,
    planId: GROWING.id,
    plan: GROWING.plan,
    startedAt: new Date(Date.UTC(2026, 3, 1, 12, n)).toISOString(),
    stoppedAtS: null,
    input: 'keys',
    hits: simulate(compile(GROWING.plan), { ...STEADY_PLAYER, tempoPercent: 1.4 }, n),
    clock: null,
    latencyMs: 0,
    simulated: null,
    note: '',
    ...change,
  };
}

/** A recording of three strokes, with nothing changed by hand. */
export const testRecording = (change: Partial<Recording> = {}): Recording => ({
  format: 'feldspar-recording',
  version: 1,
  id: crypto.randomUUID(),
  name: 'Kitchen, claps',
  playerId: null,
  recordedAt: '2026-05-04T18:20:00.000Z',
  sound: { sampleRateHz: 48_000, durationS: 2, channels: 1, bytes: 192_044 },
  side: 'mix',
  heard: {
    ears: 1,
    kind: 'struck',
    onsets: [0.5, 0.8, 1.1].map((timeS) => ({ timeS, strength: 0.5, confidence: 1 })),
    clicks: null,
    hiddenS: [],
  },
  edits: NO_EDITS,
  played: { to: 'nothing', near: null, beatsPerBar: 4, downbeat: null },
  ...change,
});
