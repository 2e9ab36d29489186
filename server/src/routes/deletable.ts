/** Routes of what can be deleted. */

type Deletable =
  'takes' | 'plans' | 'players' | 'recordings' | 'paths' | 'agendas' | 'assignments' | 'lessons' | 'circles';
type Removal<Kind extends Deletable> = `DELETE /${Kind}/:id` | `POST /${Kind}/:id/restore`;

/** What is deleted lies in the bin, and comes back; alike for all kinds of things. */
export function deletable<Kind extends Deletable>(
  kind: Kind,
  store: { remove(id: string): Promise<void>; restore(id: string): Promise<void> },
) {
  const does = (change: (id: string) => Promise<void>) => async (asked: { id: string }) => {
    await change(asked.id);
    return undefined;
  };
  return {
    [`DELETE /${kind}/:id`]: does((id) => store.remove(id)),
    [`POST /${kind}/:id/restore`]: does((id) => store.restore(id)),
  } as Record<Removal<Kind>, (asked: { id: string }) => Promise<undefined>>;
}
