/** How long a player holds the pulse alone: by what was practised and how fast, from recent takes, and drawn over the weeks. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { Link, useSearchParams } from 'react-router';
import { takeAt } from '../../addresses/addresses.ts';
import { useHolds, usePlayers } from '../../data/hooks.ts';
import type { HoldGroup } from '@feldspar/core/wire';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { LogTabs } from '../../parts/log-tabs/LogTabs.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { plural, shortDate } from '../../text/text.ts';
import { HoldChart } from './HoldChart.tsx';
import { type HoldFrame, frameOf } from './hold-frame.ts';
import { holdSentence } from './hold-words.ts';

const NOBODY = 'nobody';

export default function Hold() {
  const [search, setSearch] = useSearchParams();
  const current = useCurrentPlayerId();
  const players = usePlayers();
  const asked = search.get('player') ?? current ?? NOBODY;
  const player = players.data?.items.find(({ id }) => id === asked) ?? null;
  const holds = useHolds(player?.id ?? null);
  const groups = holds.data?.items ?? [];
  const frame = frameOf(groups);
  return (
    <Page
      tabs={<LogTabs at="How long alone" player={player?.id} />}
      title={`How long ${player ? player.name : 'you'} can be left alone`}
      actions={
        <Choice
          label="Takes of"
          value={player?.id ?? NOBODY}
          options={[
            [NOBODY, 'no name'],
            ...(players.data?.items ?? []).map(({ id, name }) => [id, name] as const),
          ]}
          onChange={(value) => setSearch(value === NOBODY ? { player: NOBODY } : { player: value })}
          minWidth={220}
        />
      }
    >
      {holds.error !== undefined && <ErrorNotice error={holds.error} />}
      {!holds.data && holds.error === undefined && <ScreenSkeleton />}
      {holds.data && groups.length === 0 && (
        <Empty>
          No take says yet how long one can be left alone: that needs twelve intervals without a click in one
          take. <Link to="/plans">Choose a click that falls silent</Link>.
        </Empty>
      )}
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(auto-fill, minmax(440px, 1fr))' },
        }}
      >
        {groups.map((group) => (
          <Group
            key={`${group.name} ${group.quarterBpm.join()}`}
            group={group}
            who={player?.name ?? null}
            frame={frame}
          />
        ))}
      </Box>
    </Page>
  );
}

interface GroupProps {
  group: HoldGroup;
  who: string | null;
  frame: HoldFrame;
}

function Group({ group, who, frame }: GroupProps) {
  const { name, quarterBpm, recent, takes } = group;
  const [slowest, fastest] = quarterBpm.map((bpm) => String(Math.round(10 * bpm) / 10));
  const tempo = slowest === fastest ? slowest : `${slowest} to ${fastest}`;
  const last = takes[takes.length - 1];
  return (
    <Panel title={`${name}, quarter = ${tempo}`}>
      <Typography sx={{ fontSize: '1.1rem' }}>{holdSentence(recent, who)}</Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary', mb: 1 }}>
        From {recent.takes === 1 ? 'the last take' : `the last ${recent.takes} takes`} of {takes.length};{' '}
        <Link to={takeAt(last.id)}>the newest, {shortDate(last.startedAt)}</Link>
      </Typography>
      <HoldChart
        takes={takes}
        frame={frame}
        label={`Beats held alone, take by take: ${takes.map(({ beats }) => beats).join(', ')}. ${plural(takes.length, 'take')}.`}
      />
    </Panel>
  );
}
