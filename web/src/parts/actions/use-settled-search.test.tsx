import { act, fireEvent, render, screen } from '@testing-library/react';
import { Suspense, lazy, useState } from 'react';
import { RouterProvider, createBrowserRouter } from 'react-router';
import { useSettledSearch } from './useSettledSearch.ts';

/** jsdom has none; the router makes one for every step, and carries it along with its signal. */
class NoRequest {
  readonly method = 'GET';
  readonly url: string;
  readonly signal: AbortSignal;
  constructor(url: string | URL, { signal }: { signal: AbortSignal }) {
    this.url = String(url);
    this.signal = signal;
  }
}
Object.assign(globalThis, { Request: NoRequest });

function Desk() {
  const [search, show] = useSettledSearch();
  const [rate, setRate] = useState(0);
  const faster = () => {
    setRate(rate + 1);
    show(new URLSearchParams({ rate: String(rate + 1) }));
  };
  return <button onClick={faster}>faster than {search.get('rate')}</button>;
}
const faster = () => fireEvent.click(screen.getByRole('button'));
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
const address = () => window.location.pathname + window.location.search;

beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
});

/** A desk, and a plan whose code comes when it is let. */
function house() {
  window.history.replaceState(null, '', '/desk');
  let come = () => {};
  const Plan = lazy(
    () =>
      new Promise<{ default: () => React.JSX.Element }>((resolve) => {
        come = () => resolve({ default: () => <p>the plan</p> });
      }),
  );
  const router = createBrowserRouter([
    { path: '/desk', element: <Desk /> },
    { path: '/plan', element: <Plan /> },
  ]);
  render(
    <Suspense fallback="waiting">
      <RouterProvider router={router} />
    </Suspense>,
  );
  return { router, come: () => act(async () => come()) };
}

it('the address says what was set last', async () => {
  house();
  faster();
  faster();
  await pass(500);
  expect(address()).toBe('/desk?rate=2');
  expect(screen.getByText('faster than 2')).toBeTruthy();
});

it('what was set just before somebody left changes no other address, however long the next screen is on its way', async () => {
  const { router, come } = house();
  faster();
  faster();
  await act(() => router.navigate('/plan?note=1%2F2'));
  // It stands until the next one is there, and its clock goes on.
  expect(screen.getByText('faster than 1')).toBeTruthy();
  await pass(500);
  expect(address()).toBe('/plan?note=1%2F2');
  await come();
  expect(screen.getByText('the plan')).toBeTruthy();
  expect(address()).toBe('/plan?note=1%2F2');
});
