/** Chooses where tempos are sent: one of the plans, or one of the last takes. */
import ListSubheader from '@mui/material/ListSubheader';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { comparableName, tempo, tempoName } from '@feldspar/core/time';
import { useLatestTakes, usePlans } from '../../data/hooks.ts';
import type { TakeItem } from '@feldspar/core/wire';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { shortDate } from '../../text/text.ts';
import type { Target } from './target.ts';

const MOST_TAKES = 8;

interface SendToProps {
  target: Target | null;
  onChange(target: Target): void;
}

/** The plans and takes on offer, and the one that is chosen. */
export function useTargets(target: Target | null) {
  const plans = usePlans().data?.items ?? [];
  const takes = useLatestTakes(useCurrentPlayerId(), MOST_TAKES).data?.items ?? [];
  const plan = target?.kind === 'plan' ? plans.find(({ id }) => id === target.id) : undefined;
  const take = target?.kind === 'take' ? takes.find(({ id }) => id === target.id) : undefined;
  const chosen: Target | null = target ?? (plans[0] ? { kind: 'plan', id: plans[0].id } : null);
  // A placement or an older take stands in no list; it is still where the tempo goes.
  const name =
    target?.kind === 'take'
      ? `the take of ${take ? shortDate(take.startedAt) : 'the log'}`
      : target
        ? (plan?.title ?? 'the plan you came from')
        : plans[0]?.title;
  return { plans, takes, chosen, name: name ?? null };
}

export function SendTo({ target, onChange }: SendToProps) {
  const { plans, takes, chosen } = useTargets(target);
  if (!chosen) return null;
  const known =
    chosen.kind === 'plan'
      ? plans.some(({ id }) => id === chosen.id)
      : takes.some(({ id }) => id === chosen.id);
  return (
    <TextField
      select
      label="A tempo goes to"
      value={`${chosen.kind} ${chosen.id}`}
      onChange={({ target: { value } }) => {
        const [kind, id] = value.split(' ');
        onChange({ kind: kind as Target['kind'], id });
      }}
      sx={{ minWidth: 220, maxWidth: '100%' }}
    >
      <ListSubheader>a plan, ready to play</ListSubheader>
      {plans.map((plan) => (
        <MenuItem key={plan.id} value={`plan ${plan.id}`}>
          {plan.title}
          {plan.tempo && `, ${tempoName(tempo(plan.tempo.bpm, plan.tempo.beat))}`}
        </MenuItem>
      ))}
      {takes.length > 0 && <ListSubheader>a take in the log: what its tempo really was</ListSubheader>}
      {takes.map((take) => (
        <MenuItem key={take.id} value={`take ${take.id}`}>
          {shortDate(take.startedAt)}: {take.title}, {takeName(take)}
        </MenuItem>
      ))}
      {!known && (
        <MenuItem value={`${chosen.kind} ${chosen.id}`}>
          {chosen.kind === 'plan' ? 'the plan you came from' : 'the take you came from'}
        </MenuItem>
      )}
    </TextField>
  );
}

function takeName({ tempo: written, trueTempo }: TakeItem): string {
  const at = trueTempo ?? written;
  return at ? comparableName(tempo(at.bpm, at.beat)) : 'not readable';
}
