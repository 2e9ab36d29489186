/** Choose an earlier take of the same player to lay beside this one; those of the same plan come first. */
import type { Take } from '@feldspar/core/take';
import { useNavigate } from 'react-router';
import { besideAt } from '../../addresses/addresses.ts';
import { useAnswer } from '../../data/hooks.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { shortDate } from '../../text/text.ts';

const MOST = 40;
const NONE = 'none';

export function CompareWith({ take }: { take: Take }) {
  const navigate = useNavigate();
  const { data } = useAnswer('GET /takes', { query: { player: take.playerId, limit: 100 } });
  const others = (data?.items ?? []).filter(
    ({ id, playerId }) => id !== take.id && playerId === take.playerId,
  );
  const same = others.filter(({ title }) => title === take.plan.title);
  const offered = [...same, ...others.filter((item) => !same.includes(item))].slice(0, MOST);
  if (offered.length === 0) return null;
  return (
    <Choice
      label="Compare with"
      value={NONE}
      options={[
        [NONE, 'another take'],
        ...offered.map(({ id, title, startedAt }) => [id, `${shortDate(startedAt)}, ${title}`] as const),
      ]}
      onChange={(other) => {
        if (other !== NONE) void navigate(besideAt(other, take.id));
      }}
      minWidth={220}
    />
  );
}
