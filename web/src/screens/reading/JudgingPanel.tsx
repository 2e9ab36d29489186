/** How a take is judged: what counts as one sound, and where the player means to be. The figures follow at once. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Take } from '@feldspar/core/take';
import type { Meter } from '@feldspar/core/time';
import { type Judging, LEVELS, type Level } from '@feldspar/core/timing';
import { Row } from '../../parts/layout/Row.tsx';
import { judgingOf, setJudgingOf } from '../../device/judging.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { PlacesField } from '../../parts/fields/PlacesField.tsx';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';
import { useKeptChange } from './useKeptChange.ts';
import { say } from '../../parts/actions/say.ts';

const PERCENT = 'percent';
const CHOICES: [Level | typeof PERCENT, string][] = [
  ['beginner', `± ${LEVELS.beginner.hitMs} ms (beginner)`],
  ['usual', `± ${LEVELS.usual.hitMs} ms (usual)`],
  ['advanced', `± ${LEVELS.advanced.hitMs} ms (advanced)`],
  [PERCENT, 'a part of the beat'],
];
const USUAL_PERCENT = 5;
const USUAL_OFFSET_MS = 15;

export function JudgingPanel({ take, meter }: { take: Take; meter: Meter }) {
  const { value, change: keep, state } = useKeptChange<Judging | null>(take, 'judging', take.judging ?? null);
  const judging = value ?? {};
  const { tolerance, intended } = judging;
  const percent = tolerance && 'percent' in tolerance ? tolerance.percent : null;
  const level = tolerance && 'level' in tolerance ? tolerance.level : 'usual';

  const change = (next: Judging) => keep(next.tolerance || next.intended ? next : null);
  const late = (intended?.offsetMs ?? USUAL_OFFSET_MS) >= 0;
  const sizeMs = Math.abs(intended?.offsetMs ?? USUAL_OFFSET_MS);
  const intend = (offsetMs: number) =>
    intended && change({ ...judging, intended: { ...intended, offsetMs } });
  const keptForNext = JSON.stringify(judgingOf(take.playerId)) === JSON.stringify(take.judging ?? null);

  return (
    <Stack spacing={2}>
      <Row>
        <Choice
          label="One sound is within"
          value={percent === null ? level : PERCENT}
          options={CHOICES}
          onChange={(value) =>
            change({
              ...judging,
              tolerance:
                value === PERCENT
                  ? { percent: USUAL_PERCENT }
                  : value === 'usual'
                    ? undefined
                    : { level: value },
            })
          }
          minWidth={210}
        />
        {percent !== null && (
          <TypedField
            label="Percent of the beat"
            value={percent}
            show={String}
            read={numberFrom(0.5, 25)}
            onChange={(value) => change({ ...judging, tolerance: { percent: value } })}
            width={160}
          />
        )}
      </Row>
      <Row>
        <PlacesField
          label="Played early or late on purpose"
          value={intended?.at ?? []}
          meter={meter}
          orNone
          help="Places of the bar, like 2, 4; empty: nothing"
          onChange={(at) =>
            change({
              ...judging,
              intended: at.length > 0 ? { offsetMs: late ? sizeMs : -sizeMs, at } : undefined,
            })
          }
        />
        {intended && (
          <>
            <TypedField
              label="By, in ms"
              value={sizeMs}
              show={String}
              read={numberFrom(0, 200)}
              onChange={(value) => intend(late ? value : -value)}
              width={100}
            />
            <Choice
              label="To which side"
              value={late ? 'late' : 'early'}
              options={[
                ['late', 'late: laid back'],
                ['early', 'early: pushed'],
              ]}
              onChange={(side) => intend(side === 'late' ? sizeMs : -sizeMs)}
            />
          </>
        )}
      </Row>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Spread, steadiness and holding are judged against where you mean to be; early and late stay what they
        were.
      </Typography>
      {!keptForNext && (
        <Button
          variant="outlined"
          sx={{ alignSelf: 'flex-start' }}
          onClick={() => {
            setJudgingOf(take.playerId, take.judging ?? null);
            say('The next takes on this device are judged like this one.');
          }}
        >
          Judge the next takes like this
        </Button>
      )}
      {typeof state === 'object' && (
        <Alert severity="warning">Kept in this browser, not saved yet: {state.failed}</Alert>
      )}
    </Stack>
  );
}
