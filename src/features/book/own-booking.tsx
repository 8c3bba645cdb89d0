'use client';

import { BookingForm, fresh, typedOf } from './booking-form';
import type { Moved } from './grid';
import type { BookEvent, BookPage } from './read';

type OwnBookingProps = { readonly page: BookPage; readonly onKept: () => void } & (
  { readonly event: BookEvent; readonly moved?: Moved | undefined } | { readonly at: string; readonly minutes: number }
);

/** The form of a new appointment, or of a change: to where it was dragged, else as it stands. */
export const OwnBooking = ({ page, onKept, ...of }: OwnBookingProps) =>
  'event' in of ? (
    <BookingForm
      key={`${of.event.id} ${of.moved?.at ?? ''}`}
      page={page}
      event={of.event}
      values={typedOf(of.event, of.moved?.at, of.moved?.minutes)}
      onKept={onKept}
    />
  ) : (
    <BookingForm page={page} values={fresh(page, of.at, of.minutes)} onKept={onKept} />
  );
