import { datesIn, dayOf } from './days';

describe('days of a studio', () => {
  const eve = new Date('2026-12-31T12:30:00Z');
  test('the same moment falls on another day on the other side of the world', () => {
    expect(dayOf('Europe/London', eve)).toBe('2026-12-31');
    expect(dayOf('Pacific/Auckland', eve)).toBe('2027-01-01');
    expect(dayOf('Pacific/Auckland', new Date('2026-12-31T10:59:59Z'))).toBe('2026-12-31'); // an hour to midnight there
  });
  test.each(['Pacific/Auckland', 'Pacific/Kiritimati', 'Pacific/Pago_Pago', 'Europe/London'])(
    'a day stays the day it is in %s',
    (zone) => {
      const { shortDay, longDay } = datesIn('en-GB', zone);
      expect([shortDay('2027-01-02'), longDay('2027-01-02')]).toEqual(['2 Jan 2027', 'Saturday 2 January']);
    },
  );
  test('clocks are the studio’s own', () => {
    expect(datesIn('en-GB', 'Asia/Kolkata').clock(eve)).toBe('18:00');
    expect(datesIn('en-GB', 'Europe/London').seconds(eve)).toBe('12:30:00');
  });
});
