/** Gives work: what, to whom, at which tempo, how often, by when, and why. Also what was given is changed here. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import { type Assignment, assignmentSchema } from '@feldspar/core/people';
import { READY_PATHS } from '@feldspar/core/paths';
import { LADDER_PLANS } from '@feldspar/core/practice';
import { fieldProblems } from '@feldspar/core/plan';
import { tempo } from '@feldspar/core/time';
import type { Player } from '@feldspar/core/wire';
import { useState } from 'react';
import { saveAssignment } from '../../data/changes.ts';
import { useAgendas, useKeptPaths, usePlans, usePlayers } from '../../data/hooks.ts';
import { todayHere } from '../../text/people-text.ts';
import { Choice } from '../fields/Choice.tsx';
import { TypedField, wholeFrom } from '../fields/TypedField.tsx';
import { Row } from '../layout/Row.tsx';
import { classesOf } from '../people/profile.ts';
import { TempoField } from '../tempo/TempoField.tsx';
import { type Draft, type WorkChoice, type WorkKind, assignmentOf, draftOf } from './draft.ts';

interface GiveWorkProps {
  /** Chosen already. */
  to?: readonly string[];
  /** What was given, to be changed. */
  given?: { id: string; document: Assignment };
  onClose(): void;
  onGiven?(id: string): void;
}

const KINDS: readonly (readonly [WorkKind, string])[] = [
  ['plan', 'a plan or count sheet'],
  ['step', 'a step of a path'],
  ['agenda', 'an agenda'],
];
const EVERY = [
  ['once', 'this once'],
  ['day', 'each day anew'],
  ['week', 'each week anew'],
] as const;

