/** The paths: roads that teachers argue for, one for each family, and one's own; each with what it is for and where one stands. */
import AddIcon from '@mui/icons-material/Add';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Typography from '@mui/material/Typography';
import { type PastTake, type Path, READY_PATHS } from '@feldspar/core/paths';
import { READY_PLANS } from '@feldspar/core/practice';
import { Link, useNavigate } from 'react-router';
import { pathAt, pathEditAt } from '../../addresses/addresses.ts';
import { savePath } from '../../data/changes.ts';
import { useKeptPaths } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { useStanding, useWeeks } from '../../parts/practised/useWeeks.ts';
import { fits } from '../../text/search.ts';
import { plural } from '../../text/text.ts';
import { OpenPathFile } from './OpenPathFile.tsx';

export default function Paths() {
  const navigate = useNavigate();
  const [search, say] = useFilters();
  const sought = search.get(FIND) ?? '';
  const kept = useKeptPaths();
  const { past, walk } = useWeeks(useCurrentPlayerId());
  const own = (kept.data?.items ?? []).map(({ id, document }) => ({ id, path: document, family: null }));
  const isFound = ({ path }: { path: Path }) =>
    fits(sought, [path.title, path.purpose, ...path.steps.map(({ title }) => title)].join(' '));
  const build = async () => {
    const id = crypto.randomUUID();
    const [{ id: planId, plan }] = READY_PLANS;
    const { bpm, beat } = plan.sections[0].tempo;
    await savePath(id, {
      ...{ format: 'feldspar-path', version: 1, title: 'A path of my own', purpose: '' },
      steps: [{ key: 'step-1', planId, title: plan.title, tempo: { bpm, beat } }],
    });
    await navigate(pathEditAt(id));
  };
  const groups = [
    { name: 'Your own', paths: own.filter(isFound) },
    { name: 'Roads and schools', paths: READY_PATHS.filter((one) => one.family === null && isFound(one)) },
    { name: 'One for each family', paths: READY_PATHS.filter((one) => one.family !== null && isFound(one)) },
  ];
  return (
    <Page
      title="Paths, for weeks and months"
      intro="A path says what comes next, and why; where you stand on it is told by your takes. Walk one, and the bench follows it."
      actions={
        <>
          <SearchField label="Find a path" value={sought} onChange={(text) => say(FIND, text, '')} />
          <Button variant="contained" startIcon={<AddIcon />} onClick={() => void build()}>
            Build a path
          </Button>
          <OpenPathFile />
        </>
      }
    >
      {kept.error !== undefined && <ErrorNotice error={kept.error} />}
      {groups.map(
        ({ name, paths }) =>
          paths.length > 0 && (
            <Box component="section" key={name} aria-label={name}>
              <Typography variant="h2" sx={{ mb: 1.5 }}>
                {name}
              </Typography>
              <Box
                component="ul"
                sx={{
                  ...{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 2 },
                  gridTemplateColumns: 'repeat(auto-fill, minmax(min(330px, 100%), 1fr))',
                }}
              >
                {paths.map(({ id, path }) => (
                  <PathCard key={id} {...{ id, path, past }} walked={walk?.document.pathId === id} />
                ))}
              </Box>
            </Box>
          ),
      )}
      {sought && groups.every(({ paths }) => paths.length === 0) && (
        <Empty>No path speaks of “{sought}”.</Empty>
      )}
    </Page>
  );
}

interface PathCardProps {
  id: string;
  path: Path;
  past: readonly PastTake[];
  walked: boolean;
}

function PathCard({ id, path, past, walked }: PathCardProps) {
  const standing = useStanding(path, past, null);
  const held = standing?.held ?? 0;
  return (
    <Paper
      component="li"
      variant="outlined"
      sx={{ p: 2, borderColor: walked ? 'primary.main' : undefined, borderWidth: walked ? 2 : 1 }}
    >
      <Typography
        component={Link}
        to={pathAt(id)}
        sx={{ fontWeight: 700, color: 'text.primary', textUnderlineOffset: 3, fontSize: '1.1rem' }}
      >
        {path.title}
      </Typography>
      <Typography sx={{ my: 0.75 }}>{path.purpose}</Typography>
      <Row gap={1}>
        <Box aria-hidden sx={{ display: 'flex', gap: '3px' }}>
          {standing?.steps.map(({ step, state }) => (
            <Box
              key={step.key}
              sx={{
                width: 14,
                height: 8,
                borderRadius: '2px',
                bgcolor:
                  state === 'held'
                    ? 'primary.main'
                    : state === 'begun' || state === 'present'
                      ? 'core.hatch'
                      : 'transparent',
                border: '1px solid',
                borderColor: state === 'held' ? 'primary.main' : 'core.quiet',
              }}
            />
          ))}
        </Box>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {held > 0 ? `${held} of ${path.steps.length} held` : plural(path.steps.length, 'step')}
          {walked && ' · you walk it'}
        </Typography>
      </Row>
    </Paper>
  );
}
