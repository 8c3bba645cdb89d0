import { readCalendar } from './incoming';
import type { Calendar, Reading } from './incoming';

const reading: Reading = { timeZone: 'Europe/London', from: '2026-12-01', to: '2027-11-30', most: 500 };
const event = (...lines: readonly string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
const file = (...parts: readonly (readonly string[])[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...parts.flat(), 'END:VCALENDAR', ''].join('\r\n');
const read = (text: string, more: Partial<Reading> = {}): Calendar => {
  const told = readCalendar(text, { ...reading, ...more });
  if (!told.ok) throw new Error(told.error.message);
  return told.value;
};
const at = (calendar: Calendar) => calendar.events.map((one) => `${one.at} ${one.minutes} ${one.summary}`);

test('times in UTC, in a zone of their own and in none, as the studio’s clock shows them', () => {
  const text = file(
    event('UID:a', 'DTSTART:20270601T083000Z', 'DTEND:20270601T092000Z', 'SUMMARY:In UTC'),
    event('UID:b', 'DTSTART;TZID=Europe/Berlin:20261202T103000', 'DURATION:PT50M', 'SUMMARY:In Berlin'),
    event('UID:c', 'DTSTART:20261203T093000', 'DTEND:20261203T101500', 'SUMMARY:Floating'),
    event('UID:d', 'DTSTART;TZID=Europe/Berlin:20261204T100000', 'DTEND;TZID=Europe/London:20261204T100000', 'SUMMARY:Two zones'),
  ); // prettier-ignore
  expect(at(read(text))).toEqual([
    '2026-12-02T09:30 50 In Berlin',
    '2026-12-03T09:30 45 Floating',
    '2026-12-04T09:00 60 Two zones',
    '2027-06-01T09:30 50 In UTC', // 08:30 UTC is 09:30 in summer
  ]);
});

test('a series over the change of summer time stays at its hour in its own zone; a left-out time is left out, a moved one moved', () => {
  const series = [
    ...event(
      'UID:s',
      'DTSTART;TZID=Europe/London:20270315T090000',
      'DTEND;TZID=Europe/London:20270315T095000',
      'RRULE:FREQ=WEEKLY;COUNT=5',
      'EXDATE;TZID=Europe/London:20270322T090000',
      'SUMMARY:Weekly',
    ),
    ...event(
      'UID:s',
      'RECURRENCE-ID;TZID=Europe/London:20270405T090000',
      'DTSTART;TZID=Europe/London:20270406T140000',
      'DTEND;TZID=Europe/London:20270406T145000',
      'SUMMARY:Moved',
    ),
  ];
  const whole = read(file(series));
  expect(at(whole)).toEqual([
    '2027-03-15T09:00 50 Weekly',
    '2027-03-29T09:00 50 Weekly',
    '2027-04-06T14:00 50 Moved',
    '2027-04-12T09:00 50 Weekly',
  ]);
  expect(new Set(whole.events.map(({ uid }) => uid)).size).toBe(4);
  expect(read(file(series)).events).toEqual(whole.events); // the same ids again
  expect(at(read(file(series), { timeZone: 'Europe/Berlin' }))[0]).toBe('2027-03-15T10:00 50 Weekly');
});

test('a zone described in the file is used; one that nobody knows is read as the studio’s, and said', () => {
  const zone = [
    'BEGIN:VTIMEZONE',
    'TZID:Harbour time',
    'BEGIN:STANDARD',
    'DTSTART:19700101T000000',
    'TZOFFSETFROM:+0300',
    'TZOFFSETTO:+0300',
    'END:STANDARD',
    'END:VTIMEZONE',
  ];
  const inHarbour = event('UID:h', 'DTSTART;TZID=Harbour time:20261202T120000', 'DURATION:PT1H', 'SUMMARY:H');
  const inNowhere = event('UID:n', 'DTSTART;TZID=Nowhere/At_All:20261202T120000', 'DURATION:PT1H', 'SUMMARY:N');
  const calendar = read(file(zone, inHarbour, inNowhere));
  expect(at(calendar)).toEqual(['2026-12-02T09:00 60 H', '2026-12-02T12:00 60 N']);
  expect(calendar.told).toEqual([{ kind: 'zone', count: 1, first: 'N' }]);
  const hollow = ['BEGIN:VTIMEZONE', 'TZID:Harbour time', 'END:VTIMEZONE'];
  expect(read(file(hollow, inHarbour)).told).toEqual([{ kind: 'zone', count: 1, first: 'H' }]);
});

test('what is not taken is told by kind, and a broken event costs no other', () => {
  const calendar = read(
    file(
      event('UID:1', 'DTSTART;VALUE=DATE:20261202', 'SUMMARY:Holiday'),
      event('UID:2', 'DTSTART:20261202T090000Z', 'DTEND:20261202T100000Z', 'STATUS:CANCELLED', 'SUMMARY:Gone'),
      event('UID:3', 'DTSTART:20261202T090000Z', 'SUMMARY:No length'),
      event('UID:4', 'DTSTART:20261202T090000Z', 'DTEND:20261204T100000Z', 'SUMMARY:Days long'),
      event('UID:5', 'DTSTART:20200202T090000Z', 'DTEND:20200202T100000Z', 'SUMMARY:Long ago'),
      event('UID:6', 'SUMMARY:Never'),
      event('this is no line of a calendar'),
      event('UID:8', 'DTSTART:20261202T090000Z', 'DTEND:20261202T094500Z', 'SUMMARY:Kept'),
    ),
  );
  expect(at(calendar)).toEqual(['2026-12-02T09:00 45 Kept']);
  expect(calendar.told).toEqual([
    { kind: 'unreadable', count: 2, first: expect.stringMatching(/^line \d+$/) },
    { kind: 'wholeDay', count: 1, first: 'Holiday' },
    { kind: 'cancelled', count: 1, first: 'Gone' },
    { kind: 'length', count: 2, first: 'No length' },
    { kind: 'outside', count: 1, first: 'Long ago' },
  ]);
});

test('from five minutes to twelve hours, from the first wanted day to the last, both taken', () => {
  const lasts = (minutes: number) => event(`UID:${minutes}`, 'DTSTART:20261202T070000Z', `DURATION:PT${minutes}M`, 'SUMMARY:S'); // prettier-ignore
  expect(read(file(lasts(721), lasts(720), lasts(5), lasts(4))).events.map(({ minutes }) => minutes)).toEqual([5, 720]); // of one time, by their ids
  const days = event('UID:d', 'DTSTART:20261129T090000Z', 'DURATION:PT1H', 'RRULE:FREQ=DAILY', 'SUMMARY:Daily');
  const { events } = read(file(days), { to: '2026-12-03' });
  expect(events.map(({ at: when }) => when.slice(0, 10))).toEqual(['2026-12-01', '2026-12-02', '2026-12-03']);
});

test('ids are kept as they are, or shortened so that beginning and end still tell them apart', () => {
  const idOf = (uid: string) => read(file(event(`UID:${uid}`, 'DTSTART:20261202T070000Z', 'DURATION:PT1H'))).events[0]?.uid ?? ''; // prettier-ignore
  const time = '|2026-12-02T07:00';
  const [short, long] = ['a'.repeat(190 - time.length), 'a'.repeat(191 - time.length)];
  expect(idOf(short)).toBe(short + time);
  expect(idOf(long)).toBe(`${'a'.repeat(95)}…${('a'.repeat(94) + time).slice(-94)}`);
  expect(new Set([idOf(`x${long}`), idOf(`y${long}`), idOf(`x${long}y`)]).size).toBe(3);
});

test('ten thousand events, and one that comes every second, end; the earliest are taken and the rest counted', () => {
  const many = Array.from({ length: 10_000 }, (_, i) => {
    const day = String(1 + (i % 28)).padStart(2, '0');
    return event(`UID:m${i}`, `DTSTART:202701${day}T${String(8 + (i % 10)).padStart(2, '0')}0000Z`, 'DURATION:PT45M', `SUMMARY:Event ${i}`); // prettier-ignore
  });
  const calendar = read(file(...many));
  expect(calendar.events).toHaveLength(500);
  expect(calendar.events[0]?.at).toBe('2027-01-01T08:00');
  expect(calendar.told).toEqual([{ kind: 'tooMany', count: 9500, first: expect.any(String) }]);
  const endless = event('UID:e', 'DTSTART:20000101T000000Z', 'DURATION:PT5M', 'RRULE:FREQ=SECONDLY', 'SUMMARY:Endless');
  expect(read(file(endless)).told).toEqual([{ kind: 'outside', count: 1, first: 'Endless' }]);
});

test.each([
  ['', 'notACalendar'],
  ['a,b\n1,2', 'notACalendar'],
  ['BEGIN:VCALENDAR\nEND:VCALENDAR', 'emptyCalendar'],
  ['BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:1', 'emptyCalendar'],
])('%j is no calendar with events: %s', (text, code) =>
  expect(readCalendar(text, reading)).toMatchObject({ ok: false, error: { code, path: 'file' } }),
);
