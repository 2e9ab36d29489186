/** A path as a drill core: what is held, the present step with its reason and what is missing, and what is still ahead. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Path, type Walk, stepIndexOf } from '@feldspar/core/paths';
import { headlineOf, reasonOf } from '@feldspar/core/words';
import { inTenths, tempo, tempoName } from '@feldspar/core/time';
import { Suspense, lazy } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { pathAt, pathEditAt } from '../../addresses/addresses.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { deleteThing, restoreThing, savePath, saveWalk } from '../../data/changes.ts';
import { usePath, usePlayers } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { undoable } from '../../parts/actions/undoable.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { OverruleButton } from '../../parts/practised/OverruleButton.tsx';
import { useStanding, useWeeks } from '../../parts/practised/useWeeks.ts';
import { SavePath } from './SavePath.tsx';
import { Stratum } from './Stratum.tsx';
import { WhoWalks } from './WhoWalks.tsx';

/** Brings what writes sound. */
const PathSet = lazy(() => import('./PathSet.tsx'));

export default function PathScreen() {
  const { id } = useParams();
  const found = usePath(id);
  if (found.data) return <Shown key={found.data.id} {...found.data} />;
  if (!found.missing && found.error === undefined) return <ScreenSkeleton />;
  return <NotShown what="path" error={found.error} />;
}

function Shown({ id, path, ready }: { id: string; path: Path; ready: boolean }) {
  const player = useCurrentPlayerId();
  const weeks = useWeeks(player);
  const isWalked = weeks.walk?.document.pathId === id;
  const walk = isWalked ? weeks.walk : null;
  const standing = useStanding(path, weeks.past, walk);
  const name = usePlayers().data?.items.find((one) => one.id === player)?.name;
  const suggestion = isWalked && weeks.known ? weeks.suggestion : null;
  const at = suggestion?.on?.index ?? standing?.present ?? null;
  const heading =
    suggestion?.on && !suggestion.silence
      ? headlineOf(suggestion, path.steps[suggestion.on.index].title)
      : path.title;
  const held = standing?.held ?? 0;
  const facts = [
    ...(heading === path.title ? [] : [path.title]),
    held === path.steps.length ? 'every step held' : `${held} of ${path.steps.length} steps held`,
    ...(name ? [name] : []),
  ].join(' · ');
  const tick = (step: string, goal: string, met: boolean) => {
    if (!walk) return;
    const others = walk.document.ticked.filter((one) => one.step !== step || one.goal !== goal);
    const ticked = met ? [...others, { step, goal, at: new Date().toISOString() }] : others;
    void saveWalk(walk.id, { ...walk.document, ticked });
  };
  return (
    <Page title={heading} intro={facts} actions={<PathActions id={id} path={path} ready={ready} />}>
      {weeks.error !== undefined && <ErrorNotice error={weeks.error} />}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.8fr) minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <Box component="ol" aria-label="Steps" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {standing?.steps.map((step, i) => (
            <Stratum
              key={step.step.key}
              number={i + 1}
              standing={step}
              present={i === at}
              onTick={walk ? (goal, met) => tick(step.step.key, goal, met) : null}
            />
          ))}
        </Box>
        <Stack spacing={2}>
          <Panel title="What it is for">
            <Typography sx={{ mb: 1.5 }}>{path.purpose || 'A path of your own.'}</Typography>
            <WalkIt id={id} walk={walk} player={player} />
          </Panel>
          {suggestion && <Why {...weeks} suggestion={suggestion} />}
          <WhoWalks id={id} path={path} />
          <Suspense>
            <PathSet path={path} />
          </Suspense>
        </Stack>
      </Box>
    </Page>
  );
}

/** The reason for what comes, one key to start it, and what else may be done. */
function Why({
  suggestion,
  past,
  onOverrule,
}: Pick<ReturnType<typeof useWeeks>, 'suggestion' | 'past' | 'onOverrule'>) {
  const navigate = useNavigate();
  const { planId, tempo: at, on } = suggestion;
  const steps = on?.path.steps ?? [];
  const own = on ? steps[on.index] : undefined;
  const now = at ?? (own ? tempo(own.tempo.bpm, own.tempo.beat) : null);
  const start = () => void navigate(playAddress(planId, now ?? undefined));
  useKey('Enter', start);
  const isPlayed = on !== null && past.some((take) => stepIndexOf(on.path, take) === on.index);
  return (
    <>
      <Panel title="Why">
        <Typography sx={{ mb: 1.5 }}>{reasonOf(suggestion)}</Typography>
        <Row>
          <Button variant="contained" onClick={start}>
            Play it{now ? ` at ${tempoName(now)}` : ''}&ensp;{KEY_SIGN.Enter}
          </Button>
        </Row>
      </Panel>
      {now && isPlayed && (
        <Panel title="You may overrule">
          <Row>
            <OverruleButton suggestion={suggestion} onOverrule={onOverrule} variant="outlined" />
            {[9, 11].map((tenths) => (
              <Button
                key={tenths}
                variant="outlined"
                component={Link}
                to={playAddress(planId, inTenths(now, tenths))}
              >
                {tenths < 10 ? 'Slower' : 'Faster'}: {tempoName(inTenths(now, tenths))}
              </Button>
            ))}
          </Row>
        </Panel>
      )}
    </>
  );
}

function WalkIt({
  id,
  walk,
  player,
}: {
  id: string;
  walk: { id: string; document: Walk } | null;
  player: string | null;
}) {
  const begin = () =>
    void saveWalk(crypto.randomUUID(), {
      playerId: player,
      pathId: id,
      since: new Date().toISOString(),
      ended: false,
      ticked: [],
    });
  return walk ? (
    <Row>
      <Button onClick={() => void saveWalk(walk.id, { ...walk.document, ended: true })}>
        Leave this path
      </Button>
      <Button component={Link} to="/paths">
        Change the path
      </Button>
    </Row>
  ) : (
    <Button variant="contained" onClick={begin}>
      Walk this path
    </Button>
  );
}

function PathActions({ id, path, ready }: { id: string; path: Path; ready: boolean }) {
  const navigate = useNavigate();
  const makeOwn = async () => {
    const own = crypto.randomUUID();
    await savePath(own, { ...path, title: `${path.title}, my own` });
    await navigate(pathEditAt(own));
  };
  const remove = async () => {
    const done = await undoable({
      said: `Deleted: ${path.title}`,
      run: () => deleteThing('path', id, path.title),
      async undo() {
        await restoreThing('path', id, path.title);
        await navigate(pathAt(id));
      },
    });
    if (done) await navigate('/paths');
  };
  return (
    <Row noPrint>
      {!ready && (
        <Button variant="outlined" component={Link} to={pathEditAt(id)}>
          Change it
        </Button>
      )}
      <Button variant="outlined" onClick={() => void makeOwn()}>
        {ready ? 'Make it my own' : 'Build on a copy'}
      </Button>
      <SavePath path={path} />
      <PrintButton />
      {!ready && <Button onClick={() => void remove()}>Delete</Button>}
    </Row>
  );
}
