/** Outside devices that keep with the plan: clock, start and stop, and clicks as notes. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { type Plan, compile } from '@feldspar/core/plan';
import { useEffect, useRef, useState } from 'react';
import { type MidiOutSetup, NO_MIDI_OUT, changeRig, useRig } from '../../device/rig-store.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import {
  type MidiSink,
  type Received,
  SIMULATED_DEVICE,
  openMidiOutput,
  openMidiOutputs,
} from '../../sound/midi-outputs.ts';
import { sendPlan } from '../../sound/midi-sender.ts';
import { oneDecimal, plural } from '../../text/text.ts';

/** A select shows no empty value. */
const NONE = 'none';

/** Two bars after a bar of count, to hear whether the device keeps with it. */
const TRIAL: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'Trial',
  countIn: { bars: 1 },
  sections: [
    {
      bars: 2,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 120, beat: '1/4' },
      clicks: [{ every: '1/4', accent: ['0'] }],
      play: [{ every: '1/4' }],
    },
  ],
};
const LEAD_MS = 200;

export function MidiOutPanel() {
  const { midiOut } = useRig();
  const [sinks, setSinks] = useState<MidiSink[]>([]);
  const [error, setError] = useState<unknown>(null);
  const [trying, setTrying] = useState<(() => void) | null>(null);
  const change = (part: Partial<MidiOutSetup>) => changeRig({ midiOut: { ...midiOut, ...part } });
  const running = useRef<(() => void) | null>(null);
  useEffect(() => () => running.current?.(), []);

  const halt = () => {
    running.current?.();
    running.current = null;
    setTrying(null);
  };
  const find = async () => {
    setError(null);
    setSinks(await openMidiOutputs().catch((failure: unknown) => (setError(failure), [])));
  };
  const start = async () => {
    setError(null);
    try {
      const sink = await openMidiOutput(midiOut.id);
      const timeline = compile(TRIAL);
      const zeroMs = performance.now() + LEAD_MS;
      const end = sendPlan(sink, midiOut, TRIAL, timeline, (timelineS) => zeroMs + 1000 * timelineS);
      const timer = setTimeout(halt, LEAD_MS + 1000 * timeline.endS);
      running.current = () => {
        clearTimeout(timer);
        end();
      };
      setTrying(() => halt);
    } catch (failure) {
      setError(failure);
    }
  };

  const { id, label } = midiOut;
  const known = [SIMULATED_DEVICE, ...sinks].map((sink) => [sink.id, sink.label] as const);
  const options = [
    [NONE, NO_MIDI_OUT.label] as const,
    ...known,
    ...(id !== '' && !known.some(([one]) => one === id) ? [[id, label] as const] : []),
  ];
  return (
    <Stack spacing={2}>
      <Row>
        <Choice
          label="Send to"
          value={id || NONE}
          options={options}
          onChange={(next) =>
            change({
              id: next === NONE ? '' : next,
              label: options.find(([one]) => one === next)?.[1] ?? next,
            })
          }
          minWidth={230}
        />
        <Button variant="outlined" onClick={() => void find()}>
          Find devices to send to
        </Button>
      </Row>
      {error !== null && <ErrorNotice error={error} />}
      {id !== '' && (
        <>
          <Stack>
            <FormControlLabel
              control={<Switch checked={midiOut.clock} onChange={(_, clock) => change({ clock })} />}
              label="Clock, start and stop: it plays at the plan’s tempo"
            />
            <FormControlLabel
              control={<Switch checked={midiOut.clicks} onChange={(_, clicks) => change({ clicks })} />}
              label="Clicks as notes: it sounds the click"
            />
          </Stack>
          <Row>
            {midiOut.clicks && (
              <>
                <TypedField
                  label="Note"
                  value={midiOut.note}
                  show={String}
                  read={wholeFrom(0, 127)}
                  onChange={(note) => change({ note })}
                />
                <TypedField
                  label="Channel"
                  value={midiOut.channel}
                  show={String}
                  read={wholeFrom(1, 16)}
                  onChange={(channel) => change({ channel })}
                />
              </>
            )}
            <TypedField
              label="Send earlier, ms"
              value={midiOut.aheadMs}
              show={String}
              read={wholeFrom(0, 200)}
              onChange={(aheadMs) => change({ aheadMs })}
              width={150}
            />
            <Button variant="outlined" onClick={() => (trying ? halt() : void start())}>
              {trying ? 'Stop' : 'Try it'}
            </Button>
          </Row>
          {id === SIMULATED_DEVICE.id && <Heard />}
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            The clock runs from the count-in on, 24 to a quarter; start comes with the first bar. “Earlier”
            takes off the device’s own delay, where it sounds behind the click.
          </Typography>
        </>
      )}
    </Stack>
  );
}

const LOOK_EVERY_MS = 250;

/** What the simulated device was sent. */
function Heard() {
  const [received, setReceived] = useState<Received>(() => SIMULATED_DEVICE.received());
  useEffect(() => {
    const timer = setInterval(() => setReceived(SIMULATED_DEVICE.received()), LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, []);
  const { started, clocks, notes, quarterBpm } = received;
  return (
    <Typography role="status">
      {[
        `The simulated device ${started ? 'runs' : 'stands still'}`,
        plural(clocks, 'clock'),
        ...(quarterBpm === null ? [] : [`quarter = ${oneDecimal(quarterBpm)}`]),
        plural(notes, 'note'),
      ].join(' · ')}
    </Typography>
  );
}
