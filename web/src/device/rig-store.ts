/** The rig of this browser: how the click sounds, and the latency of each input through each sound output. Kept here, not on the server. */
import { VOICES } from '@feldspar/core/sound';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { keepValue, readText } from './storage.ts';

export const RIG_INPUTS = ['keys', 'touch', 'pointer'] as const;
export type RigInput = (typeof RIG_INPUTS)[number];

/** Decibels against the plan's own level. */
export const LEVEL_DB = { least: -30, most: 4 } as const;

const latency = z.object({
  ms: z.number().min(-500).max(2000),
  /** By tapping along (the player's habit is in it), or typed from elsewhere. */
  how: z.enum(['tapped', 'typed']),
  at: z.iso.datetime(),
  ci95: z.tuple([z.number(), z.number()]).optional(),
  n: z.number().int().optional(),
});

const rigSchema = z.object({
  /** What sounds where a plan says wood, its usual click. */
  voice: z.enum(VOICES).catch('wood').default('wood'),
  levelDb: z.number().min(LEVEL_DB.least).max(LEVEL_DB.most).catch(0).default(0),
  outputs: z
    .array(
      z.object({
        key: z.string(),
        name: z.string().max(80),
        latency: z.partialRecord(z.enum(RIG_INPUTS), latency),
      }),
    )
    .catch([])
    .default([]),
});

export type Rig = z.infer<typeof rigSchema>;
export type RigOutput = Rig['outputs'][number];
export type Latency = z.infer<typeof latency>;

const KEY = 'feldspar rig';
const listeners = new Set<() => void>();
let cached: { text: string | null; rig: Rig } | null = null;

/** The same object as long as nothing changed. */
export function rig(): Rig {
  const text = readText(KEY);
  if (cached?.text === text && cached) return cached.rig;
  let stored: unknown = {};
  try {
    stored = JSON.parse(text ?? '{}');
  } catch {
    // A rig that cannot be read is set up anew.
  }
  const parsed = rigSchema.safeParse(stored);
  cached = { text, rig: parsed.success ? parsed.data : rigSchema.parse({}) };
  return cached.rig;
}

export function changeRig(change: Partial<Rig>): void {
  keepValue(KEY, { ...rig(), ...change });
  for (const listener of listeners) listener();
}

export function useRig(): Rig {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    window.addEventListener('storage', listener);
    return () => {
      listeners.delete(listener);
      window.removeEventListener('storage', listener);
    };
  }, rig);
}

/** Changes an output, which is added when it is new. */
export function changeOutput(key: string, change: Partial<Omit<RigOutput, 'key'>>): void {
  const { outputs } = rig();
  const known = outputs.find((output) => output.key === key) ?? { key, name: '', latency: {} };
  changeRig({ outputs: [...outputs.filter((output) => output !== known), { ...known, ...change }] });
}

export function setLatency(key: string, input: RigInput, value: Latency | null): void {
  const latency = { ...rig().outputs.find((output) => output.key === key)?.latency };
  if (value) latency[input] = value;
  else delete latency[input];
  changeOutput(key, { latency });
}

/** What is taken off the hits of an input heard through an output; 0 where none is known. */
export function latencyOf(key: string, input: RigInput): number {
  return rig().outputs.find((output) => output.key === key)?.latency[input]?.ms ?? 0;
}

/** A latency was measured once, but not through this output. */
export function isStrange(key: string, { outputs }: Rig): boolean {
  const measured = outputs.filter(({ latency: of }) => Object.keys(of).length > 0);
  return measured.length > 0 && measured.every((output) => output.key !== key);
}
