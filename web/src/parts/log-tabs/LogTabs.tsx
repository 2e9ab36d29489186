/** What was played, seen in three ways: the takes, how long alone, and the bin. Whose takes are shown stays from one to the next. */
import { PlaceTabs } from '../layout/PlaceTabs.tsx';

export type LogTab = 'Takes' | 'How long alone' | 'Bin';

export function LogTabs({ at, player = null }: { at: LogTab; player?: string | null }) {
  const of = player ? `?player=${player}` : '';
  return (
    <PlaceTabs
      label="What was played"
      at={at}
      places={[
        [`/log${of}`, 'Takes'],
        [`/hold${of}`, 'How long alone'],
        ['/bin', 'Bin'],
      ]}
    />
  );
}
