/** Theme, routes, and the one sender of the outbox. Most screens load their code when they are opened, or when nothing else is to do. */
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { SnackbarProvider } from 'notistack';
import { type ComponentType, Suspense, lazy, useEffect } from 'react';
import { type RouteObject, RouterProvider, createBrowserRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { useOutboxSender } from './outbox/useOutbox.ts';
import { PlanScreen } from './plans/PlanScreen.tsx';
import { loadBeside, loadReading } from './reading/load.ts';
import { Bench } from './screens/Bench.tsx';
import { Log } from './screens/Log.tsx';
import { NotFound } from './screens/NotFound.tsx';
import { ErrorScreen } from './shell/ErrorScreen.tsx';
import { Shell } from './shell/Shell.tsx';
import { ScreenSkeleton } from './shell/Skeletons.tsx';
import { Stage } from './stage/Stage.tsx';
import { theme } from './theme/theme.ts';
import { warmMeasuring } from './workers/measure.ts';

type Load = () => Promise<{ default: ComponentType }>;

/** Screens whose code comes by itself, and where they are. */
const LATER: [path: string, load: Load][] = [
  ['plans', () => import('./plans/Plans.tsx')],
  ['plans/:id/edit', () => import('./workshop/Workshop.tsx')],
  ['takes/:id', loadReading],
  ['takes/:id/beside/:other', loadBeside],
  ['sheets', () => import('./sheet/Sheets.tsx')],
  ['sheets/:id', () => import('./sheet/SheetScreen.tsx')],
  ['rig', () => import('./rig/RigScreen.tsx')],
  ['hold', () => import('./hold/Hold.tsx')],
  ['desk', () => import('./desk/Desk.tsx')],
  ['desk/steps', () => import('./desk/Steps.tsx')],
  ['desk/table', () => import('./desk/TempoTable.tsx')],
  ['rehear', () => import('./rehear/Rehear.tsx')],
  ['bin', () => import('./screens/Bin.tsx')],
];

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
      { path: 'plans/:id', element: <PlanScreen />, errorElement },
      { path: 'log', element: <Log />, errorElement },
      ...later,
      { path: '*', element: <NotFound /> },
    ],
  },
  { path: 'plans/:id/play', element: <Stage />, errorElement },
]);

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system" modeStorageKey="feldspar light">
      <CssBaseline />
      <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}>
        <SWRConfig value={{ shouldRetryOnError: true, errorRetryInterval: 4000 }}>
          <Background />
          <RouterProvider router={router} />
        </SWRConfig>
      </SnackbarProvider>
    </ThemeProvider>
  );
}

const QUIET_AFTER_MS = 4000;

/** Sends what waits; and when the first screen has settled, fetches the others' code: the server may be away when they are opened. */
function Background() {
  useOutboxSender();
  useEffect(() => {
    const fetchAll = async () => {
      await warmMeasuring().catch(() => undefined);
      for (const [, load] of LATER) await load().catch(() => undefined);
    };
    const timer = setTimeout(() => void fetchAll(), QUIET_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  return null;
}
