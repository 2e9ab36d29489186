/** A step of the path as a stratum: held, present with what is missing, begun, or still ahead. */
import PlayIcon from '@mui/icons-material/PlayArrow';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import type { StepStanding } from '@feldspar/core/paths';
import { rateText, tempo, tempoName } from '@feldspar/core/time';
import { hopeful, missingOf, standingWords } from '@feldspar/core/words';
import { Link } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { dayText, unbroken } from '../../text/text.ts';
import { Drill } from './Drill.tsx';

interface StratumProps {
  number: number;
  standing: StepStanding;
  /** To be worked on now. */
  present: boolean;
  /** Ticks a goal by hand; null where nobody walks the path. */
  onTick: ((goal: string, met: boolean) => void) | null;
}

export function Stratum({ number, standing, present, onTick }: StratumProps) {
  const { step, state, evidence, at, errorsMs, toleranceMs, goals } = standing;
  const asked = tempo(step.tempo.bpm, step.tempo.beat);
  const isOpen = present || state === 'begun';
  const said = tempoName(asked);
  const isOther = at !== null && !at.bpm.mul(at.beat).equals(asked.bpm.mul(asked.beat));
  // In the same note the number says enough.
  const practised = isOther
    ? `, played at ${at.beat.equals(asked.beat) ? rateText(at.bpm) : tempoName(at)}`
    : '';
  return (
    <Box
      component="li"
      aria-current={present ? 'step' : undefined}
      aria-label={`Step ${number}: ${step.title}`}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) 84px', sm: 'minmax(0, 1fr) 240px' },
        gap: { xs: 1, sm: 2 },
        alignItems: 'center',
        px: 2,
        py: present ? 2 : 1.25,
        border: present ? '2px solid' : '1px solid',
        borderColor: present ? 'primary.main' : 'divider',
        borderTopWidth: number === 1 || present ? undefined : 0,
        backgroundColor: state === 'ahead' && !present ? 'transparent' : 'background.paper',
        backgroundImage:
          state === 'ahead' && !present
            ? 'repeating-linear-gradient(135deg, var(--mui-palette-core-hatch) 0 2px, transparent 2px 9px)'
            : 'none',
      }}
    >
      <Box
        sx={
          state === 'ahead' && !present
            ? {
                bgcolor: 'background.default',
                borderRadius: 1,
                px: 1,
                py: 0.5,
                justifySelf: 'start',
              }
            : {}
        }
      >
        <Typography sx={{ fontWeight: 700, fontSize: present ? '1.15rem' : '1rem' }}>
          <Box component="span" sx={{ color: 'text.secondary', fontWeight: 500, mr: 1 }}>
            {number}
          </Box>
          <Box component={Link} to={planAt(step.planId)} sx={{ color: 'inherit', textUnderlineOffset: 3 }}>
            {step.title}
          </Box>
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {unbroken(
            `${said}${step.atTempo ? ' or faster' : ''}${practised} · ${standingWords(standing, dayText)}`,
          )}
        </Typography>
        {present && evidence && evidence.takes > 0 && state !== 'held' && hopeful(evidence) && (
          <Typography variant="body2" sx={{ color: 'primary.main', fontWeight: 600, mt: 0.5 }}>
            For the next step: {missingOf(evidence)}.
          </Typography>
        )}
        {goals.length > 0 && (isOpen || state === 'held') && (
          <Box sx={{ mt: 0.5 }}>
            {goals.map(({ goal, met }) => (
              <FormControlLabel
                key={goal.key}
                sx={{ display: 'flex', mr: 0 }}
                control={
                  <Checkbox
                    size="small"
                    checked={met}
                    disabled={goal.judged !== undefined || onTick === null}
                    onChange={({ target }) => onTick?.(goal.key, target.checked)}
                  />
                }
                label={
                  <Typography variant="body2">
                    {goal.says}
                    {goal.judged && (
                      <Box component="span" sx={{ color: 'text.secondary' }}>
                        {' '}
                        · {met ? 'ticked by your takes' : 'your takes tick it'}
                      </Box>
                    )}
                  </Typography>
                }
              />
            ))}
          </Box>
        )}
      </Box>
      <Box
        sx={{
          display: 'flex',
          flexDirection: { xs: 'column', sm: 'row' },
          justifyContent: 'flex-end',
          alignItems: 'center',
          gap: 1,
        }}
      >
        <Button
          component={Link}
          to={playAddress(step.planId, at ?? asked)}
          size="small"
          startIcon={<PlayIcon />}
          aria-label={`Play step ${number}: ${step.title}`}
          className="no-print"
          sx={{ color: present ? 'primary.main' : 'text.secondary', flex: 'none' }}
        >
          Play
        </Button>
        {errorsMs.length > 0 && toleranceMs !== null && toleranceMs > 0 && (
          <Box sx={{ width: { xs: 84, sm: 150 }, order: { xs: -1, sm: 1 } }}>
            <Drill errorsMs={errorsMs} toleranceMs={toleranceMs} height={present ? 104 : 54} />
          </Box>
        )}
      </Box>
    </Box>
  );
}
