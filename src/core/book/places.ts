// Places of an appointment: who holds one, who waits for one, and what became of it.

export const placeStates = ['booked', 'waiting', 'came', 'missed', 'late', 'off'] as const;
export type PlaceState = (typeof placeStates)[number];
export const placeNames: Readonly<Record<PlaceState, string>> = {
  booked: 'booked',
  waiting: 'waits for a place',
  came: 'came',
  missed: 'did not come',
  late: 'cancelled late',
  off: 'cancelled',
};

type Placed = { readonly state: PlaceState; readonly since: number };

/** Whether somebody so is expected or was there: the place is not another's. */
export const holds = (state: PlaceState): boolean => state === 'booked' || state === 'came' || state === 'missed';

export const freePlaces = (capacity: number, places: readonly { readonly state: PlaceState }[]): number =>
  Math.max(0, capacity - places.filter(({ state }) => holds(state)).length);

/** How somebody comes into an appointment: with a place, or waiting for one. */
export const comesIn = (capacity: number, places: readonly { readonly state: PlaceState }[]): PlaceState =>
  freePlaces(capacity, places) > 0 ? 'booked' : 'waiting';

/** Those who wait, who waited longest first. */
export const waiting = <T extends Placed>(places: readonly T[]): T[] =>
  places.filter(({ state }) => state === 'waiting').toSorted((a, b) => a.since - b.since);

/** Cancelled with less notice than this counts as late, unless she says otherwise. A convention; studios differ. */
export const noticeHours = 24;

/** How a cancelling now counts, in milliseconds since 1970. */
export const cancelledAs = (startsAt: number, now: number): 'off' | 'late' =>
  startsAt - now < noticeHours * 3_600_000 ? 'late' : 'off';
