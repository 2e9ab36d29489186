/**
 * What sounds before the first bar: all beats of some bars; or the plan's own click alone, going on as it will, until it has sounded
 * so often. Then nothing tells the player where his beat is: he comes in when he has found it.
 */
import { Fraction, barLength, parseFraction, secondsAlong, tempo } from '../time/index.ts';
import { grooveLoop, isGroove } from './groove.ts';
import { DEFAULT_VOICE, layerClicks } from './layer-clicks.ts';
import { meterOf } from './meter-of.ts';
import { PlanError } from './plan-error.ts';
import type { ClickLayer, Plan, Section } from './schema.ts';

/** Longer than anybody listens. */
const MOST_BARS = 64;

export interface CountIn {
  section: Section;
  /** So many clicks of it sound: the last ones. */
  clicks: number;
}

/** @throws PlanError where the first section's click sounds too seldom. */
export function countInOf({ countIn, sections: [first] }: Plan): CountIn | null {
  if (countIn?.clicks !== undefined) return clickAlone(first, countIn.clicks);
  const bars = countIn?.bars ?? 0;
  return bars === 0 ? null : allBeats(first, bars, countIn?.voice);
}

function allBeats(first: Section, bars: number, voice: string | undefined): CountIn {
  const { beats, unit } = first.meter;
  const at = Array.from({ length: beats }, (_, i) => new Fraction(unit).mul(i).toFraction());
  // A groove's layer may name no voice of its own: the count-in is then the usual click.
  const clicks = [{ at, accent: ['0'], voice: voice ?? first.clicks[0]?.voice ?? DEFAULT_VOICE }];
  return { section: { ...steady(first), bars, clicks }, clicks: bars * beats };
}

function clickAlone(first: Section, clicks: number): CountIn {
  let heard = 0;
  for (let bars = 1; bars <= MOST_BARS; bars++) {
    const section = {
      ...steady(first),
      bars,
      clicks: first.clicks.map((layer) => before(layer, first, bars)),
    };
    heard = clicksIn(section);
    if (heard >= clicks) return { section, clicks };
  }
  throw new PlanError([
    {
      path: 'countIn.clicks',
      message: `the first section's click sounds ${heard} times in ${MOST_BARS} bars; ask for fewer clicks, or count in by bars`,
    },
  ]);
}

/** At the tempo at which the first bar begins, whatever comes of it. */
function steady({ meter, tempo: { bpm, beat } }: Section): Omit<Section, 'bars' | 'clicks'> {
  return { meter, tempo: { bpm, beat }, play: [] };
}

/** The layer so that after so many bars it stands where the section begins with it. */
function before(layer: ClickLayer, { meter }: Section, bars: number): ClickLayer {
  const passed = barLength(meterOf({ meter })).mul(bars);
  if (layer.every !== undefined) {
    const every = parseFraction(layer.every);
    return {
      ...layer,
      from: parseFraction(layer.from ?? '0')
        .add(passed)
        .mod(every)
        .toFraction(),
    };
  }
  if (layer.groove === undefined || !isGroove(layer.groove)) return layer;
  const { groove } = layer;
  const { length } = grooveLoop({ ...layer, groove }, meterOf({ meter }));
  return {
    ...layer,
    shift: parseFraction(layer.shift ?? '0')
      .add(passed)
      .mod(length)
      .toFraction(),
  };
}

function clicksIn({ meter, bars, tempo: { bpm, beat }, clicks }: Section): number {
  const bar = barLength(meterOf({ meter }));
  const along = secondsAlong(tempo(bpm, beat), undefined, bar.valueOf() * bars);
  return layerClicks(clicks, meterOf({ meter }), { bar, barCount: bars, firstBar: 0, startS: 0, along })
    .length;
}
