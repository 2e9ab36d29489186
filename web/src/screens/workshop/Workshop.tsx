/** The workshop: a plan is built, seen and heard while it is built. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import GlobalStyles from '@mui/material/GlobalStyles';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  type Plan,
  type Section,
  type Timeline,
  compile,
  problemWords,
  whereabouts,
} from '@feldspar/core/plan';
import { useMemo, useState } from 'react';
import { Navigate, useParams } from 'react-router';
import { workshopAt } from '../../addresses/addresses.ts';
import { useStable } from '../../parts/actions/useStable.ts';
import { useKeysOf } from '../../parts/keeping/useKeysOf.ts';
import { type Heard, useLoop } from '../../sound/useLoop.ts';
import { beginDraft } from '../../data/drafts.ts';
import { NEW_SECTION, copyOf } from '../../data/new-plan.ts';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { PlanHead } from './PlanHead.tsx';
import { SectionEditor } from './SectionEditor.tsx';
import { SectionTools } from './SectionTools.tsx';
import { Sections } from './Sections.tsx';
import { inPlaceOf, moved, withSection } from '../../data/edits.ts';
import { useKeeping } from '../../parts/keeping/useKeeping.ts';
import { type OwnPlan, useOwnPlan } from '../../parts/keeping/useOwnPlan.ts';
import { useWorkshop } from '../../parts/keeping/useWorkshop.ts';
import { say } from '../../parts/actions/say.ts';

/** Finds the plan: in this browser when it is not saved, else on the server. Ready plans are built on as a copy. */
export default function Workshop() {
  const { id } = useParams();
  return <Found key={id} id={id!} />;
}

function Found({ id }: { id: string }) {
  const { found, error } = useOwnPlan(id);
  if (error) return <NotShown what="plan" error={error} />;
  if (!found) return <ScreenSkeleton />;
  if (found.ready) return <Copying plan={found.start} />;
  return <Building id={id} {...found} />;
}

/** Goes on with a copy, begun once. */
function Copying({ plan }: { plan: Plan }) {
  const [id] = useState(() => beginDraft(copyOf(plan)));
  return <Navigate to={workshopAt(id)} replace />;
}

function Building({ id, start, onServer, on }: OwnPlan & { id: string }) {
  const workshop = useWorkshop(id, start, onServer, on);
  const { plan, timeline, problems } = workshop;
  // What is changed here no longer follows from a count sheet.
  const change: typeof workshop.change = (next, name) =>
    workshop.change({ ...next, sheet: undefined } as Plan, name);
  const { save, discard, saveAndGo } = useKeeping(id, workshop, onServer, workshopAt(id));
  const [chosen, setChosen] = useState(0);
  const index = Math.min(chosen, plan.sections.length - 1);
  const section = plan.sections[index];
  const alone = useMemo(() => sectionTimeline(section, plan.record), [section, plan.record]);
  const faulty = useMemo(
    () => new Set(problems.flatMap(({ path }) => whereabouts(path).section ?? [])),
    [problems],
  );

  const sectionKeys = useKeysOf(plan.sections);
  const [hearing, setHearing] = useState<'section' | 'plan' | null>(null);
  const heard = useMemo<Heard | null>(() => {
    if (hearing === 'section') return alone && { what: `section ${index}`, timeline: alone, loop: true };
    return hearing === 'plan' && timeline ? { what: 'plan', timeline, loop: false } : null;
  }, [hearing, alone, timeline, index]);
  const heardAt = useLoop(heard, (error) => {
    setHearing(null);
    if (error) say((error as Error).message, { variant: 'error' });
  });
  const firstBarS = timeline?.bars.find((bar) => bar.section === index && bar.kind === 'play')?.startS ?? 0;
  /** Within the section. */
  const position = useStable(() => {
    const at = heardAt();
    return at === null || hearing === 'section' ? at : at - firstBarS;
  });
  const changeSection = useStable((next: Partial<Section>, field?: string) =>
    change(withSection(plan, index, next), field),
  );
  const move = useStable((from: number, to: number) => {
    change(moved(plan, from, to));
    setChosen(to);
  });
  const add = useStable(() => {
    // It goes on as the last one does: same meter, same tempo.
    const { meter, tempo } = plan.sections[plan.sections.length - 1];
    change(inPlaceOf(plan, plan.sections.length, [{ ...NEW_SECTION, meter, tempo }]));
    setChosen(plan.sections.length);
  });

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1180 }}>
      {/* What the keyboard reaches must not end up behind the facts. */}
      <GlobalStyles styles={{ html: { scrollPaddingTop: 96 } }} />
      <PlanHead
        workshop={{ ...workshop, change }}
        hearing={hearing}
        onHear={setHearing}
        canHear={{ section: alone !== null, plan: timeline !== null }}
        onSave={() => void save()}
        onDiscard={discard}
        onPlan={() => void saveAndGo()}
      />
      {problems.length > 0 && (
        <Alert severity="error" variant="outlined" aria-label="What is wrong">
          <Typography sx={{ fontWeight: 700 }}>It cannot be saved or heard as it is.</Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {problems.slice(0, 12).map((problem, i) => (
              <li key={i}>
                {problemWords(problem)}.{' '}
                {whereabouts(problem.path).section !== null && (
                  <Button
                    size="small"
                    onClick={() => setChosen(whereabouts(problem.path).section!)}
                    sx={{ minHeight: 32, py: 0, textDecoration: 'underline' }}
                  >
                    Go there
                  </Button>
                )}
              </li>
            ))}
          </Box>
        </Alert>
      )}
      <Sections
        sections={plan.sections}
        chosen={index}
        faulty={faulty}
        onChoose={setChosen}
        onMove={move}
        onAdd={add}
      />
      <SectionTools
        plan={plan}
        index={index}
        faulty={problems.length > 0}
        onChange={(next, nextChosen) => {
          change(next);
          setChosen(nextChosen);
        }}
      />
      <SectionEditor
        key={sectionKeys[index]}
        section={section}
        index={index}
        timeline={alone}
        onChange={changeSection}
        playing={hearing !== null}
        position={position}
      />
    </Stack>
  );
}

/** The section alone, without a count-in: what is drawn, and what is heard again and again. */
function sectionTimeline(section: Section, record: Plan['record']): Timeline | null {
  try {
    return compile({ format: 'feldspar-plan', version: 1, title: 'Section', sections: [section], record });
  } catch {
    return null;
  }
}
