/** How fast a plan's record is played; its pitch stays. The tempo of the whole plan follows. */
import Typography from '@mui/material/Typography';
import { type Plan, SPEED_RANGE, planTempo } from '@feldspar/core/plan';
import { Fraction, type Tempo, tempoName } from '@feldspar/core/time';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Row } from '../../parts/layout/Row.tsx';

const PERCENTS = Array.from({ length: 15 }, (_, i) => 50 + 5 * i).filter(
  (percent) => percent >= 100 * SPEED_RANGE.min && percent <= 100 * SPEED_RANGE.max,
);

interface RecordSpeedProps {
  stored: Plan;
  speed: number;
  onChange(tempo: Tempo): void;
}

export function RecordSpeed({ stored, speed, onChange }: RecordSpeedProps) {
  const now = Math.round(100 * speed);
  const own = planTempo(stored);
  const stays = stored.record?.speed ?? 1;
  const at = (percent: number): Tempo => ({
    ...own,
    bpm: own.bpm.mul(new Fraction(percent, 100)).div(new Fraction(stays)),
  });
  const percents = PERCENTS.includes(now) ? PERCENTS : [...PERCENTS, now].sort((a, b) => a - b);
  return (
    <Row>
      <Choice
        label="Speed of the record"
        value={now}
        options={percents.map((percent) => [percent, `${percent} %`] as const)}
        onChange={(percent) => onChange(at(percent))}
        minWidth={190}
      />
      <Typography sx={{ color: 'text.secondary' }}>about {tempoName(at(now))}, at the same pitch</Typography>
    </Row>
  );
}
