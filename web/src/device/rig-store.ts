/** The rig of this browser: how the click sounds, and the latency of each input through each sound output. Kept here, not on the server. */
import { STROKE_KINDS } from '@feldspar/core/players';
import { VOICES } from '@feldspar/core/sound';
import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { keepValue, readText } from './storage.ts';

/** Inputs whose latency is found by tapping along; a microphone's is measured by itself. */
export const RIG_INPUTS = ['keys', 'touch', 'pointer', 'midi'] as const;
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

/** What the stage listens to. The simulated ones are programs that play. */
export const LISTENS_TO = ['keys', 'microphone', 'midi', 'simulated microphone', 'simulated pad'] as const;
export type ListensTo = (typeof LISTENS_TO)[number];

const loopback = z.object({
  /** The microphone's, as the browser tells it; empty for its own choice. */
  microphone: z.string().max(200),
  label: z.string().max(200),
  ms: z.number().min(0).max(2000),
  ci95: z.tuple([z.number(), z.number()]),
  n: z.number().int(),
  at: z.iso.datetime(),
});
export type Loopback = z.infer<typeof loopback>;

const microphone = z.object({
  id: z.string().max(200),
  label: z.string().max(200),
  /** What is played before it; null: told from the sound. */
  kind: z.enum(['struck', 'plucked', 'sustained', 'pulsed']).nullable(),
  /** A voice that counts aloud is not left out. */
  countsVoice: z.boolean().optional(),
});
export type Microphone = z.infer<typeof microphone>;
/** The browser's own choice. */
export const ANY_MICROPHONE: Microphone = { id: '', label: 'the browser’s own choice', kind: null };

/**
 * What is done without a hand on the screen: start (which stops while it plays), stop; again and slower from the stage and from a reading; next
 * goes to the bench, and there to what it proposes; in a session next goes on to the item behind, and enough ends it.
 */
export const HANDS_FREE = ['start', 'again', 'slower', 'next', 'stop', 'enough'] as const;
export type HandsFree = (typeof HANDS_FREE)[number];

/** Lines of a plan, as keys and notes name them: the first is the left hand's where there is one line only. */
export const LINES = ['left', 'right', 'third', 'fourth'] as const;
export type Line = (typeof LINES)[number];

const midi = z.object({
  /** Empty for every device that is plugged in. */
  id: z.string().max(200),
  label: z.string().max(200),
  /** Which line of a plan a note is, by its number. */
  notes: z.record(z.string().regex(/^\d{1,3}$/), z.enum(LINES)),
  /** Notes that are no strokes, by their number. */
  deeds: z.record(z.string().regex(/^\d{1,3}$/), z.enum(HANDS_FREE)).default({}),
  /** By controller number. */
  pedals: z.record(z.string().regex(/^\d{1,3}$/), z.enum(HANDS_FREE)),
});
export type MidiSetup = z.infer<typeof midi>;
export const ANY_MIDI: MidiSetup = {
  id: '',
  label: 'all that are plugged in',
  notes: {},
  deeds: {},
  pedals: {},
};

const handsFree = z.object({
  /** By the code of a key: many pedals are keyboards to the browser. */
  keys: z.record(z.string().max(40), z.enum(HANDS_FREE)),
  doubleClap: z.boolean(),
});
const NOTHING_HANDS_FREE: z.infer<typeof handsFree> = { keys: {}, doubleClap: false };

const midiOut = z.object({
  /** Empty for none. */
  id: z.string().max(200),
  label: z.string().max(200),
  clock: z.boolean(),
  clicks: z.boolean(),
  note: z.number().int().min(0).max(127),
  channel: z.number().int().min(1).max(16),
  /** Sent so much before the click, since the device is so late. */
  aheadMs: z.number().int().min(0).max(200),
});
export type MidiOutSetup = z.infer<typeof midiOut>;
/** A high wood block on the drums' channel (General MIDI level 1 percussion map). */
export const NO_MIDI_OUT: MidiOutSetup = {
  ...{ id: '', label: 'none', clock: true, clicks: false },
  ...{ note: 76, channel: 10, aheadMs: 0 },
};

