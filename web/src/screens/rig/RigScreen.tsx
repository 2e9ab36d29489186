/** The rig: how the click sounds here, what stands between it and the hits, and care of ears and hands. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { oneDecimal } from '../../text/text.ts';
import { InputChoice } from '../../parts/listening/InputChoice.tsx';
import { MicrophonePanel } from './MicrophonePanel.tsx';
import { HandsFreePanel } from './HandsFreePanel.tsx';
import { MidiOutPanel } from './MidiOutPanel.tsx';
import { MidiPanel } from './MidiPanel.tsx';
import { SimulatedPanel } from './SimulatedPanel.tsx';
import { LatencyPanel } from './LatencyPanel.tsx';
import { SoundPanel } from './SoundPanel.tsx';
import { changeOutput, isStrange, useRig } from '../../device/rig-store.ts';
import { useOutput } from '../../parts/rig-hint/useOutput.ts';
import { CARE } from '../../text/rig-words.ts';

export default function RigScreen() {
  const rig = useRig();
  const facts = useOutput();
  const output = rig.outputs.find(({ key }) => key === facts?.key);
  const others = rig.outputs.filter(({ key }) => key !== facts?.key);
  return (
    <Page title="Sound and inputs" intro="Of this device, kept in this browser.">
      {facts && isStrange(facts.key, rig) && (
        <Alert severity="warning">
          The sound goes another way than when latency was measured
          {others[0]?.name && ` (${others[0].name})`}. Measure it again here; until then nothing is taken off.
        </Alert>
      )}
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
          alignItems: 'start',
        }}
      >
        <Stack spacing={2}>
          <Panel title="What you play on">
            <Stack spacing={2}>
              <InputChoice isSetUp />
              {(rig.listensTo === 'microphone' || rig.listensTo === 'simulated microphone') && (
                <MicrophonePanel outputKey={facts?.key ?? null} />
              )}
              {rig.listensTo === 'midi' && <MidiPanel />}
              {rig.listensTo.startsWith('simulated') && <SimulatedPanel />}
            </Stack>
          </Panel>
          <Panel title="Hands free">
            <HandsFreePanel />
          </Panel>
          <Panel title="Sound of the click">
            <SoundPanel rig={rig} />
          </Panel>
          <Panel title="Care of ears and hands">
            <Stack component="ul" spacing={1} sx={{ pl: 2.5, m: 0 }}>
              {CARE.map((line) => (
                <Typography component="li" key={line}>
                  {line}
                </Typography>
              ))}
            </Stack>
          </Panel>
        </Stack>
        <Stack spacing={2}>
          <Panel title="What you listen through">
            {facts ? (
              <Stack spacing={1.5}>
                <TextField
                  label="Your name for it"
                  placeholder="Headphones, room speakers …"
                  value={output?.name ?? ''}
                  onChange={({ target }) => changeOutput(facts.key, { name: target.value })}
                  slotProps={{ htmlInput: { maxLength: 80 }, inputLabel: { shrink: true } }}
                  sx={{ maxWidth: 320 }}
                />
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  The browser says: {facts.sampleRateHz / 1000} kHz, {facts.channels} channels, the sound is
                  ready{' '}
                  {facts.baseLatencyMs === null ? 'an unknown time' : `${oneDecimal(facts.baseLatencyMs)} ms`}{' '}
                  ahead
                  {facts.outputLatencyMs ? `, and leaves ${oneDecimal(facts.outputLatencyMs)} ms later` : ''}.
                  Hits are set against the moment it leaves, so this is accounted for already.
                </Typography>
              </Stack>
            ) : (
              <Typography>This browser gives no sound. Use another one to hear clicks.</Typography>
            )}
          </Panel>
          {facts && (
            <Panel title="Latency of your input">
              <LatencyPanel outputKey={facts.key} output={output} />
            </Panel>
          )}
          <Panel title="MIDI out">
            <MidiOutPanel />
          </Panel>
          {others.length > 0 && (
            <Panel title="Other ways the sound went">
              <Stack component="ul" spacing={0.5} sx={{ pl: 2.5, m: 0 }}>
                {others.map(({ key, name, latency }) => (
                  <Typography component="li" variant="body2" key={key}>
                    {name || key}:{' '}
                    {Object.entries(latency)
                      .map(([input, value]) => `${input} ${oneDecimal(value.ms)} ms`)
                      .join(', ') || 'nothing measured'}
                  </Typography>
                ))}
              </Stack>
            </Panel>
          )}
        </Stack>
      </Box>
    </Page>
  );
}
