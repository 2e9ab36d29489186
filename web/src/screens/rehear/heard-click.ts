/** The click as it is heard: alone, the same for every placement, or with the beats of one of them ticking quietly. */
import { type Plan, type Section, saidTempo } from '@feldspar/core/plan';
import { type Placement, barSeconds, feltTempo } from '@feldspar/core/reference';
import { NORMAL_BEAT, type Tempo } from '@feldspar/core/time';

const HEARD_S = 180;
const BEATS_GAIN_DB = -10;
const CLICK_GAIN_DB = -4;

export function clickAlone(rate: Tempo['bpm']): Plan {
  const beat = NORMAL_BEAT.toFraction();
  return heard(
    { meter: { beats: 1, unit: beat }, clicks: [{ every: beat }] },
    { bpm: rate, beat: NORMAL_BEAT },
    60 / rate.valueOf(),
  );
}

export function clickWithBeats(placement: Placement, rate: Tempo['bpm']): Plan {
  const { meter, every, from } = placement;
  const unit = meter.unit.toFraction();
  const felt = feltTempo(placement, rate);
  return heard(
    {
      meter: { beats: meter.beats, unit },
      clicks: [
        { every: every.toFraction(), from: from.mod(every).toFraction(), gainDb: CLICK_GAIN_DB },
        { every: unit, voice: 'tick', gainDb: BEATS_GAIN_DB },
      ],
    },
    felt,
    barSeconds(meter, felt).valueOf(),
  );
}

function heard(section: Pick<Section, 'meter' | 'clicks'>, tempo: Tempo, barS: number): Plan {
  return {
    format: 'feldspar-plan',
    version: 1,
    title: 'The click',
    sections: [
      { ...section, tempo: saidTempo(tempo), bars: Math.max(1, Math.ceil(HEARD_S / barS)), play: [] },
    ],
  };
}
