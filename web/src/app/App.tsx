/** Theme, routes, and the one sender of the outbox. Most screens load their code when they are opened. */
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { type ComponentType, Suspense, lazy, useEffect } from 'react';
import { type RouteObject, RouterProvider, createBrowserRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { onLateDatabase } from '../device/database.ts';
import { useOutboxSender } from '../data/outbox/useOutbox.ts';
import { loadBeside, loadLog, loadPlan, loadReading, prepareReading } from './after-take.ts';
import { Bench } from '../screens/bench/Bench.tsx';
import { NotFound } from './NotFound.tsx';
import { ErrorScreen } from './ErrorScreen.tsx';
import { LaterNotices } from './LaterNotices.tsx';
import { Shell } from './Shell.tsx';
import { ScreenSkeleton } from '../parts/layout/Skeletons.tsx';
import { theme } from '../theme/theme.ts';

type Load = () => Promise<{ default: ComponentType }>;

/** Screens whose code comes by itself, and where they are. */
const LATER: [path: string, load: Load][] = [
  ['plans', () => import('../screens/plans/Plans.tsx')],
  ['plans/:id', loadPlan],
  ['plans/:id/edit', () => import('../screens/workshop/Workshop.tsx')],
  ['log', loadLog],
  ['takes/:id', loadReading],
  ['takes/:id/beside/:other', loadBeside],
  ['sheets', () => import('../screens/sheets/Sheets.tsx')],
  ['sheets/:id', () => import('../screens/sheet/SheetScreen.tsx')],
  ['rig', () => import('../screens/rig/RigScreen.tsx')],
  ['hold', () => import('../screens/hold/Hold.tsx')],
  ['trends', () => import('../screens/trends/Trends.tsx')],
  ['planner', () => import('../screens/planner/Planner.tsx')],
  ['planner/:id', () => import('../screens/agenda/AgendaScreen.tsx')],
  ['out-and-in', () => import('../screens/everything/OutAndIn.tsx')],
  ['paths', () => import('../screens/paths/Paths.tsx')],
  ['paths/:id', () => import('../screens/path/PathScreen.tsx')],
  ['paths/:id/edit', () => import('../screens/path/EditPath.tsx')],
  ['desk', () => import('../screens/desk/Desk.tsx')],
  ['desk/steps', () => import('../screens/desk/Steps.tsx')],
  ['desk/table', () => import('../screens/desk/TempoTable.tsx')],
  ['rehear', () => import('../screens/rehear/Rehear.tsx')],
  ['recordings', () => import('../screens/recordings/Recordings.tsx')],
  ['recordings/:id', () => import('../screens/recording/RecordingScreen.tsx')],
  ['recordings/:id/beats', () => import('../screens/recording/BeatMapScreen.tsx')],
  ['studio', () => import('../screens/studio/Studio.tsx')],
  ['studio/players', () => import('../screens/players/Players.tsx')],
  ['studio/work', () => import('../screens/work/Work.tsx')],
  ['studio/lesson/:id', () => import('../screens/lesson/Lesson.tsx')],
  ['studio/lesson/:id/handout', () => import('../screens/handout/Handout.tsx')],
  ['circle', () => import('../screens/circles/Circles.tsx')],
  ['bin', () => import('../screens/bin/Bin.tsx')],
  // How parts are looked at; it does not ship.
  ...(import.meta.env.DEV
    ? [['parts', () => import('../screens/parts/PartsScreen.tsx')] as [string, Load]]
    : []),
];

const Stage = lazy(() => import('../screens/stage/Stage.tsx'));
const CircleScreen = lazy(() => import('../screens/circle/CircleScreen.tsx'));

/** Each has its own error screen, so that the frame stands whatever happens in it. */
const errorElement = <ErrorScreen />;

const later = LATER.map(([path, load]): RouteObject => {
  const Screen = lazy(load);
  const element = (
    <Suspense fallback={<ScreenSkeleton />}>
      <Screen />
    </Suspense>
  );
  return { path, element, errorElement };
});

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement,
    children: [
      { index: true, element: <Bench />, errorElement },
      ...later,
      { path: '*', element: <NotFound /> },
    ],
  },
  {
    path: 'plans/:id/play',
    element: (
      <Suspense>
        <Stage prepareReading={prepareReading} />
      </Suspense>
    ),
    errorElement,
  },
  {
    path: 'circle/:id',
    element: (
      <Suspense>
        <CircleScreen />
      </Suspense>
    ),
    errorElement,
  },
]);

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system" modeStorageKey="feldspar light">
      <CssBaseline />
      <SWRConfig value={{ shouldRetryOnError: true, errorRetryInterval: 4000 }}>
        <Background />
        <RouterProvider router={router} />
      </SWRConfig>
      <LaterNotices />
    </ThemeProvider>
  );
}

const QUIET_AFTER_MS = 4000;

/** What nobody waits for, and whose code does not come where the server is away already: the next page does it. */
function unhurried(work: Promise<void>): void {
  work.catch(() => undefined);
}

/** Sends what waits; and when the first screen has settled, fetches the others' code. */
function Background() {
  useOutboxSender();
  useEffect(() => {
    const sendLeft = () =>
      unhurried(import('../data/uploads.ts').then(({ sendLeftSounds }) => sendLeftSounds()));
    sendLeft();
    return onLateDatabase(sendLeft);
  }, []);
  useEffect(() => {
    const timer = setTimeout(
      () => unhurried(import('./fetch-code.ts').then(({ fetchCode }) => fetchCode(import.meta.url))),
      QUIET_AFTER_MS,
    );
    return () => clearTimeout(timer);
  }, []);
  return null;
}
