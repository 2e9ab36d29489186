/** Where the click of a sheet may fall, by name. Pure. */
import { type Sheet, meterOf } from '@feldspar/core/counts';
import { type ClickLayer, layerWords } from '@feldspar/core/plan';
import { parseFraction } from '@feldspar/core/time';

export interface ClickPlace {
  name: string;
  /** Undefined is what a sheet has by itself. */
  clicks: ClickLayer[] | undefined;
}

export function clickPlaces({ counted, meter, clicks, limbs }: Sheet): ClickPlace[] {
  const half = parseFraction(counted).div(2).toFraction();
  const quarter = parseFraction(counted).mul('3/4').toFraction();
  const places: ClickPlace[] = [
    { name: limbs ? 'on every half of it' : 'on every counted note', clicks: undefined },
    { name: 'the count, said aloud', clicks: [{ every: counted, voice: 'count' }] },
    { name: 'only “one”, said aloud', clicks: [{ at: ['0'], voice: 'count' }] },
    { name: 'on 1 of the bar', clicks: [{ at: ['0'] }] },
    { name: 'between the counted notes', clicks: [{ every: counted, from: half }] },
    { name: 'on their last quarter', clicks: [{ every: counted, from: quarter }] },
  ];
  if (!clicks || places.some((place) => same(place.clicks, clicks))) return places;
  const words = clicks.map((layer) => layerWords(layer, meterOf({ meter }))).join(' and ');
  return [...places, { name: words, clicks }];
}

export function clickPlaceOf(sheet: Sheet): ClickPlace {
  const places = clickPlaces(sheet);
  return places.find(({ clicks }) => same(clicks, sheet.clicks)) ?? places[0];
}

function same(one: ClickLayer[] | undefined, other: ClickLayer[] | undefined): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
