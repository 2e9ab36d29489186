/** Outside devices that are told of a plan while it is played; and a simulated one, which counts what it is sent. */
import { CLOCK, START, STOP } from '@feldspar/core/sound';
import { MidiProblem, midiAccess } from '../device/midi-access.ts';

export interface MidiSink {
  readonly id: string;
  readonly label: string;
  /** @param stampMs when it is to leave, on the performance line; at once where nothing is said. */
  send(bytes: number[], stampMs?: number): void;
  /** Takes back what has not left yet, where the device can. */
  clear(): void;
}

/** @throws MidiProblem with the remedy. */
export async function openMidiOutputs(): Promise<MidiSink[]> {
  const { outputs } = await midiAccess();
  return [...outputs.values()].map((output) => ({
    id: output.id,
    label: output.name || 'MIDI device',
    send: (bytes, stampMs) => output.send(bytes, stampMs),
    clear() {
      // Of the standard, but not of every browser.
      (output as { clear?: () => void }).clear?.();
    },
  }));
}

/** @throws MidiProblem where it is not plugged in. */
export async function openMidiOutput(id: string): Promise<MidiSink> {
  if (id === SIMULATED_DEVICE.id) return SIMULATED_DEVICE;
  const found = (await openMidiOutputs()).find((output) => output.id === id);
  if (found) return found;
  throw new MidiProblem(
    'The MIDI device that the clock is sent to is not plugged in. Plug it in, or choose none under Sound and inputs.',
  );
}

/** What a device that keeps with the clock knows. */
export interface Received {
  started: boolean;
  clocks: number;
  notes: number;
  /** Of the last quarter; null before there was one. */
  quarterBpm: number | null;
}

const QUARTER = 24;

/** It keeps what it is sent for as long as the page is open. */
export class SimulatedDevice implements MidiSink {
  readonly id = 'simulated device';
  readonly label = 'simulated device';
  private waiting: { stampMs: number; bytes: number[] }[] = [];
  private lastClocks: number[] = [];
  private state: Received = NOTHING;

  send(bytes: number[], stampMs = performance.now()): void {
    this.waiting.push({ stampMs, bytes });
  }

  clear(): void {
    this.hear(performance.now());
    this.waiting = [];
  }

  /** What came in until now. */
  received(nowMs = performance.now()): Received {
    this.hear(nowMs);
    return this.state;
  }

  private hear(nowMs: number): void {
    const due = this.waiting.filter(({ stampMs }) => stampMs <= nowMs);
    this.waiting = this.waiting.filter(({ stampMs }) => stampMs > nowMs);
    due.sort((a, b) => a.stampMs - b.stampMs).forEach((message) => this.take(message));
  }

  private take({ stampMs, bytes: [status, , velocity] }: { stampMs: number; bytes: number[] }): void {
    if (status === START) {
      this.state = { ...NOTHING, quarterBpm: this.state.quarterBpm, started: true };
    } else if (status === STOP) this.state = { ...this.state, started: false };
    else if (status === CLOCK) {
      this.lastClocks = [...this.lastClocks, stampMs].slice(-QUARTER - 1);
      const quarterMs = this.lastClocks.length > QUARTER ? stampMs - this.lastClocks[0] : null;
      this.state = {
        ...this.state,
        clocks: this.state.clocks + 1,
        quarterBpm: quarterMs ? 60_000 / quarterMs : null,
      };
    } else if ((status & 0xf0) === 0x90 && velocity > 0)
      this.state = { ...this.state, notes: this.state.notes + 1 };
  }
}

const NOTHING: Received = { started: false, clocks: 0, notes: 0, quarterBpm: null };
export const SIMULATED_DEVICE = new SimulatedDevice();
