/** Which clicks of a section are left out. */
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Silence, silenceWords } from '@feldspar/core/plan';
import { Row } from '../../parts/layout/Row.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, numberFrom, wholeFrom } from '../../parts/fields/TypedField.tsx';
import type { Typed } from '../../parts/fields/useTyped.ts';

type Kind = 'none' | 'runs' | 'pattern' | 'chance' | 'fade';

const KINDS: readonly (readonly [Kind, string])[] = [
  ['none', 'none'],
  ['runs', 'some bars sound, some are silent'],
  ['pattern', 'bar by bar'],
  ['chance', 'by chance'],
  ['fade', 'softer or louder each bar'],
];

const USUAL: Record<Kind, Silence | undefined> = {
  none: undefined,
  runs: { sound: 2, silent: [1, 2] },
  pattern: { bars: 'xxxo' },
  chance: { dropChance: 0.25, seed: 1 },
  fade: { fadeDb: -3 },
};

function kindOf(silence: Silence | undefined): Kind {
  if (!silence) return 'none';
  if (silence.sound !== undefined) return 'runs';
  if (silence.bars !== undefined) return 'pattern';
  return silence.dropChance === undefined ? 'fade' : 'chance';
}

interface SilenceCardProps {
  silence: Silence | undefined;
  /** @param field which blank is being filled; none when it becomes another kind. */
  onChange(silence: Silence | undefined, field?: string): void;
}

export function SilenceCard({ silence, onChange }: SilenceCardProps) {
  const kind = kindOf(silence);
  const set = (change: Partial<Silence>, field: string) => onChange({ ...silence, ...change }, field);
  return (
    <Stack spacing={1.5}>
      <Row align="flex-start">
        <Choice
          label="Clicks fall silent"
          value={kind}
          options={KINDS}
          onChange={(next) => onChange(USUAL[next])}
          minWidth={230}
        />
        {silence?.sound !== undefined && (
          <>
            <TypedField
              label="Bars with it"
              value={silence.sound}
              show={String}
              read={wholeFrom(0, 1000)}
              onChange={(sound) => set({ sound }, 'sound')}
            />
            <TypedField
              label="then without"
              value={[silence.silent ?? 1].flat()}
              show={(bars) => bars.join(', ')}
              read={readRuns}
              onChange={(silent) => set({ silent }, 'silent')}
              help="a list runs through once, its last number stays"
              width={230}
            />
          </>
        )}
        {silence?.bars !== undefined && (
          <TypedField
            label="Bars, x with and o without"
            value={silence.bars}
            show={(bars) => bars}
            read={(text) =>
              /^[xo]{1,256}$/.test(text.trim())
                ? { value: text.trim() }
                : { problem: 'Write x for a bar with the click, o for one without.' }
            }
            onChange={(bars) => set({ bars }, 'bars')}
            width={230}
          />
        )}
        {silence?.dropChance !== undefined && (
          <>
            <TypedField
              label="Left out, of 100"
              value={Math.round(100 * silence.dropChance)}
              show={String}
              read={wholeFrom(0, 100)}
              onChange={(percent) => set({ dropChance: percent / 100 }, 'dropChance')}
              width={140}
            />
            <TypedField
              label="Throw of the dice"
              value={silence.seed ?? 1}
              show={String}
              read={wholeFrom(0, 999_999)}
              onChange={(seed) => set({ seed }, 'seed')}
              help="the same number, the same clicks"
              width={210}
            />
          </>
        )}
        {silence?.fadeDb !== undefined && (
          <TypedField
            label="dB each bar"
            value={silence.fadeDb}
            show={String}
            read={numberFrom(-60, 60)}
            onChange={(fadeDb) => set({ fadeDb }, 'fadeDb')}
            help="below zero it goes, above zero it comes"
            width={230}
          />
        )}
      </Row>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {silenceWords(silence)}
      </Typography>
    </Stack>
  );
}

function readRuns(text: string): Typed<number[]> {
  const runs = text.split(/[\s,]+/).filter(Boolean);
  const good =
    runs.length > 0 &&
    runs.length <= 256 &&
    runs.every((run) => /^\d{1,4}$/.test(run) && Number(run) <= 1000);
  return good ? { value: runs.map(Number) } : { problem: 'Type bars like 1, 2, 3.' };
}
