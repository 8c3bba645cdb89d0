import { dayInput, refuseDay } from './day';
import { parse } from './check';

test.each(['2026-02-28', '2024-02-29', '2000-02-29', '1920-01-01', '2100-12-31'])('%s is a day', (day) => {
  expect(parse(dayInput, day)).toEqual({ ok: true, value: day });
});

test.each([
  '2026-02-29',
  '1900-02-29',
  '2026-13-01',
  '2026-00-10',
  '2026-04-31',
  '1900-01-01',
  '2999-01-01',
  '26-1-1',
  '',
])('%s is refused', (day) => {
  expect(parse(dayInput, day)).toMatchObject({ ok: false, error: { code: 'badValue' } });
});

test('what was done can’t have been done tomorrow, nor before its time', () => {
  expect(refuseDay('2026-11-29', '2026-11-28', 'on')?.error.code).toBe('future');
  expect(refuseDay('2026-11-28', '2026-11-28', 'on')).toBeUndefined();
  expect(refuseDay('1999-01-01', '2026-11-28', 'on', '2000-01-01')?.error.code).toBe('longAgo');
});