const simulated = z.object({
  /** Which of the simulated players. */
  player: z.number().int().min(0).max(20),
  sound: z.enum(STROKE_KINDS),
  /** How the click comes into the simulated microphone. */
  clicks: z.enum(['none', 'soft', 'loud']),
});
export type SimulatedSetup = z.infer<typeof simulated>;
const SIMULATED: SimulatedSetup = { player: 1, sound: 'clap', clicks: 'soft' };

const rigSchema = z.object({
  simulated: simulated.catch(SIMULATED).default(SIMULATED),
  listensTo: z.enum(LISTENS_TO).catch('keys').default('keys'),
  microphone: microphone.catch(ANY_MICROPHONE).default(ANY_MICROPHONE),
  /** The sound of each take by microphone is kept as a recording. */
  keepsSound: z.boolean().catch(false).default(false),
  /** What was said of other microphones, to be remembered when they come back. */
  microphones: z.array(microphone).max(50).catch([]).default([]),
  midi: midi.catch(ANY_MIDI).default(ANY_MIDI),
  handsFree: handsFree.catch(NOTHING_HANDS_FREE).default(NOTHING_HANDS_FREE),
  midiOut: midiOut.catch(NO_MIDI_OUT).default(NO_MIDI_OUT),
  /** What sounds where a plan says wood, its usual click. */
  voice: z.enum(VOICES).catch('wood').default('wood'),
  levelDb: z.number().min(LEVEL_DB.least).max(LEVEL_DB.most).catch(0).default(0),
  outputs: z
    .array(
      z.object({
        key: z.string(),
        name: z.string().max(80),
        latency: z.partialRecord(z.enum(RIG_INPUTS), latency),
        loopback: z.array(loopback).max(50).catch([]).default([]),
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
  const known = outputs.find((output) => output.key === key) ?? { key, name: '', latency: {}, loopback: [] };
  changeRig({ outputs: [...outputs.filter((output) => output !== known), { ...known, ...change }] });
}

export function setLatency(key: string, input: RigInput, value: Latency | null): void {
  const latency = { ...rig().outputs.find((output) => output.key === key)?.latency };
  if (value) latency[input] = value;
  else delete latency[input];
  changeOutput(key, { latency });
}

/** Chooses a microphone; what was said of it before is remembered. */
export function chooseMicrophone({ id, label }: Pick<Microphone, 'id' | 'label'>): void {
  const known = rig().microphones.find((one) => one.id === id);
  const { kind = null, countsVoice = false } = known ?? {};
  changeRig({ microphone: { id, label, kind, ...(countsVoice ? { countsVoice } : {}) } });
}

/** What is said of the chosen microphone. */
export function sayOfMicrophone(what: Partial<Pick<Microphone, 'kind' | 'countsVoice'>>): void {
  const { microphone: chosen, microphones } = rig();
  const said = { ...chosen, ...what };
  const others = microphones.filter(({ id }) => id !== chosen.id).slice(-49);
  changeRig({ microphone: said, microphones: [...others, said] });
}

/**
 * What was measured with this microphone through this output.
 * @param label as the device names itself, where that is known: the browser's own choice may be another one than it was then.
 */
export function loopbackOf(key: string, microphoneId: string, label?: string): Loopback | undefined {
  const known = rig()
    .outputs.find((output) => output.key === key)
    ?.loopback.find(({ microphone: id }) => id === microphoneId);
  return known && label !== undefined && known.label !== label ? undefined : known;
}

/** The way round was measured once, but not with the microphone and through the output that are in use. */
export function isUnmeasured(key: string, { outputs, microphone: { id }, listensTo }: Rig): boolean {
  return (
    listensTo === 'microphone' &&
    outputs.some(({ loopback: of }) => of.length > 0) &&
    loopbackOf(key, id) === undefined
  );
}

/** What is played before the microphone. Pulses cannot be told from an unsteady tone; of the simulated player it is known. */
export function kindBefore({
  listensTo,
  microphone: { kind },
  simulated: { sound },
}: Pick<Rig, 'listensTo' | 'microphone' | 'simulated'>): Microphone['kind'] {
  return listensTo === 'simulated microphone' && sound === 'breath' ? 'pulsed' : kind;
}

export function setLoopback(key: string, measured: Loopback): void {
  const known = rig().outputs.find((output) => output.key === key)?.loopback ?? [];
  const others = known.filter((one) => one.microphone !== measured.microphone);
  changeOutput(key, { loopback: [...others, measured] });
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
