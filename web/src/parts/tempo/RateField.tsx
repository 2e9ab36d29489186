/** A rate whose note is settled elsewhere: typed, stepped with the arrow keys or along the clockwork marks, tapped. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { RATE_RANGE, nextMark, rateOfFoot, readRate } from '@feldspar/core/reference';
import { Fraction, type Tempo } from '@feldspar/core/time';
import type { KeyboardEvent } from 'react';
import { NumberText } from '../fields/NumberText.tsx';
import { Row } from '../layout/Row.tsx';
import { footText } from './foot-text.ts';
import { useFootTaps } from './useFootTaps.ts';
import { useTypedRate } from './useTypedRate.ts';

type Rate = Tempo['bpm'];

export interface RateFieldProps {
  label: string;
  value: Rate;
  onChange(rate: Rate): void;
  /** Told whether the field holds a rate, so that a form can wait. */
  onValid?(valid: boolean): void;
  /** How the buttons are named: "quarter" makes "up to usual mark quarter = 104". */
  note?: string;
  /** What the rate is of, where a screen has several. */
  of?: string;
  /** Beside the number. */
  beside?: React.ReactNode;
  /** Said under the field when there is nothing wrong with what is typed. */
  remark?: string | null;
}

export const inRange = (rate: Rate) => rate.gte(RATE_RANGE.min) && rate.lte(RATE_RANGE.max);

export function RateField({ label, value, onChange, onValid, note, of, beside, remark }: RateFieldProps) {
  const field = useTypedRate({ value, read: readRate, onChange, onValid });
  const setWithin = (rate: Rate) => {
    if (inRange(rate)) field.set(rate);
  };
  const taps = useFootTaps((foot) => foot && setWithin(rateOfFoot(foot)));
  const toMark = (mark: number | null) => mark !== null && field.set(new Fraction(mark));
  const [down, up] = [nextMark(value, -1), nextMark(value, 1)];
  const step = (event: KeyboardEvent) => {
    const action = {
      ArrowUp: () => setWithin(value.add(1)),
      ArrowDown: () => setWithin(value.sub(1)),
      PageUp: () => toMark(up),
      PageDown: () => toMark(down),
    }[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  };
  const named = (text: string) => (of ? `${of}: ${text}` : text);
  const markButton = (direction: 'down' | 'up', mark: number | null) => {
    const words = mark === null ? 'no further usual mark' : `usual mark ${note ? `${note} = ` : ''}${mark}`;
    return (
      <Button
        variant="outlined"
        disabled={mark === null}
        onClick={() => toMark(mark)}
        aria-label={named(`${direction} to ${words}`)}
        title={`${direction} to ${words}`}
        sx={{ minWidth: 76, px: 1.5 }}
      >
        {direction === 'down' ? `‹ ${mark ?? '–'}` : `${mark ?? '–'} ›`}
      </Button>
    );
  };

  return (
    <Stack spacing={1} role="group" aria-label={of ?? (note ? 'Tempo' : label)}>
      <Stack direction="row" spacing={1} sx={{ alignItems: 'flex-start' }}>
        {beside}
        <NumberText
          label={named(label)}
          value={field.text}
          problem={field.problem}
          help={remark}
          onChange={field.type}
          onKeyDown={step}
        />
      </Stack>
      <Row gap={1}>
        {markButton('down', down)}
        {markButton('up', up)}
        <Button
          variant="outlined"
          aria-label={named(note ? `Tap it: ${note}` : 'Tap it')}
          {...taps.surface}
          sx={{ touchAction: 'manipulation' }}
        >
          Tap it
        </Button>
        <Typography variant="body2" role="status" sx={{ color: 'text.secondary' }}>
          {footText(taps.count, taps.foot)}
        </Typography>
      </Row>
    </Stack>
  );
}
