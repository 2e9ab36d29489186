/** @jest-environment jsdom */
import { compile } from '@feldspar/core/plan';
import { GROWING } from '../testing/documents.ts';
import {
  changeOutput,
  changeRig,
  chooseMicrophone,
  isStrange,
  isUnmeasured,
  latencyOf,
  loopbackOf,
  rig,
  setLatency,
  sayOfMicrophone,
  setLoopback,
} from '../device/rig-store.ts';
import { throughRig } from './sound-of-rig.ts';

const SPEAKERS = '48000 Hz, 2 channels, buffer 10 ms';
const AT = '2026-05-04T18:20:00.000Z';

const UNTOUCHED = {
  voice: 'wood',
  levelDb: 0,
  outputs: [],
  listensTo: 'keys',
  microphone: { id: '', kind: null },
  microphones: [],
  midi: { id: '', notes: {}, pedals: {} },
  keepsSound: false,
};

beforeEach(() => localStorage.clear());

describe('the rig of a browser', () => {
  it('is wood at the plan’s level, and knows no latency, until something is said', () => {
    expect(rig()).toMatchObject(UNTOUCHED);
    expect(latencyOf(SPEAKERS, 'keys')).toBe(0);
    expect(isStrange(SPEAKERS, rig())).toBe(false);
  });

  it('keeps a latency for each input of each output, and forgets it again', () => {
    setLatency(SPEAKERS, 'keys', { ms: 18.5, how: 'typed', at: AT });
    setLatency(SPEAKERS, 'touch', { ms: 40, how: 'tapped', at: AT, ci95: [36, 44], n: 32 });
    changeOutput(SPEAKERS, { name: 'Room speakers' });
    expect(latencyOf(SPEAKERS, 'keys')).toBe(18.5);
    expect(latencyOf('another', 'keys')).toBe(0);
    expect(rig().outputs).toHaveLength(1);
    setLatency(SPEAKERS, 'keys', null);
    expect(latencyOf(SPEAKERS, 'keys')).toBe(0);
    expect(rig().outputs[0]).toMatchObject({ name: 'Room speakers', latency: { touch: { ms: 40 } } });
  });

  it('another output is strange once a latency was measured', () => {
    setLatency(SPEAKERS, 'keys', { ms: 18.5, how: 'typed', at: AT });
    expect(isStrange(SPEAKERS, rig())).toBe(false);
    expect(isStrange('another', rig())).toBe(true);
    // Named, but nothing measured: still strange.
    changeOutput('another', { name: 'Headphones' });
    expect(isStrange('another', rig())).toBe(true);
  });

  it.each(['{', '{"voice":"kazoo","levelDb":400,"outputs":7}'])(
    'what cannot be read is set up anew: %s',
    (text) => {
      localStorage.setItem('feldspar rig', text);
      expect(rig()).toMatchObject(UNTOUCHED);
    },
  );

  it('a rig of before there were microphones keeps its latencies', () => {
    const latency = { keys: { ms: 18.5, how: 'typed', at: AT } };
    localStorage.setItem(
      'feldspar rig',
      JSON.stringify({ voice: 'tick', levelDb: -6, outputs: [{ key: SPEAKERS, name: 'Speakers', latency }] }),
    );
    expect(latencyOf(SPEAKERS, 'keys')).toBe(18.5);
    expect(rig()).toMatchObject({ voice: 'tick', levelDb: -6, listensTo: 'keys' });
    expect(loopbackOf(SPEAKERS, '')).toBeUndefined();
  });

  it('what was said of a microphone is remembered when it comes back', () => {
    chooseMicrophone({ id: 'clip', label: 'Clip-on' });
    sayOfMicrophone({ kind: 'plucked' });
    chooseMicrophone({ id: 'desk', label: 'On the desk' });
    expect(rig().microphone).toEqual({ id: 'desk', label: 'On the desk', kind: null });
    chooseMicrophone({ id: 'clip', label: 'Clip-on' });
    expect(rig().microphone.kind).toBe('plucked');
  });

  it('a way round is of one output and one microphone, the latest measuring counts', () => {
    const measured = {
      microphone: 'clip',
      label: 'Clip-on',
      ms: 61,
      ci95: [60.9, 61.1] as [number, number],
      n: 20,
      at: AT,
    };
    setLoopback(SPEAKERS, measured);
    setLoopback(SPEAKERS, { ...measured, ms: 58 });
    setLoopback(SPEAKERS, { ...measured, microphone: 'desk', ms: 12 });
    expect(loopbackOf(SPEAKERS, 'clip')?.ms).toBe(58);
    expect(loopbackOf(SPEAKERS, 'desk')?.ms).toBe(12);
    expect(loopbackOf('another', 'clip')).toBeUndefined();
  });

  it('measured with what the browser chose, it is not taken for another device that it chooses later', () => {
    const measured = {
      microphone: '',
      label: 'Built-in',
      ms: 61,
      ci95: [60.9, 61.1] as [number, number],
      n: 20,
      at: AT,
    };
    setLoopback(SPEAKERS, measured);
    expect(loopbackOf(SPEAKERS, '', 'Built-in')?.ms).toBe(61);
    expect(loopbackOf(SPEAKERS, '', 'Headset')).toBeUndefined();
  });

  it('a pair of devices that was never measured is told of, once any was', () => {
    changeRig({ listensTo: 'microphone' });
    expect(isUnmeasured(SPEAKERS, rig())).toBe(false);
    setLoopback(SPEAKERS, {
      microphone: 'clip',
      label: 'Clip-on',
      ms: 61,
      ci95: [60.9, 61.1],
      n: 20,
      at: AT,
    });
    expect(isUnmeasured(SPEAKERS, rig())).toBe(true);
    chooseMicrophone({ id: 'clip', label: 'Clip-on' });
    expect(isUnmeasured(SPEAKERS, rig())).toBe(false);
    expect(isUnmeasured('headphones', rig())).toBe(true);
    changeRig({ listensTo: 'keys' });
    expect(isUnmeasured('headphones', rig())).toBe(false);
  });

  it('is the same object until it changes', () => {
    expect(rig()).toBe(rig());
    const before = rig();
    changeRig({ levelDb: -6 });
    expect(rig()).not.toBe(before);
  });
});

describe('a timeline through the rig', () => {
  const timeline = compile(GROWING.plan);

  it('changes nothing unasked', () => {
    expect(throughRig(timeline, rig())).toBe(timeline);
  });

  it('another voice for wood only, at another level; times stay', () => {
    const mixed = {
      ...timeline,
      clicks: timeline.clicks.map((click, i) => ({ ...click, voice: i % 2 ? 'snare' : 'wood' })),
    };
    const heard = throughRig(mixed, { voice: 'tick', levelDb: -6 });
    expect(heard.clicks.slice(0, 2).map(({ voice }) => voice)).toEqual(['tick', 'snare']);
    heard.clicks.forEach((click, i) => {
      expect(click.gainDb).toBe(mixed.clicks[i].gainDb - 6);
      expect(click.timeS).toBe(mixed.clicks[i].timeS);
    });
  });
});
