/** Re-hear: one click whose speed is never touched, and the many places in which it may be heard. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  BEATS_IN_BAR,
  LIMITS,
  PARTS,
  PLACEMENT_GROUPS,
  type PartKey,
  type Placement,
  SHIFTS,
  type Shifted,
  acrossPlacements,
  onceABar,
  placements,
} from '@feldspar/core/reference';
import { rateText } from '@feldspar/core/time';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { useHearing } from '../../sound/useHearing.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { RateField } from '../../parts/tempo/RateField.tsx';
import { PlacementRow } from './PlacementRow.tsx';
import { clickAlone, clickWithBeats } from './heard-click.ts';
import { type RehearState, rehearOfAddress, rehearQuery } from '../../addresses/rehear-address.ts';

const ALONE = 'alone';

export default function Rehear() {
  const [search, setSearch] = useSearchParams();
  const [state, setState] = useState(() => rehearOfAddress(search));
  const { rate, beats, part } = state;
  const change = (next: Partial<RehearState>) => {
    const changed = { ...state, ...next };
    setState(changed);
    setSearch(rehearQuery(changed), { replace: true });
  };
  const bars = Array.from({ length: beats }, (_, i) => onceABar(beats, i + 1, part));
  const usual = placements(0).filter(({ group, key }) => group === 'in every beat' || key === 'backbeat');
  const all = [...usual, ...acrossPlacements(state), ...bars];

  const [heard, setHeard] = useState<string | null>(null);
  const [audioError, setAudioError] = useState<unknown>(null);
  const placed = all.find(({ key }) => key === heard);
  const plan = placed ? clickWithBeats(placed, rate) : heard === ALONE ? clickAlone(rate) : null;
  useHearing(plan, (error) => {
    setHeard(null);
    setAudioError(error ?? null);
  });
  const hear = (key: string) => {
    setAudioError(null);
    setHeard((now) => (now === key ? null : key));
  };
  const rows = (list: readonly Placement[]) =>
    list.map((placement) => (
      <PlacementRow
        key={placement.key}
        placement={placement}
        rate={rate}
        heard={heard === placement.key}
        onHear={() => hear(placement.key)}
      />
    ));

  return (
    <Page
      title={`One click at ${rateText(rate)} a minute, heard in ${all.length} places`}
      intro="The click never changes its speed. What changes is where you say it falls; everything else follows. Get it locked before you go on to the next."
      maxWidth={1240}
    >
      <Row align="flex-start" gap={2} noPrint>
        <RateField label="Clicks a minute" value={rate} onChange={(next) => change({ rate: next })} />
        <HearButton text="Hear the click alone" hearing={heard === ALONE} onToggle={() => hear(ALONE)} />
        <PrintButton />
      </Row>
      {audioError !== null && <ErrorNotice error={audioError} />}
      {groupsFor(rate).map((group) => (
        <Box key={group} component="section" aria-label={group}>
          <Stack
            direction="row"
            spacing={2}
            sx={{ flexWrap: 'wrap', alignItems: 'center', justifyContent: 'space-between', mb: 1 }}
          >
            <Typography variant="h2" sx={{ '&::first-letter': { textTransform: 'uppercase' } }}>
              {group}
            </Typography>
            {group === 'across the beats' && (
              <Row noPrint>
                {(['dotted', 'triplet'] as const).map((kind) => (
                  <Choice
                    key={kind}
                    label={kind === 'dotted' ? 'Dotted quarters begin' : 'Quarter triplets begin'}
                    value={state[kind]}
                    options={shiftOptions(kind)}
                    onChange={(steps) => change({ [kind]: Number(steps) })}
                    minWidth={230}
                  />
                ))}
              </Row>
            )}
            {group === 'one a bar' && (
              <BarChoice
                beats={beats}
                part={part}
                onBeats={(n) => change({ beats: n })}
                onPart={(p) => change({ part: p })}
              />
            )}
          </Stack>
          <Box component="ul" aria-label={`Placements ${group}`} sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {rows(all.filter((placement) => placement.group === group))}
          </Box>
        </Box>
      ))}
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '60ch' }}>
        Keep clicks in headphones at a moderate level, and rest your hands between placements.
      </Typography>
    </Page>
  );
}

/** A click too slow to be a beat is heard once a bar first of all. */
function groupsFor(rate: RehearState['rate']): Placement['group'][] {
  const groups = [...PLACEMENT_GROUPS];
  return rate.lt(LIMITS.footPerMinute.min) ? groups.reverse() : groups;
}

interface BarChoiceProps {
  beats: number;
  part: PartKey;
  onBeats(beats: number): void;
  onPart(part: PartKey): void;
}

function BarChoice({ beats, part, onBeats, onPart }: BarChoiceProps) {
  return (
    <Row noPrint>
      <Choice label="Beats in the bar" value={beats} options={BAR_OPTIONS} onChange={onBeats} />
      <Choice label="The click is" value={part} options={PART_OPTIONS} onChange={onPart} minWidth={170} />
    </Row>
  );
}

function shiftOptions(kind: Shifted): [number, string][] {
  const { steps, one, some } = SHIFTS[kind];
  return Array.from({ length: steps }, (_, n) => [
    n,
    n === 0 ? 'on the downbeat' : n === 1 ? `${one} later` : `${n} ${some} later`,
  ]);
}

const BAR_OPTIONS = Array.from({ length: BEATS_IN_BAR.max - BEATS_IN_BAR.min + 1 }, (_, i) => {
  const beats = BEATS_IN_BAR.min + i;
  return [beats, String(beats)] as const;
});
const PART_OPTIONS = PARTS.map(({ key, name }) => [key, name] as const);
