/** A path of one's own being changed: what it is called and for, its steps in order, what must hold, small goals. Kept as it is typed. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import {
  FEWEST_DAYS,
  type GOAL_KINDS,
  type Goal,
  MOST_STEPS,
  type Path,
  type PathStep,
} from '@feldspar/core/paths';
import { tempo } from '@feldspar/core/time';
import { useState } from 'react';
import { Link, Navigate, useParams } from 'react-router';
import { pathAt } from '../../addresses/addresses.ts';
import { savePath } from '../../data/changes.ts';
import { usePath } from '../../data/hooks.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { undoable } from '../../parts/actions/undoable.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { AddStep } from './AddStep.tsx';
import { freshKey, moved, withStep, withoutStep } from './edit-path.ts';

export default function EditPath() {
  const { id = '' } = useParams();
  const found = usePath(id);
  // A ready path is made one's own on its page.
  if (found.data?.ready) return <Navigate to={pathAt(id)} replace />;
  if (found.data) return <Editor key={id} id={id} kept={found.data.path} />;
  if (!found.missing && found.error === undefined) return <ScreenSkeleton />;
  return <NotShown what="path" error={found.error} />;
}

function Editor({ id, kept }: { id: string; kept: Path }) {
  const [path, setPath] = useState(kept);
  const change = (next: Path) => {
    setPath(next);
    // A title that is being emptied is kept once there is one.
    if (next.title.trim() !== '') void savePath(id, next);
  };
  const remove = (step: PathStep) =>
    void undoable({
      said: `Taken out: ${step.title}`,
      run: async () => change(withoutStep(path, step.key)),
      undo: async () => change(path),
      alone: true,
    });
  return (
    <Page
      title="Change the path"
      intro="What you change is kept at once. Where people stand follows from their takes, whatever is changed here."
      actions={
        <Button variant="contained" component={Link} to={pathAt(id)}>
          Done
        </Button>
      }
    >
      <Stack spacing={2} sx={{ maxWidth: 720 }}>
        <TextField
          label="Title"
          value={path.title}
          error={path.title.trim() === ''}
          helperText={path.title.trim() === '' ? 'Give the path a title.' : undefined}
          onChange={({ target }) => change({ ...path, title: target.value.slice(0, 160) })}
        />
        <TextField
          label="What it is for"
          value={path.purpose}
          multiline
          onChange={({ target }) => change({ ...path, purpose: target.value.slice(0, 600) })}
        />
      </Stack>
      <Box component="ol" aria-label="Steps" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 2 }}>
        {path.steps.map((step, i) => (
          <Box component="li" key={step.key}>
            <StepEditor
              step={step}
              number={i + 1}
              last={i === path.steps.length - 1}
              alone={path.steps.length === 1}
              onChange={(next) => change(withStep(path, next))}
              onMove={(by) => change(moved(path, step.key, by))}
              onRemove={() => remove(step)}
            />
          </Box>
        ))}
      </Box>
      {path.steps.length < MOST_STEPS && (
        <AddStep
          onAdd={(step) =>
            change({ ...path, steps: [...path.steps, { key: freshKey(path.steps), ...step }] })
          }
        />
      )}
    </Page>
  );
}

interface StepEditorProps {
  step: PathStep;
  number: number;
  last: boolean;
  alone: boolean;
  onChange(step: PathStep): void;
  onMove(by: -1 | 1): void;
  onRemove(): void;
}

const readDays = wholeFrom(1, 14);

function StepEditor({ step, number, last, alone, onChange, onMove, onRemove }: StepEditorProps) {
  const { title, goals = [] } = step;
  const of = `Step ${number}`;
  const goal = (at: number, next: Goal) =>
    onChange({ ...step, goals: goals.map((one, i) => (i === at ? next : one)) });
  return (
    <Panel title={`${number}  ${title}`}>
      <Row>
        <TempoField
          of={of}
          value={tempo(step.tempo.bpm, step.tempo.beat)}
          onChange={({ bpm, beat }) =>
            onChange({
              ...step,
              tempo: {
                bpm: bpm.d === 1n ? Number(bpm.valueOf()) : bpm.toFraction(),
                beat: beat.toFraction(),
              },
            })
          }
        />
        <TypedField
          label="On so many days"
          value={step.days ?? FEWEST_DAYS}
          show={String}
          read={readDays}
          onChange={(days) => onChange({ ...step, days })}
          width={150}
        />
        <FormControlLabel
          control={
            <Checkbox
              checked={step.atTempo === true}
              onChange={({ target }) => onChange({ ...step, atTempo: target.checked })}
            />
          }
          label="Must hold at this tempo"
        />
      </Row>
      <Box sx={{ mt: 1.5 }}>
        {goals.map((one, i) => (
          <GoalEditor
            key={one.key}
            goal={one}
            of={`${of}, goal ${i + 1}`}
            onChange={(next) => goal(i, next)}
            onRemove={() => onChange({ ...step, goals: goals.filter((_, at) => at !== i) })}
          />
        ))}
      </Box>
      <Row>
        {goals.length < 8 && (
          <Button
            onClick={() =>
              onChange({ ...step, goals: [...goals, { key: freshKey(goals), says: 'Count aloud' }] })
            }
          >
            Add a small goal
          </Button>
        )}
        <Button disabled={number === 1} onClick={() => onMove(-1)} aria-label={`${of}: earlier`}>
          Earlier
        </Button>
        <Button disabled={last} onClick={() => onMove(1)} aria-label={`${of}: later`}>
          Later
        </Button>
        <Button disabled={alone} onClick={onRemove} aria-label={`${of}: take out`}>
          Take out
        </Button>
      </Row>
    </Panel>
  );
}

const BY_HAND = 'by hand';
const JUDGED: [(typeof GOAL_KINDS)[number] | typeof BY_HAND, string][] = [
  [BY_HAND, 'ticked by hand'],
  ['takes', 'takes played through'],
  ['minutes', 'minutes on this step'],
  ['spread', 'spread, at most so many ms'],
  ['alone', 'beats held alone'],
];
const USUAL = { takes: 3, minutes: 10, spread: 20, alone: 8 } as const;
const readValue = wholeFrom(1, 10_000);

interface GoalEditorProps {
  goal: Goal;
  of: string;
  onChange(goal: Goal): void;
  onRemove(): void;
}

function GoalEditor({ goal, of, onChange, onRemove }: GoalEditorProps) {
  const { key, says, judged } = goal;
  return (
    <Box sx={{ mb: 1 }}>
      <Row>
        <TypedField
          label={of}
          value={says}
          show={(text) => text}
          read={(text) =>
            text.trim() === '' ? { problem: 'Say what the goal is.' } : { value: text.slice(0, 160) }
          }
          onChange={(text) => onChange({ ...goal, says: text })}
          width={280}
        />
        <Choice
          label={`${of}: how it is judged`}
          value={judged?.by ?? BY_HAND}
          options={JUDGED}
          onChange={(by) =>
            onChange(by === BY_HAND ? { key, says } : { key, says, judged: { by, value: USUAL[by] } })
          }
          minWidth={220}
        />
        {judged && (
          <TypedField
            label={`${of}: how much`}
            value={judged.value}
            show={String}
            read={readValue}
            onChange={(value) => onChange({ ...goal, judged: { ...judged, value } })}
            width={140}
          />
        )}
        <Button onClick={onRemove} aria-label={`${of}: remove`}>
          Remove
        </Button>
      </Row>
    </Box>
  );
}
