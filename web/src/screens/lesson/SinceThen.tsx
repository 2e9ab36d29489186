/** What was practised since the last lesson; two of the takes are laid beside each other. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import type { Player, TakeItem } from '@feldspar/core/wire';
import { useState } from 'react';
import { Link } from 'react-router';
import { besideAt, takeAt } from '../../addresses/addresses.ts';
import { useLatestTakes } from '../../data/hooks.ts';
import { SmallCore } from '../../parts/core-sample/SmallCore.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { firstWords } from '../../text/finding-text.ts';
import { dayText, plural, shortDate } from '../../text/text.ts';
import { likelyPair } from './likely-pair.ts';

/** More are found in the log. */
const MOST = 12;

interface SinceThenProps {
  player: Player;
  /** Day of the last lesson. */
  since: string | null;
  onMention(takeId: string): void;
}

export function SinceThen({ player, since, onMention }: SinceThenProps) {
  const takes = useLatestTakes(player.id, 60).data?.items;
  const [chosen, setChosen] = useState<string[] | null>(null);
  const from = since === null ? null : new Date(`${since}T00:00:00`).toISOString();
  const fresh = (takes ?? []).filter(({ startedAt }) => from === null || startedAt >= from);
  // Nothing new: then what there was before.
  const shown = (fresh.length > 0 ? fresh : (takes ?? [])).slice(0, MOST);
  const pair = chosen ?? likelyPair(shown);
  const [newer, older] = shown.filter(({ id }) => pair.includes(id));
  const toggle = (id: string) =>
    setChosen(pair.includes(id) ? pair.filter((one) => one !== id) : [...pair, id].slice(-2));
  if (!takes) return null;
  return (
    <Panel title={since === null ? 'What was practised' : `Since the lesson of ${dayText(since)}`}>
      {takes.length === 0 && (
        <Typography sx={{ color: 'text.secondary' }}>No take yet. Play one together now.</Typography>
      )}
      {takes.length > 0 && (
        <Typography sx={{ mb: 1 }}>
          {fresh.length > 0
            ? `${plural(fresh.length, 'take')}${fresh.length > MOST ? `, the last ${MOST} here` : ''}. Choose two to lay them beside each other.`
            : 'Nothing since then; the takes before it:'}
        </Typography>
      )}
      {newer && older && (
        <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'flex-end', mb: 1.5 }}>
          {[older, newer].map((take) => (
            <Box key={take.id}>
              {take.summary && <SmallCore summary={take.summary} title={take.title} />}
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {shortDate(take.startedAt)}
              </Typography>
            </Box>
          ))}
          <Button component={Link} to={besideAt(newer.id, older.id)} variant="outlined">
            Beside each other
          </Button>
        </Box>
      )}
      <Box component="ul" aria-label="Takes" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map((take) => (
          <TakeLine
            key={take.id}
            take={take}
            chosen={pair.includes(take.id)}
            onChoose={() => toggle(take.id)}
            onMention={() => onMention(take.id)}
          />
        ))}
      </Box>
    </Panel>
  );
}

interface TakeLineProps {
  take: TakeItem;
  chosen: boolean;
  onChoose(): void;
  onMention(): void;
}

function TakeLine({ take, chosen, onChoose, onMention }: TakeLineProps) {
  const { id, title, startedAt, summary } = take;
  const of = `${title}, ${shortDate(startedAt)}`;
  return (
    <Box component="li" sx={{ borderTop: '1px solid', borderColor: 'divider', py: 0.5 }}>
      <Row>
        <Checkbox
          checked={chosen}
          onChange={onChoose}
          slotProps={{ input: { 'aria-label': `Lay beside another: ${of}` } }}
        />
        <Box sx={{ flex: '1 1 220px', minWidth: 0 }}>
          <Typography>
            <Link to={takeAt(id)}>{title}</Link>{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {shortDate(startedAt)}
            </Box>
          </Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {firstWords(summary) ?? 'It is not measured yet.'}
          </Typography>
        </Box>
        <Button onClick={onMention} aria-label={`Into the note: ${of}`}>
          Into the note
        </Button>
      </Row>
    </Box>
  );
}
