/** An own plan made of this one: as it is, or harder in one step. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { type Plan, compile, planTempo } from '@feldspar/core/plan';
import { THINNINGS } from '@feldspar/core/practice';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import { tempoQuery } from '../screens/play-address.ts';

const LONGEST_TITLE = 160;
/** Bars of each step. */
const STEP_BARS = 4;

export function MakeOwn({ plan, disabled }: { plan: Plan; disabled: boolean }) {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { enqueueSnackbar } = useSnackbar();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const keep = async (make: () => Plan) => {
    setAnchor(null);
    const id = crypto.randomUUID();
    try {
      const own = make();
      compile(own);
      await request('PUT', `/plans/${id}`, own);
      void mutate('/plans');
      await navigate(`/plans/${id}`);
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  const copy = () => ({ ...plan, title: `${plan.title}, mine`.slice(0, LONGEST_TITLE) });
  return (
    <>
      <Button variant="outlined" color="inherit" disabled={disabled} onClick={() => void keep(copy)}>
        Make it my own
      </Button>
      <Button
        variant="outlined"
        color="inherit"
        disabled={disabled}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Make it harder
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {THINNINGS.map((thinning) => (
          <MenuItem key={thinning.name} onClick={() => void keep(() => thinning.apply(plan, STEP_BARS))}>
            <Box>
              {thinning.name}
              <Typography variant="body2" sx={{ color: 'text.secondary', whiteSpace: 'normal' }}>
                {thinning.does}
              </Typography>
            </Box>
          </MenuItem>
        ))}
        <MenuItem component={Link} to={`/desk/steps?${tempoQuery(planTempo(plan))}`}>
          <Box>
            At a row of tempos
            <Typography variant="body2" sx={{ color: 'text.secondary', whiteSpace: 'normal' }}>
              the same plan again and again, in steps
            </Typography>
          </Box>
        </MenuItem>
      </Menu>
    </>
  );
}
