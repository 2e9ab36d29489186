/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { SWRConfig } from 'swr';
import type { Remeasuring } from '@feldspar/core/wire';
import { MeasuringAnew } from './MeasuringAnew.tsx';

describe('figures measured anew', () => {
  let progress: Remeasuring;
  const asked: string[] = [];
  beforeEach(() => {
    asked.length = 0;
    progress = { running: true, done: 34, total: 145, failed: 0 };
    globalThis.fetch = (async (path: string, { method = 'GET' }: RequestInit = {}) => {
      asked.push(`${method} ${path}`);
      if (method === 'DELETE') progress = { ...progress, running: false };
      return {
        ok: true,
        status: 200,
        text: async () => (method === 'DELETE' ? '' : JSON.stringify(progress)),
      };
    }) as unknown as typeof fetch;
  });

  it('shows how far it is, and can be put off', async () => {
    render(
      <SWRConfig value={{ provider: () => new Map() }}>
        <MeasuringAnew />
      </SWRConfig>,
    );
    expect(await screen.findByText('Measuring takes anew: 34 of 145')).toBeTruthy();
    await act(async () => screen.getByRole('button', { name: 'Not now' }).click());
    expect(asked).toContain('DELETE /api/remeasuring');
    expect(screen.queryByText(/Measuring takes anew/)).toBeNull();
  });
});
