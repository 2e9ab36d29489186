/**
 * A take: one performance of a plan, raw and kept for ever. It holds the plan as it was, the hits as they came, and
 * the facts of the clocks; every figure is computed from it and can be computed again.
 */
import { z } from 'zod';
import { TELLS_APART_S } from '../hearing/index.ts';
import { planSchema, saidTempoSchema } from '../plan/index.ts';
import { playerTraitsSchema } from '../players/index.ts';
import { hitSchema, judgingSchema } from '../timing/index.ts';

export const TAKE_INPUTS = [
  'keys',
  'touch',
  'pointer',
  'midi',
  'microphone',
  'mixed',
  'recording',
  'simulated',
] as const;

/**
 * What each input can tell apart, in ms: keys and mice are asked 125 times a second by usual wiring, touch screens 60 to 120 times
 * (common practice, no source).
 */
export const INPUT_RESOLUTION_MS: Readonly<Record<(typeof TAKE_INPUTS)[number], number>> = {
  keys: 8,
  pointer: 8,
  touch: 16,
  // Three bytes at 31 250 baud (MIDI 1.0 detailed specification), which all usual ways keep to.
  midi: 1,
  mixed: 16,
  // An attack is found to the sample; what swells is not, and says so by its spread.
  recording: 1,
  microphone: 1,
  simulated: 0,
};

/** What a microphone hears has no name, and strokes that are closer are one sound to it; every other input tells them all. */
export const ONE_SOUND_MS: Partial<Record<(typeof TAKE_INPUTS)[number], number>> = {
  microphone: 1000 * TELLS_APART_S,
  recording: 1000 * TELLS_APART_S,
};

const takeHit = hitSchema.extend({
  /** The event's own stamp on the performance timeline, in ms; absent for simulated hits. */
  stampMs: z.number().min(0).max(1e12).optional(),
  /** What a microphone heard: the frame of the audio context, a fraction where the two devices' clocks run apart. */
  frame: z.number().min(0).max(1e12).optional(),
});

/** How a take was listened to. */
const listening = z.strictObject({
  /** As the browser names the device; a simulated one says so. */
  device: z.string().max(200),
  simulated: z.boolean(),
  /** What it was heard as. */
  kind: z.enum(['struck', 'plucked', 'sustained', 'pulsed']).nullable(),
  /** The loudest, and the room, in dB under full level. */
  peakDb: z.number().min(-200).max(20),
  roomDb: z.number().min(-200).max(20),
  /** Pieces of a twentieth of a second in which the sound was cut off at full level. */
  clipped: z.number().int().min(0),
  /** Our own clicks in it, which were taken out. */
  clicks: z.number().int().min(0),
  /** Where the delay that was taken off comes from: our clicks in this very take, measured before, or what the browser says. */
  latencyBy: z.enum(['clicks', 'loopback', 'browser']),
  /** Moments at which a stroke may lie hidden under a click. */
  hidden: z.number().int().min(0),
  /** Onsets of a voice that counted aloud, which were left out. */
  spoken: z.number().int().min(0).optional(),
  /** The device was gone before the take was over. */
  unplugged: z.boolean(),
  /** Blocks that the audio thread was late for. */
  lostBlocks: z.number().int().min(0),
});

const clockFacts = z.strictObject({
  sampleRateHz: z.number().positive(),
  /** Context time of the timeline's time zero. */
  zeroContextS: z.number(),
  /** [performance ms, context s] pairs, as the browser gave them. */
  anchors: z.array(z.tuple([z.number(), z.number()])).max(200_000),
  baseLatencyMs: z.number().nullable(),
  outputLatencyMs: z.number().nullable(),
});

export const takeSchema = z.strictObject({
  format: z.literal('feldspar-take', { error: 'this is not a Feldspar take' }),
  version: z.literal(1, { error: 'this take is of another version; this Feldspar reads version 1' }),
  id: z.uuid('the id must be a UUID'),
  playerId: z.uuid('the player must be a UUID').nullable(),
  planId: z.uuid('the plan must be a UUID').nullable(),
  plan: planSchema,
  startedAt: z.iso.datetime({ error: 'startedAt must be a time like 2026-05-04T18:20:00.000Z' }),
  /** Timeline seconds at which it was stopped by hand; null when it ran to its end. */
  stoppedAtS: z.number().min(-3600).max(1_000_000).nullable(),
  input: z.enum(TAKE_INPUTS),
  hits: z.array(takeHit).max(200_000, 'a take holds at most 200 000 hits'),
  clock: clockFacts.nullable(),
  /** Known constant delay of the input, subtracted when measuring. */
  latencyMs: z.number().min(-500).max(2000),
  simulated: z.strictObject({ seed: z.number().int(), traits: playerTraitsSchema }).nullable(),
  /** The recording it was heard in, or its own sound where that was kept. */
  recording: z
    .strictObject({
      id: z.uuid('the recording must be a UUID'),
      name: z.string().max(200),
      /** Which ears heard it. */
      ears: z.number().int().min(0),
      /** What told where the plan begins: without clicks it says nothing of early or late as a whole. */
      foundBy: z.enum(['clicks', 'strokes', 'hand']),
      /** Changes a person made to what was heard. */
      byHand: z.number().int().min(0),
      /** Moments at which a stroke may lie hidden under a click. */
      hidden: z.number().int().min(0),
    })
    .optional(),
  /** Of a take by microphone. */
  listening: listening.optional(),
  /** The MIDI device it was played on. */
  midi: z.strictObject({ device: z.string().max(200), simulated: z.boolean() }).optional(),
  note: z.string().max(4000, 'a note has at most 4000 characters'),
  /** What the tempo really was, where the plan's number turned out to mean another note; beside the raw take. */
  trueTempo: saidTempoSchema.nullable().optional(),
  /** Tolerance and intended offset, where somebody said so; beside the raw take, and may change. */
  judging: judgingSchema.nullable().optional(),
});

export type Take = z.infer<typeof takeSchema>;
export type TakeHit = Take['hits'][number];
export type Listening = NonNullable<Take['listening']>;
export type ClockFacts = NonNullable<Take['clock']>;
