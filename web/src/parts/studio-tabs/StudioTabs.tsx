/** The studio seen in three ways: the week, who is here, and what was given. */
import { STUDIO } from '../../addresses/addresses.ts';
import { PlaceTabs } from '../layout/PlaceTabs.tsx';

export type StudioTab = 'This week' | 'Players' | 'Given work';

export function StudioTabs({ at }: { at: StudioTab }) {
  return (
    <PlaceTabs
      label="The studio"
      at={at}
      places={[
        [STUDIO.week, 'This week'],
        [STUDIO.players, 'Players'],
        [STUDIO.work, 'Given work'],
      ]}
    />
  );
}
