import { actFor, centreOf, keepInside, shownAfter, whole, zoomAbout } from './shown';
import { emptyDraft } from './state';
import type { Draft } from './state';
import type { MarkId } from '@/core/anatomy/marks';

const size = { w: 2400, h: 1200 };

test('a spot stays where it is on the screen while the picture grows about it', () => {
  const shown = zoomAbout(whole, 2, [600, 300], size);
  expect(shown).toEqual({ zoom: 2, x: 300, y: 150 });
  // Before and after, the spot lies a quarter of the way across what is shown.
  expect((600 - shown.x) / (size.w / shown.zoom)).toBeCloseTo(600 / 2400, 9);
  expect(zoomAbout(shown, 0.5, [600, 300], size)).toEqual(whole);
});

test('a picture is never shown smaller than whole, larger than twelve times, or beyond its edges', () => {
  expect(zoomAbout(whole, 0.1, [0, 0], size)).toEqual(whole);
  expect(zoomAbout(whole, 100, [2400, 1200], size)).toEqual({ zoom: 12, x: 2200, y: 1100 });
  expect(keepInside({ zoom: 2, x: -50, y: 5000 }, size)).toEqual({ zoom: 2, x: 0, y: 600 });
});

test('keys show more, less and all of it', () => {
  const centre = centreOf({ zoom: 2, x: 0, y: 0 }, size);
  expect(centre).toEqual([600, 300]);
  expect(shownAfter('0', { zoom: 3, x: 9, y: 9 }, centre, size)).toEqual(whole);
  expect(shownAfter('+', whole, [1200, 600], size)?.zoom).toBeCloseTo(1.4, 9);
  expect(shownAfter('-', { zoom: 2, x: 0, y: 0 }, centre, size)?.zoom).toBeCloseTo(2 / 1.4, 9);
  expect(shownAfter('a', whole, centre, size)).toBeUndefined();
});

describe('a key on the marks', () => {
  const wanted: readonly MarkId[] = ['mat1', 'mat2', 'ASIS'];
  const place = 'top:side' as const;
  const with1: Draft = { ...emptyDraft, points: { mat1: [100, 100] } };
  const press = (key: string, draft = with1, more = {}) =>
    actFor(
      { key, shiftKey: false, altKey: false, ...more },
      { place, draft, wanted, active: 'mat1', start: [1200, 600] },
    );

  test.each([
    ['ArrowLeft', {}, [99, 100]],
    ['ArrowDown', {}, [100, 101]],
    ['ArrowRight', { shiftKey: true }, [110, 100]],
    ['ArrowUp', { altKey: true }, [100, 99.8]],
  ])('%s %j', (key, more, at) => {
    expect(press(key, with1, more)).toEqual({ do: 'put', place, mark: 'mat1', at, remember: true });
  });

  test('an arrow on a mark not set yet begins where it may lie', () => {
    expect(press('ArrowRight', emptyDraft)).toMatchObject({ do: 'put', at: [1201, 600] });
  });

  test('Enter sets the mark, and goes on to the next one where it is set', () => {
    expect(press('Enter', emptyDraft)).toMatchObject({ do: 'put', mark: 'mat1', at: [1200, 600] });
    expect(press('Enter')).toEqual({ do: 'choose', place, mark: 'mat2' });
  });

  test('brackets step, Delete removes, other keys do nothing', () => {
    expect(press(']')).toEqual({ do: 'next', place });
    expect(press('[')).toEqual({ do: 'previous', place });
    expect(press('Backspace')).toEqual(press('Delete'));
    expect(press('Delete')).toEqual({ do: 'remove', place, mark: 'mat1' });
    expect(press('x')).toBeUndefined();
  });
});
