import type { ClickMessage, ClickOptions, WorkletMessage } from './worklet-protocol.ts';
import { TimeZero } from './time-zero.ts';

interface Processor {
  port: { onmessage(event: { data: ClickMessage }): void };
  process(inputs: [], outputs: Float32Array[][]): boolean;
}

const RATE = 48_000;
const BLOCK = 128;
const SOUND = { schedule: [], words: {}, endS: 1, loop: true } as unknown as ClickOptions;

let make: (options: ClickOptions) => Processor;
let said: WorkletMessage[] = [];
beforeAll(() => {
  // What an audio thread has.
  Object.assign(globalThis, {
    sampleRate: RATE,
    currentFrame: 0,
    AudioWorkletProcessor: class {
      port = { postMessage: (message: WorkletMessage) => said.push(message) };
    },
    registerProcessor: (_name: string, Made: new (node: { processorOptions: ClickOptions }) => Processor) => {
      make = (processorOptions) => new Made({ processorOptions });
    },
  });
  jest.requireActual('./click.worklet.ts');
});
beforeEach(() => {
  said = [];
});

const next = (processor: Processor, frame: number) => {
  Object.assign(globalThis, { currentFrame: frame });
  return processor.process([], [[new Float32Array(BLOCK)]]);
};

it('its time stands still until the page has connected it; time zero follows the first block from then on, and is told to the page and to whoever shares its memory', () => {
  const zero = TimeZero.unset();
  const processor = make({ ...SOUND, leadS: 0.6, zero: zero.buffer });
  // Blocks are asked for before anybody can hear them.
  for (const frame of [0, 4096, RATE]) expect(next(processor, frame)).toBe(true);
  expect(zero.frame).toBeNull();
  expect(said).toEqual([]);
  processor.port.onmessage({ data: 'begin' });
  next(processor, RATE + BLOCK);
  const frame = RATE + BLOCK + 0.6 * RATE;
  expect(zero.frame).toBe(frame);
  expect(said).toContainEqual({ type: 'zero', frame, loopS: 1 });
});

it('a loop goes on until it is stopped, and then computes nothing more', () => {
  const processor = make({ ...SOUND, leadS: 0 });
  processor.port.onmessage({ data: 'begin' });
  expect(next(processor, 0)).toBe(true);
  expect(next(processor, 5 * RATE)).toBe(true);
  processor.port.onmessage({ data: 'stop' });
  expect(next(processor, 5 * RATE + BLOCK)).toBe(false);
});

it('stopped before it began, it never begins', () => {
  const processor = make({ ...SOUND, leadS: 0 });
  processor.port.onmessage({ data: 'stop' });
  expect(next(processor, 0)).toBe(false);
});
