import type { Sticker } from '@/core/motion/stickers';
import { wordStickers } from './stickers';

const sticker = (isCovered = false): Sticker => ({ at: [1, 1], radius: 8, colour: 0, isCovered, sdPx: 0.3 });

describe('what was found, in words', () => {
  test('all named: how many, and nothing more', () => {
    const words = wordStickers({ named: [{ name: 'ASIS', sticker: sticker() }], unnamed: [] });
    expect(words).toBe('1 of 1 stickers found are landmarks now. Look them over; undo takes them back.');
  });
  test('what is partly covered, and what got no name and why, each once', () => {
    const words = wordStickers({
      named: [
        { name: 'ASIS', sticker: sticker(true) },
        { name: 'GT', sticker: sticker(true) },
        { name: 'LK', sticker: sticker() },
      ],
      unnamed: [
        { sticker: sticker(), why: 'either CH or FH' },
        { sticker: sticker(), why: 'either CH or FH' },
      ],
      mat: [sticker(), sticker()],
    });
    expect(words).toContain('3 of 5 stickers');
    expect(words).toContain('less sharp: front hip bone and outer hip (greater trochanter).');
    expect(words.match(/either CH or FH/g)).toHaveLength(1);
    expect(words).toContain('Mat line and known length');
  });
  test('landmarks that are not asked for are counted apart', () => {
    const words = wordStickers({ named: [{ name: 'ASIS_L', sticker: sticker() }], unnamed: [] }, 7);
    expect(words).toContain('1 of 8 stickers');
    expect(words).toContain('7 more are not asked for from here.');
  });
  test('a figure that is none says why, none found says what is looked for', () => {
    expect(wordStickers({ named: [], unnamed: [{ sticker: sticker(), why: 'so' }] })).toMatch(
      /^1 sticker was found and got no name: so\. .*head end/,
    );
    expect(wordStickers({ named: [], unnamed: [] })).toMatch(/^No stickers were found on the client\. Magenta/);
  });
});
