/** "Let a simulated player try it": a whole take at once, of a kind of player that can be chosen. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import type { Plan } from '@feldspar/core/plan';
import { simulatedTake } from '@feldspar/core/take';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { takeAt } from '../../addresses/addresses.ts';
import { Row } from '../layout/Row.tsx';
import { judgingOf } from '../../device/judging.ts';
import { finishTake } from '../../data/outbox/playing.ts';
import { ErrorNotice } from '../layout/ErrorNotice.tsx';
import { SIMULATED_PLAYERS } from './simulated-players.ts';

interface SimulatedTryProps {
  plan: Plan;
  planId: string;
  disabled?: boolean;
}

export function SimulatedTry({ plan, planId, disabled = false }: SimulatedTryProps) {
  const navigate = useNavigate();
  const [kind, setKind] = useState(1);
  const [error, setError] = useState<unknown>(null);
  const run = async () => {
    try {
      const seed = crypto.getRandomValues(new Uint32Array(1))[0];
      const take = simulatedTake({
        id: crypto.randomUUID(),
        startedAt: new Date(),
        plan,
        planId,
        playerId: null,
        traits: SIMULATED_PLAYERS[kind].traits,
        seed,
      });
      const judging = judgingOf(take.playerId);
      await finishTake(judging ? { ...take, judging } : take);
      void navigate(takeAt(take.id));
    } catch (failure) {
      setError(failure);
    }
  };
  return (
    <Stack spacing={1}>
      <Row>
        <Button variant="outlined" onClick={() => void run()} disabled={disabled}>
          Let a simulated player try it
        </Button>
        <TextField
          select
          label="Simulated player"
          value={kind}
          onChange={({ target }) => setKind(Number(target.value))}
          sx={{ minWidth: 170 }}
        >
          {SIMULATED_PLAYERS.map(({ name }, i) => (
            <MenuItem key={name} value={i}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      </Row>
      {error !== null && <ErrorNotice error={error} />}
    </Stack>
  );
}
