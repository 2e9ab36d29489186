import 'fake-indexeddb/auto';
import { markOf } from '@feldspar/core/people';
import type { Player, PlayerSaid } from '@feldspar/core/wire';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { ProfileDialog } from './ProfileDialog.tsx';

const ADA: Player = {
  ...{ id: '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01', name: 'Ada Fern', instrument: 'cello' },
  profile: { groups: ['Duo'], level: 'beginner' },
};

it('the sign that is offered can be taken; what was known and not touched stays', async () => {
  const sent: PlayerSaid[] = [];
  globalThis.fetch = (async (_address: unknown, options?: RequestInit) => {
    sent.push(JSON.parse(options!.body as string));
    return { ok: true, status: 200, text: async () => JSON.stringify({ id: ADA.id }) };
  }) as unknown as typeof fetch;
  let closed = false;
  render(<ProfileDialog player={ADA} others={[]} onClose={() => (closed = true)} />);
  const offered = markOf(ADA);
  const button = screen.getByRole('button', { name: offered });
  expect(button.getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(button);
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(closed).toBe(true));
  expect(sent).toEqual([
    {
      ...{ name: 'Ada Fern', instrument: 'cello' },
      profile: { level: 'beginner', groups: ['Duo'], mark: offered },
    },
  ]);
});
