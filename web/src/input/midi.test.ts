import fc from 'fast-check';
import { Pedals, chosenOf, midiEvent, tapOfNote } from './midi.ts';
import { simulatedPad } from './simulated-pad.ts';

const bytes = (...data: number[]) => Uint8Array.from(data);

describe('messages (MIDI 1.0 detailed specification, channel voice messages)', () => {
  it('are notes struck and let go, and controllers, on any channel', () => {
    expect(midiEvent(bytes(0x90, 60, 127), 12.5)).toEqual({
      type: 'on',
      note: 60,
      velocity: 1,
      stampMs: 12.5,
      source: 'midi 0 60',
    });
    expect(midiEvent(bytes(0x8f, 60, 64), 13)).toEqual({
      type: 'off',
      note: 60,
      stampMs: 13,
      source: 'midi 15 60',
    });
    // Running gear lets go by a note of no force.
    expect(midiEvent(bytes(0x93, 60, 0), 13)).toMatchObject({ type: 'off', source: 'midi 3 60' });
    expect(midiEvent(bytes(0xb2, 64, 127), 1)).toEqual({
      type: 'control',
      control: 64,
      value: 127,
      stampMs: 1,
    });
  });

  it.each([
    ['the clock', bytes(0xf8)],
    ['active sensing', bytes(0xfe)],
    ['a bend', bytes(0xe0, 0, 64)],
    ['a program', bytes(0xc0, 5)],
    ['nothing', null],
  ])('%s is neither', (_, data) => expect(midiEvent(data, 1)).toBeNull());

  it('whatever comes, nothing is thrown', () => {
    fc.assert(fc.property(fc.uint8Array({ maxLength: 12 }), (data) => void midiEvent(data, 1)));
  });
});

it('a note is the hand it was said to be, with its own stamp and force', () => {
  const on = { type: 'on', note: 36, velocity: 0.5, stampMs: 7.25, source: 'midi 9 36' } as const;
  expect(tapOfNote(on, { 36: 'right' })).toEqual({
    stampMs: 7.25,
    input: 'midi',
    source: 'midi 9 36',
    strength: 0.5,
    voice: 'right',
  });
  expect(tapOfNote(on, {})).not.toHaveProperty('voice');
});

it('a pedal is pressed once on its way down, however many messages it sends', () => {
  const pedals = new Pedals();
  const pressed = [0, 30, 64, 90, 127, 100, 63, 20, 127].map((value) =>
    pedals.isPressed({ type: 'control', control: 64, value, stampMs: 0 }),
  );
  expect(pressed).toEqual([false, false, true, false, false, false, false, false, true]);
});

it('a device that is not there is named with its remedy', () => {
  const pad = simulatedPad();
  expect(chosenOf([pad], '')).toEqual([pad]);
  expect(chosenOf([pad], 'simulated pad')).toEqual([pad]);
  expect(() => chosenOf([pad], 'another')).toThrow('not plugged in. Plug it in');
  expect(() => chosenOf([], '')).toThrow('Plug one in');
});

it('the simulated pad gives messages as a real one does: late perhaps, but with the stamp of the stroke', async () => {
  const pad = simulatedPad();
  const heard: unknown[] = [];
  const all = new Promise<void>((resolve) =>
    pad.listen((data, stampMs) => {
      heard.push(midiEvent(data, stampMs));
      if (heard.length === 4) resolve();
    }),
  );
  const now = performance.now();
  pad.play([
    { stampMs: now - 500, voice: 'left', strength: 1 },
    { stampMs: now - 300, strength: 0.5 },
  ]);
  await all;
  expect(heard).toEqual([
    { type: 'on', note: 61, velocity: 1, stampMs: now - 500, source: 'midi 9 61' },
    { type: 'off', note: 61, stampMs: now - 440, source: 'midi 9 61' },
    { type: 'on', note: 60, velocity: 64 / 127, stampMs: now - 300, source: 'midi 9 60' },
    { type: 'off', note: 60, stampMs: now - 240, source: 'midi 9 60' },
  ]);
});
