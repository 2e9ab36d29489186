/** What was played, seen in three ways: the takes, how long alone, and the bin. Whose takes are shown stays from one to the next. */
import { holdAt, logAt } from '../../addresses/addresses.ts';
import { PlaceTabs } from '../layout/PlaceTabs.tsx';

export type LogTab = 'Takes' | 'How long alone' | 'Bin';

export function LogTabs({ at, player = null }: { at: LogTab; player?: string | null }) {
  return (
    <PlaceTabs
      label="What was played"
      at={at}
      places={[
        [logAt(player), 'Takes'],
        [holdAt(player), 'How long alone'],
        ['/bin', 'Bin'],
      ]}
    />
  );
}
