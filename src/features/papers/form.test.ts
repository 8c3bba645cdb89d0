import * as v from 'valibot';
import { reportForm, signForm } from './form';

const id = '01a22b41-545d-72ce-acc5-ff90dd164f64';
const paper = (signedOn: string) => ({
  ...{ id, clientId: id, kind: 'touch', gives: true, version: 0, signedName: 'Ansel', signedAs: 'self', signedOn },
});
const report = (atTime: string) => ({
  ...{ id, clientId: id, stopId: id, revision: null },
  report: { doing: '', happened: 'pale', done: '', told: '', atTime },
});

test.each([
  ['2026-02-28', true],
  ['2026-02-31', false],
  ['28.2.2026', false],
  ['', false],
])('a paper signed on “%s”: %s', (day, isFine) => expect(v.is(signForm, paper(day))).toBe(isFine));

test.each([
  ['00:00', true],
  ['23:59', true],
  ['24:00', false],
  ['9:30', false],
  ['', false],
])('a stop at “%s”: %s', (time, isFine) => expect(v.is(reportForm, report(time))).toBe(isFine));

test('a report says what happened, if nothing else', () => {
  const silent = report('14:05');
  expect(v.is(reportForm, { ...silent, report: { ...silent.report, happened: '  ' } })).toBe(false);
});
