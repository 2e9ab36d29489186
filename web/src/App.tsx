/** Theme, routes, and the one sender of the outbox. Reading and desk load their code when they are opened. */
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { SnackbarProvider } from 'notistack';
import { BrowserRouter, Route, Routes } from 'react-router';
import { lazy, Suspense } from 'react';
import { SWRConfig } from 'swr';
import { loadBeside, loadReading } from './reading/load.ts';
import { useOutboxSender } from './local/useOutbox.ts';
import { Bench } from './screens/Bench.tsx';
import { Log } from './screens/Log.tsx';
import { NotFound } from './screens/NotFound.tsx';
import { PlanScreen } from './plans/PlanScreen.tsx';
import { Shell } from './shell/Shell.tsx';
import { Stage } from './stage/Stage.tsx';
import { theme } from './theme/theme.ts';

const Reading = lazy(loadReading);
const Beside = lazy(loadBeside);
const Desk = lazy(() => import('./desk/Desk.tsx'));
const Steps = lazy(() => import('./desk/Steps.tsx'));
const TempoTable = lazy(() => import('./desk/TempoTable.tsx'));
const Plans = lazy(() => import('./plans/Plans.tsx'));
const Workshop = lazy(() => import('./workshop/Workshop.tsx'));
const Rehear = lazy(() => import('./rehear/Rehear.tsx'));
const Rig = lazy(() => import('./rig/RigScreen.tsx'));
const Sheets = lazy(() => import('./sheet/Sheets.tsx'));
const SheetScreen = lazy(() => import('./sheet/SheetScreen.tsx'));
const Hold = lazy(() => import('./hold/Hold.tsx'));

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system" modeStorageKey="feldspar light">
      <CssBaseline />
      <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}>
        <SWRConfig value={{ shouldRetryOnError: true, errorRetryInterval: 4000 }}>
          <BrowserRouter>
            <OutboxSender />
            <Suspense>
              <Routes>
                <Route element={<Shell />}>
                  <Route index element={<Bench />} />
                  <Route path="plans" element={<Plans />} />
                  <Route path="plans/:id" element={<PlanScreen />} />
                  <Route path="plans/:id/edit" element={<Workshop />} />
                  <Route path="takes/:id" element={<Reading />} />
                  <Route path="takes/:id/beside/:other" element={<Beside />} />
                  <Route path="sheets" element={<Sheets />} />
                  <Route path="sheets/:id" element={<SheetScreen />} />
                  <Route path="rig" element={<Rig />} />
                  <Route path="hold" element={<Hold />} />
                  <Route path="desk" element={<Desk />} />
                  <Route path="desk/steps" element={<Steps />} />
                  <Route path="desk/table" element={<TempoTable />} />
                  <Route path="rehear" element={<Rehear />} />
                  <Route path="log" element={<Log />} />
                  <Route path="*" element={<NotFound />} />
                </Route>
                <Route path="plans/:id/play" element={<Stage />} />
              </Routes>
            </Suspense>
          </BrowserRouter>
        </SWRConfig>
      </SnackbarProvider>
    </ThemeProvider>
  );
}

function OutboxSender() {
  useOutboxSender();
  return null;
}
