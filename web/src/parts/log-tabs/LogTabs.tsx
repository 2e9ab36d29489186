/** What was played, seen in four ways: the takes, their trends, how long alone, and the bin; and the way out and in for all of it. Whose takes are shown stays from one to the next. */
import { holdAt, logAt, trendsAt } from '../../addresses/addresses.ts';
import { useOpenedAs } from '../../device/opened-as.ts';
import { PlaceTabs } from '../layout/PlaceTabs.tsx';

export type LogTab = 'Takes' | 'Trends' | 'How long alone' | 'Out and in' | 'Bin';

const TEACHERS = [
  ['/out-and-in', 'Out and in'],
  ['/bin', 'Bin'],
] as const;

export function LogTabs({ at, player = null }: { at: LogTab; player?: string | null }) {
  const isTeacher = useOpenedAs() === null;
  return (
    <PlaceTabs
      label="What was played"
      at={at}
      places={[
        [logAt(player), 'Takes'],
        [trendsAt(player), 'Trends'],
        [holdAt(player), 'How long alone'],
        ...(isTeacher ? TEACHERS : []),
      ]}
    />
  );
}