export default function GiveWork({ to = [], given, onClose, onGiven }: GiveWorkProps) {
  const [draft, setDraft] = useState(() => draftOf(given?.document ?? null, to, todayHere()));
  const [problems, setProblems] = useState<{ path: string; message: string }[]>([]);
  const here = (usePlayers().data?.items ?? []).filter(({ profile }) => profile.archived !== true);
  const choices = useChoices(draft);
  const say = (part: Partial<Draft>) => {
    setProblems([]);
    setDraft({ ...draft, ...part });
  };
  const give = async () => {
    const made = assignmentOf(draft, choices);
    const checked = assignmentSchema.safeParse(made);
    if (!checked.success) return setProblems(fieldProblems(checked.error));
    const id = given?.id ?? crypto.randomUUID();
    await saveAssignment(id, checked.data);
    onGiven?.(id);
    onClose();
  };
  const problemOf = (path: string) => problems.find((one) => one.path.startsWith(path))?.message;
  return (
    <Dialog open onClose={onClose} aria-labelledby="give-work" fullWidth maxWidth="sm">
      <DialogTitle id="give-work">{given ? 'Change this work' : 'Give work'}</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          <ToField
            players={here}
            draft={draft}
            problem={problemOf('to')}
            onChange={(names) => say({ to: names })}
          />
          <Row>
            <Choice
              label="What"
              value={draft.kind}
              options={KINDS}
              onChange={(kind) => say({ kind, what: '' })}
              minWidth={200}
            />
            <TextField
              select
              label={draft.kind === 'plan' ? 'Plan' : draft.kind === 'step' ? 'Step' : 'Agenda'}
              value={choices.some(({ key }) => key === draft.what) ? draft.what : ''}
              error={problemOf('work') !== undefined}
              helperText={problemOf('work') && 'Choose what is to be practised.'}
              onChange={({ target }) => {
                const chosen = choices.find(({ key }) => key === target.value);
                say({ what: target.value, tempo: chosen?.tempo ?? null });
              }}
              sx={{ minWidth: 240, flexGrow: 1 }}
            >
              {choices.map(({ key, title }) => (
                <MenuItem key={key} value={key}>
                  {title}
                </MenuItem>
              ))}
            </TextField>
          </Row>
          {draft.kind !== 'agenda' && draft.tempo && (
            <Row>
              <FormControlLabel
                control={<Switch checked={draft.atTempo} onChange={(_, atTempo) => say({ atTempo })} />}
                label="At this tempo"
              />
              {draft.atTempo && (
                <TempoField
                  value={tempo(draft.tempo.bpm, draft.tempo.beat)}
                  onChange={(at) => say({ tempo: { bpm: at.bpm.toFraction(), beat: at.beat.toFraction() } })}
                />
              )}
            </Row>
          )}
          <Row align="flex-start">
            <TypedField
              label="How often"
              value={draft.times}
              show={String}
              read={wholeFrom(1, 60)}
              onChange={(times) => say({ times })}
              help={draft.kind === 'agenda' ? 'sessions' : 'takes'}
            />
            <Choice
              label="It counts"
              value={draft.every}
              options={EVERY}
              onChange={(every) => say({ every })}
            />
            <TextField
              type="date"
              label={draft.every === 'once' ? 'By' : 'Until'}
              value={draft.by}
              onChange={({ target }) => say({ by: target.value })}
              error={problemOf('by') !== undefined}
              helperText={problemOf('by') ?? 'may stay empty'}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          </Row>
          <TextField
            label="Why, in a line"
            value={draft.why}
            onChange={({ target }) => say({ why: target.value.slice(0, 300) })}
          />
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={() => void give()}>
          {given ? 'Save' : 'Give it'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

interface ToFieldProps {
  players: readonly Player[];
  draft: Draft;
  problem: string | undefined;
  onChange(to: string[]): void;
}

/** Players and classes, several of each. */
function ToField({ players, draft, problem, onChange }: ToFieldProps) {
  const groups = classesOf(players);
  const options = [
    ...groups.map((group) => [`class ${group}`, `Class: ${group}`] as const),
    ...players.map(({ id, name }) => [id, name] as const),
  ];
  return (
    <TextField
      select
      label="For"
      value={draft.to.filter((one) => options.some(([key]) => key === one))}
      onChange={({ target }) => onChange(target.value as unknown as string[])}
      error={problem !== undefined}
      helperText={problem && 'Say who it is for.'}
      slotProps={{
        select: {
          multiple: true,
          renderValue: (chosen) =>
            (chosen as string[]).map((one) => options.find(([key]) => key === one)?.[1] ?? '').join(', '),
        },
      }}
    >
      {options.map(([key, name]) => (
        <MenuItem key={key} value={key}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** What can be given of the chosen kind. */
function useChoices({ kind }: Draft): WorkChoice[] {
  const plans = usePlans().data?.items ?? [];
  const paths = useKeptPaths().data?.items ?? [];
  const agendas = useAgendas().data?.items ?? [];
  if (kind === 'plan') {
    const all = plans.map(({ id, title, tempo: at }) => ({ id, title, at }));
    const sheets = LADDER_PLANS.map(({ id, plan }) => ({
      id,
      title: `Count sheet: ${plan.title}`,
      at: plan.sections[0].tempo,
    }));
    return [...all, ...sheets].map(({ id, title, at }) => ({
      key: id,
      title,
      planId: id,
      path: null,
      tempo: at,
    }));
  }
  if (kind === 'agenda')
    return agendas.map(({ id, document }) => ({
      key: id,
      title: document.title,
      planId: null,
      path: null,
      tempo: null,
    }));
  const all = [
    ...paths.map(({ id, document }) => ({ id, path: document })),
    ...READY_PATHS.map(({ id, path }) => ({ id, path })),
  ];
  return all.flatMap(({ id, path }) =>
    path.steps.map((step, i) => ({
      key: `${id} ${step.key}`,
      title: `${path.title}, ${i + 1}: ${step.title}`,
      planId: step.planId,
      path: { id, step: step.key },
      tempo: step.tempo,
    })),
  );
}
