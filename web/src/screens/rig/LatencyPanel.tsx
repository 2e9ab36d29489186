/** The latency of each input through the sound output in use: found by tapping along or typed, dated, and forgotten again. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import Alert from '@mui/material/Alert';
import { earlyLate } from '@feldspar/core/words';
import { useEffect, useRef } from 'react';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';
import type { Typed } from '../../parts/fields/useTyped.ts';
import { longDate, oneDecimal } from '../../text/text.ts';
import {
  RIG_INPUTS,
  type Latency,
  type RigInput,
  type RigOutput,
  setLatency,
} from '../../device/rig-store.ts';
import { type TapAlong, type TapAlongResult, useTapAlong } from './useTapAlong.ts';
import { HABIT, LATENCY_TOUCHES } from '../../text/rig-words.ts';

const NAMES: Record<RigInput, string> = {
  keys: 'Keys',
  touch: 'Touch',
  pointer: 'Mouse or pen',
  midi: 'MIDI',
};

export function LatencyPanel({ outputKey, output }: { outputKey: string; output: RigOutput | undefined }) {
  const tapAlong = useTapAlong();
  return (
    <Stack spacing={2}>
      <Typography>{LATENCY_TOUCHES}</Typography>
      <Stack component="ul" spacing={1.5} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {RIG_INPUTS.map((input) => (
          <InputRow key={input} input={input} outputKey={outputKey} latency={output?.latency[input]} />
        ))}
      </Stack>
      {tapAlong.taps === null ? (
        <Button variant="outlined" onClick={tapAlong.start} sx={{ alignSelf: 'flex-start' }}>
          Tap along to measure
        </Button>
      ) : (
        <Pad tapAlong={tapAlong} taps={tapAlong.taps} />
      )}
      {tapAlong.result && <Result result={tapAlong.result} />}
      {tapAlong.error !== null && <ErrorNotice error={tapAlong.error} />}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {HABIT}
      </Typography>
    </Stack>
  );
}

interface InputRowProps {
  input: RigInput;
  outputKey: string;
  latency: Latency | undefined;
}

function InputRow({ input, outputKey, latency }: InputRowProps) {
  return (
    <Stack component="li" direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', alignItems: 'center' }}>
      <TypedField
        label={`${NAMES[input]}, ms`}
        value={latency?.ms ?? null}
        show={(ms) => (ms === null ? '' : oneDecimal(ms))}
        read={optional}
        onChange={(ms) =>
          setLatency(
            outputKey,
            input,
            ms === null ? null : { ms, how: 'typed', at: new Date().toISOString() },
          )
        }
        width={190}
      />
      <Typography variant="body2" sx={{ color: 'text.secondary', flex: '1 1 200px' }}>
        {latency ? origin(latency) : 'not known: nothing is taken off'}
      </Typography>
      {latency && (
        <Button onClick={() => setLatency(outputKey, input, null)} aria-label={`Forget ${NAMES[input]}`}>
          Forget
        </Button>
      )}
    </Stack>
  );
}

function optional(text: string): Typed<number | null> {
  return text.trim() === '' ? { value: null } : numberFrom(-500, 2000)(text);
}

function origin({ how, at, ci95, n }: Latency): string {
  if (how === 'typed') return `typed, ${longDate(at)}`;
  const range = ci95 ? ` (${oneDecimal(ci95[0])} to ${oneDecimal(ci95[1])}, ${n} taps)` : '';
  return `tapped along${range}, ${longDate(at)}; your habit is in it`;
}

function Pad({ tapAlong: { onPointer, cancel }, taps }: { tapAlong: TapAlong; taps: number }) {
  const pad = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = pad.current;
    const onDown = (event: PointerEvent) => {
      event.preventDefault();
      onPointer(event);
    };
    element?.addEventListener('pointerdown', onDown);
    return () => element?.removeEventListener('pointerdown', onDown);
  }, [onPointer]);
  return (
    <Box>
      <Box
        ref={pad}
        role="status"
        sx={{
          minHeight: 120,
          border: '2px dashed',
          borderColor: 'text.secondary',
          borderRadius: 2,
          display: 'grid',
          placeItems: 'center',
          textAlign: 'center',
          p: 2,
          userSelect: 'none',
          touchAction: 'none',
        }}
      >
        {taps === 0 ? 'Tap with every click for nine bars: here, or F, J or space.' : `${taps} of 36 taps`}
      </Box>
      <Button onClick={cancel} sx={{ mt: 1 }}>
        Cancel (Esc)
      </Button>
    </Box>
  );
}

function Result({ result }: { result: TapAlongResult }) {
  if (result.ms === null) return <Alert severity="info">{result.why}</Alert>;
  const { ms, ci95, n, input, outputKey } = result;
  return (
    <Alert
      severity="success"
      action={
        <Button
          size="small"
          onClick={() =>
            setLatency(outputKey, input, { ms, ci95, n, how: 'tapped', at: new Date().toISOString() })
          }
        >
          Take it off {NAMES[input].toLowerCase()}
        </Button>
      }
    >
      You tap {earlyLate(ms)} ({oneDecimal(ci95[0])} to {oneDecimal(ci95[1])} ms), equipment and habit
      together. Taken off, being with the click as you are now reads as on it.
    </Alert>
  );
}
