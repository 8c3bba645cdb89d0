import { fromMetric, limitsFor, massText, metricFor, shownFor, statureText, toMetric } from './units';

test('an inch is 2.54 cm and a pound 0.45359237 kg, by definition', () => {
  expect(toMetric('length', 1)).toBe(2.54);
  expect(toMetric('mass', 1)).toBe(0.45359237);
  expect(fromMetric('mass', 100)).toBeCloseTo(220.4623, 4); // NIST SP 811, appendix B
});

test.each([
  ['metric', 1.71, '171 cm'],
  ['imperial', 1.71, '5 ft 7 in'], // 67.3 in
  ['imperial', 1.8288, '6 ft 0 in'],
  ['imperial', 1.8161, '6 ft 0 in'], // 71.5 in is rounded to 72, and is no 5 ft 12
] as const)('%s: %s m is %s', (units, heightM, text) => expect(statureText(units, heightM)).toBe(text));

test('a mass as people say it', () =>
  expect([massText('metric', 66.4), massText('imperial', 66.4)]).toEqual(['66 kg', '146 lb']));

test.each([
  ['67', '170.18'],
  [`5'7"`, '170.18'],
  ['5 ft 7 in', '170.18'],
  ['5’7', '170.18'],
  ['5 7', '170.18'],
  [`6'`, '182.88'],
  ['67,5', '171.45'],
  ['', ''],
  ['tall', 'tall'],
])('“%s” typed as a length is %s cm', (typed, cm) => expect(metricFor('length', typed)).toBe(cm));

test('pounds have no feet', () => {
  expect(metricFor('mass', '146')).toBe('66.22');
  expect(metricFor('mass', '5 7')).toBe('5 7'); // left to be refused
});

test('what is shown comes back as it was, to a tenth', () => {
  for (let kg = 30; kg < 140; kg += 0.7) {
    const shown = shownFor('mass', String(Math.round(kg * 10) / 10));
    expect(shownFor('mass', metricFor('mass', shown))).toBe(shown);
  }
  expect(shownFor('length', '')).toBe('');
  expect(shownFor('mass', 'much')).toBe('much');
});

test('limits are said in the units that are typed', () => {
  expect(limitsFor('length', 'Type a number from 60 to 250 cm.')).toBe('Type a number from 24 to 98 in.');
  expect(limitsFor('mass', 'Type a number, 15 to 350 kg.')).toBe('Type a number, 34 to 771 lb.');
});
