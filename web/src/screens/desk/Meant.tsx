/** "What did they mean?": a number, its readings, and which of them a foot would tap and a hand could play. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { LIMITS, type Reading, readRate, readingsOf } from '@feldspar/core/reference';
import { type Tempo, meterName, pluralOfLength, rateText, tempoName } from '@feldspar/core/time';
import { Panel } from '../../parts/layout/Panel.tsx';
import { oneDecimal, unbroken } from '../../text/text.ts';

interface MeantProps {
  said: string;
  onSaid(text: string): void;
  /** Shows the reading on the stick. */
  onShow(reading: Reading): void;
  onSend(tempo: Tempo): void;
  /** What a tempo is sent to, by name. */
  target: string | null;
}

const COMPACT = { minHeight: 34, px: 1.5, fontSize: '0.9rem' };

const VERDICTS = {
  fits: { text: 'fits', colour: 'core.early' },
  unlikely: { text: 'unlikely', colour: 'core.late' },
  impossible: { text: 'no hand plays this', colour: 'core.player' },
} as const;

export function Meant({ said, onSaid, onShow, onSend, target }: MeantProps) {
  const typed = readRate(said);
  const readings = typed.bpm ? readingsOf(typed.bpm) : [];
  return (
    <Panel title="What did they mean?">
      <TextField
        label="Somebody said"
        placeholder="200"
        value={said}
        error={said !== '' && typed.problem !== undefined}
        helperText={said === '' ? 'A number without its note, as one hears it.' : typed.problem}
        onChange={({ target: field }) => onSaid(field.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        sx={{ width: '100%', maxWidth: 300 }}
      />
      <Box component="ul" aria-label="Readings" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
        {readings.map((reading) => (
          <ReadingRow
            key={`${reading.click.beat.toFraction()} ${reading.tune.fastest.toFraction()}`}
            reading={reading}
            onShow={() => onShow(reading)}
            onSend={() => onSend(reading.foot)}
            target={target}
          />
        ))}
      </Box>
      {readings.length > 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
          A foot taps roughly {LIMITS.footPerMinute.min} to {LIMITS.footPerMinute.max} a minute; hands rarely
          pass {LIMITS.handsPerSecond} notes a second (common practice). Only the one who said it knows.
        </Typography>
      )}
    </Panel>
  );
}

interface ReadingRowProps {
  reading: Reading;
  target: string | null;
  onShow(): void;
  onSend(): void;
}

function ReadingRow({ reading, target, onShow, onSend }: ReadingRowProps) {
  const { click, tune, foot, fastestPerSecond, verdict, objections } = reading;
  const fits = verdict === 'fits';
  const title = `${rateText(click.bpm)} = ${pluralOfLength(click.beat)} of a tune in ${pluralOfLength(tune.fastest)}`;
  return (
    <Box component="li" sx={{ borderTop: '1px solid', borderColor: 'divider', py: 1 }}>
      <Stack direction="row" spacing={1} sx={{ justifyContent: 'space-between', alignItems: 'baseline' }}>
        <Typography sx={{ fontWeight: 600, color: fits ? 'text.primary' : 'text.secondary' }}>
          {title}
        </Typography>
        <Typography
          variant="body2"
          sx={{ fontWeight: 700, color: VERDICTS[verdict].colour, whiteSpace: 'nowrap' }}
        >
          {VERDICTS[verdict].text}
        </Typography>
      </Stack>
      <Typography variant="body2" sx={{ color: fits ? 'text.primary' : 'text.secondary' }}>
        {meterName(tune.meter)}, foot on {unbroken(tempoName(foot))}, {oneDecimal(fastestPerSecond.valueOf())}{' '}
        notes a second
        {objections.length > 0 && `: ${objections.map(({ message }) => message).join('; ')}`}
      </Typography>
      {fits && (
        <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap', mt: 0.5 }}>
          <Button
            size="small"
            sx={COMPACT}
            variant="outlined"
            onClick={onShow}
            aria-label={`Show on the stick: ${title}`}
          >
            Show
          </Button>
          {target && (
            <Button
              size="small"
              sx={COMPACT}
              variant="outlined"
              onClick={onSend}
              aria-label={`Send ${tempoName(foot)} to ${target}: ${title}`}
            >
              Send {tempoName(foot)}
            </Button>
          )}
        </Stack>
      )}
    </Box>
  );
}
