/** How the click sounds on this device: its voice where a plan leaves it at wood, and its level. */
import Slider from '@mui/material/Slider';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Plan } from '@feldspar/core/plan';
import type { VOICES } from '@feldspar/core/sound';
import { useState } from 'react';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { useHearing } from '../../sound/useHearing.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { LEVEL_DB, type Rig, changeRig } from '../../device/rig-store.ts';

const VOICE_NAMES: [(typeof VOICES)[number], string][] = [
  ['wood', 'wood'],
  ['tick', 'dry tick'],
  ['low', 'low drum'],
  ['high', 'high drum'],
  ['snare', 'snare'],
  ['hat', 'hat'],
  ['cymbal', 'cymbal'],
];

/** Its title carries the settings, so that a change is heard at once. */
const sample = ({ voice, levelDb }: Rig): Plan => ({
  format: 'feldspar-plan',
  version: 1,
  title: `${voice} ${levelDb}`,
  sections: [
    {
      bars: 4,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 100, beat: '1/4' },
      clicks: [{ every: '1/4', accent: ['0'] }],
      play: [{ every: '1/4' }],
    },
  ],
});

export function SoundPanel({ rig }: { rig: Rig }) {
  const [heard, setHeard] = useState(false);
  const [error, setError] = useState<unknown>(null);
  useHearing(heard ? sample(rig) : null, (failure) => {
    setHeard(false);
    setError(failure ?? null);
  });
  return (
    <Stack spacing={2}>
      <Stack direction="row" sx={{ flexWrap: 'wrap', alignItems: 'center', gap: 2 }}>
        <Choice
          label="Click where a plan says wood"
          value={rig.voice}
          options={VOICE_NAMES}
          onChange={(voice) => changeRig({ voice })}
          minWidth={230}
        />
        <HearButton text="Hear it" hearing={heard} onToggle={() => setHeard(!heard)} />
      </Stack>
      <Stack direction="row" sx={{ flexWrap: 'wrap', alignItems: 'center', gap: 2 }}>
        <Typography id="rig-level">Level</Typography>
        <Slider
          aria-labelledby="rig-level"
          min={LEVEL_DB.least}
          max={LEVEL_DB.most}
          step={1}
          value={rig.levelDb}
          getAriaValueText={decibels}
          onChange={(_, levelDb) => changeRig({ levelDb })}
          sx={{ flex: '1 1 180px', maxWidth: 320 }}
        />
        <Typography sx={{ minWidth: '5.5em', fontVariantNumeric: 'tabular-nums' }}>
          {decibels(rig.levelDb)}
        </Typography>
      </Stack>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Against the plan’s own level, on this device only; all voices are made equally loud. Files you export
        stay as the plan says.
      </Typography>
      {error !== null && <ErrorNotice error={error} />}
    </Stack>
  );
}

function decibels(value: number): string {
  return value === 0 ? 'as written' : `${value < 0 ? '−' : '+'}${Math.abs(value)} dB`;
}
