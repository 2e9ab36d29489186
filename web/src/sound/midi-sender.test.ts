import { type Plan, compile } from '@feldspar/core/plan';
import { CLOCK, type MidiMessage, START, STOP, midiMessages } from '@feldspar/core/sound';
import { SimulatedDevice, type MidiSink } from './midi-outputs.ts';
import { sendAlong } from './midi-sender.ts';

const PLAN: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'Faster and faster',
  countIn: { bars: 1 },
  sections: [
    {
      bars: 4,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 100, toBpm: 160, beat: '1/4' },
      clicks: [{ every: '1/4' }],
      play: [{ every: '1/4' }],
    },
  ],
};
const timeline = compile(PLAN);
const messages = (): MidiMessage[] => [
  ...midiMessages(PLAN, timeline, { clock: true, click: { note: 76, channel: 10 } }),
];

/** A device that notes what came, and when it is due. */
function device() {
  const sent: { bytes: number[]; stampMs?: number | undefined; atMs: number }[] = [];
  let cleared = 0;
  const sink: MidiSink = {
    id: 'x',
    label: 'x',
    send: (bytes, stampMs) => void sent.push({ bytes, stampMs, atMs: performance.now() }),
    clear: () => cleared++,
  };
  return { sink, sent, cleared: () => cleared };
}

beforeEach(() => jest.useFakeTimers({ now: 10_000 }));
afterEach(() => jest.useRealTimers());

/** Time zero is heard so late. */
const zero = () => performance.now() + 600;

describe('messages on their way to a device', () => {
  it('each carries the stamp of its moment, a while before it is due; 24 clocks a quarter through a ramp', () => {
    const { sink, sent } = device();
    const from = zero();
    sendAlong(sink, messages(), { stampOf: (timelineS) => from + 1000 * timelineS, aheadMs: 0 });
    jest.advanceTimersByTime(1000 * timeline.endS + 1000);
    const wanted = messages();
    expect(sent.map(({ bytes }) => bytes)).toEqual(wanted.map(({ bytes }) => bytes));
    sent.forEach(({ stampMs, atMs }, i) => {
      expect(stampMs).toBeCloseTo(from + 1000 * wanted[i].timeS, 6);
      expect(atMs).toBeLessThan(stampMs!);
      expect(stampMs! - atMs).toBeLessThanOrEqual(1000);
    });
    expect(sent.filter(({ bytes }) => bytes[0] === CLOCK)).toHaveLength(5 * 4 * 24);
  });

  it('waits until it is known when time zero is, and takes the delay of the device off', () => {
    const { sink, sent } = device();
    let from: number | null = null;
    sendAlong(sink, messages(), {
      stampOf: (timelineS) => (from === null ? null : from + 1000 * timelineS),
      aheadMs: 25,
    });
    jest.advanceTimersByTime(400);
    expect(sent).toEqual([]);
    from = zero();
    jest.advanceTimersByTime(100);
    expect(sent[0].stampMs).toBeCloseTo(from - 25, 6);
  });

  it('what is late: every clock is sent, a click that would come too late is not', () => {
    const { sink, sent } = device();
    const from = zero();
    let known = false;
    sendAlong(sink, messages(), {
      stampOf: (timelineS) => (known ? from + 1000 * timelineS : null),
      aheadMs: 0,
    });
    jest.advanceTimersByTime(3500);
    known = true;
    jest.advanceTimersByTime(100);
    const nowMs = performance.now();
    const due = (status: number, untilMs: number) =>
      messages().filter(({ timeS, bytes }) => bytes[0] === status && from + 1000 * timeS <= untilMs).length;
    const count = (status: number) => sent.filter(({ bytes }) => bytes[0] === status).length;
    expect(count(CLOCK)).toBe(due(CLOCK, nowMs + 1000));
    expect(count(0x99)).toBe(due(0x99, nowMs + 1000) - due(0x99, nowMs - 60));
    expect(due(0x99, nowMs - 60)).toBeGreaterThan(2);
    for (const { stampMs } of sent) expect(stampMs).toBeGreaterThanOrEqual(nowMs);
  });

  it('ended in the middle, the device is stopped and no note goes on sounding', () => {
    const { sink, sent, cleared } = device();
    const from = zero();
    const end = sendAlong(
      sink,
      [
        { timeS: 0, bytes: [START] },
        { timeS: 0, bytes: [0x99, 76, 96] },
        { timeS: 5, bytes: [0x89, 76, 0] },
      ],
      { stampOf: (timelineS) => from + 1000 * timelineS, aheadMs: 0 },
    );
    jest.advanceTimersByTime(1000);
    end();
    expect(cleared()).toBe(1);
    expect(sent.slice(-2).map(({ bytes }) => bytes)).toEqual([[STOP], [0x89, 76, 0]]);
    jest.advanceTimersByTime(10_000);
    expect(sent).toHaveLength(4);
  });

  it('one that ran to its end is not stopped twice', () => {
    const { sink, sent } = device();
    const from = zero();
    const end = sendAlong(sink, messages(), { stampOf: (s) => from + 1000 * s, aheadMs: 0 });
    jest.advanceTimersByTime(1000 * timeline.endS + 1000);
    end();
    expect(sent.filter(({ bytes }) => bytes[0] === STOP)).toHaveLength(1);
  });
});

describe('the simulated device', () => {
  it('counts clocks and notes when they are due, and knows the tempo of the last quarter', () => {
    const device = new SimulatedDevice();
    for (const { timeS, bytes } of messages()) device.send(bytes, 20_000 + 1000 * timeS);
    expect(device.received(19_000)).toEqual({ started: false, clocks: 0, notes: 0, quarterBpm: null });
    const { startS } = timeline.bars[1];
    // Just when the first bar begins: counted anew from start.
    const first = device.received(20_000 + 1000 * startS);
    expect(first).toMatchObject({ started: true, clocks: 1, notes: 1 });
    expect(first.quarterBpm).toBeCloseTo(100, 1);
    const last = device.received(20_000 + 1000 * timeline.endS);
    expect(last).toMatchObject({ started: false, clocks: 4 * 4 * 24, notes: 16 });
    expect(last.quarterBpm).toBeGreaterThan(153);
    expect(last.quarterBpm).toBeLessThan(160);
  });
});
