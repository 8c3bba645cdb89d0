// The whole repertoire looked at as it would be: somebody in a level's pose, clean or with a fault, photographed before and at
// the top. What is judged must be right as often as it says, however the trunk lies, and seldom end in "can't tell".
import { takeLooks } from '../../../tests/rigs/repertoire-looks';
import type { MadeLook } from '../../../tests/rigs/repertoire-looks';
import { tallyOf } from '../../../tests/rigs/repertoire-looks';

const ways = {
  'stickers and the strip': { marking: 'stickers', strip: true, lensTold: true },
  'marks by hand on hip and pubic bone, nothing told of the lens': { marking: 'hands', strip: false, lensTold: false },
} as const;
/** Met this often, a group says something. */
const enough = 90;
/** Lengths against lengths, told rather too blunt than too sharp. */
const blunt = new Set(['kneeTrack', 'shoulderEar', 'pelvicShift', 'tabletopError']);

const share = <T>(all: readonly T[], is: (one: T) => boolean): number => all.filter(is).length / all.length;
const hasUnsure = ({ findings }: MadeLook): boolean => findings.some(({ verdict }) => verdict === 'unsure');

describe.each(Object.entries(ways))('by %s', (name, way) => {
  const looks = takeLooks(2600, 20261129, way);
  const groups = tallyOf(looks).filter(({ count }) => count >= enough);
  test('bridges, rolled and inverted trunks, planks, sitting and lying are among them', () => {
    const met = new Set(groups.map(({ trunk }) => trunk));
    expect([...met]).toEqual(
      expect.arrayContaining(['onBack', 'onFront', 'onSide', 'bridged', 'rolled', 'inverted', 'sitting', 'plank']),
    );
  });
  test.each(groups.map((one) => [`${one.trunk}: ${one.measure}`, one] as const))(
    '%s: no bias, and 93 to 97 of a hundred within what is stated',
    (_, { measure, count, bias, sd, within }) => {
      const chance = 3 * Math.sqrt((0.95 * 0.05) / count);
      expect(Math.abs(bias)).toBeLessThan(0.3 + (3 * sd) / Math.sqrt(count));
      expect(within).toBeGreaterThan(0.95 - 0.02 - chance);
      if (!blunt.has(measure)) expect(within).toBeLessThan(Math.min(1.001, 0.97 + chance));
    },
  );
  test("can't tell is the exception", () => {
    const clean = looks.filter(({ fault }) => !fault);
    const shown = looks.filter(({ fault, findings }) => fault && findings.some((one) => one.fault === fault));
    const findings = looks.flatMap((one) => one.findings);
    expect(share(findings, ({ verdict }) => verdict === 'unsure')).toBeLessThan(0.25);
    expect(share(clean, hasUnsure)).toBeLessThan(name.startsWith('stickers') ? 0.35 : 0.45);
    expect(share(clean, ({ findings: all }) => all.some(({ verdict }) => verdict === 'out'))).toBeLessThan(0.1);
    const isOpen = ({ fault, findings: all }: MadeLook) =>
      all.every((one) => one.fault !== fault || one.verdict === 'unsure');
    expect(share(shown, isOpen)).toBeLessThan(0.15);
  });
});
