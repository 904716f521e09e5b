import { isPit, placeKindName } from '../trench/places';
import type { Place } from '../trench';
import { formatStation, type UnitSystem } from '../units';

/** How a hole is called in a list of them: the trench by where it goes from, a pit by its name and what it is. */
export function sayPlace(place: Pick<Place, 'kind' | 'name' | 'from' | 'to'>, units: UnitSystem): string {
  const station = (at: number) => formatStation(at, units);
  if (!isPit(place)) return `Trench, ${station(place.from)} to ${station(place.to)}`;
  const kind = placeKindName(place.kind);
  const middle = station((place.from + place.to) / 2);
  return place.name === kind ? `${kind}, ${middle}` : `${place.name}, ${kind.toLowerCase()}, ${middle}`;
}
