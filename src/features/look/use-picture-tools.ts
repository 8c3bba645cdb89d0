'use client';

import { useState } from 'react';
import type { Dispatch } from 'react';
import type { Marks } from '@/core/anatomy/marks';
import type { View } from '@/core/anatomy/positions';
import type { Setting } from '@/core/alignment/setting';
import type { Pose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import type { Vec2 } from '@/core/geometry';
import type * as outlining from './outline';
import type { BenchAct, Place, Sheet } from './state';
import { placeByStickers, stickerUnder } from './stickers';
import type { LooseSticker, PlacedStickers } from './stickers';
import type { WantedMarks } from '@/core/knowledge/wanted';
import type { MarkId } from '@/core/anatomy/marks';

export type Note = { readonly tone: 'out' | 'info'; readonly text: string };

type ToolsOn = {
  readonly body: Body;
  readonly pose: Pose;
  /** Other moments of the movement that the picture may show: a film is marked wherever its stickers are seen best. */
  readonly otherPoses: readonly Pose[];
  readonly view: View;
  readonly wanted: WantedMarks;
  readonly place: Place;
  readonly sheet: Sheet;
  readonly setting: Setting;
  readonly dispatch: Dispatch<BenchAct>;
  readonly onNote: (note: Note | undefined) => void;
};

const unreadable = 'The picture could not be read for stickers. Try again in a moment.';

const unfetched = 'The outline could not be fetched. Try again in a moment.';

const countOf = ({ points }: PlacedStickers): number => Object.keys(points).length;

/** What sets marks on a picture besides a hand: stickers found at once or snapped to, and an outline laid over the client. */
export function usePictureTools(on: ToolsOn) {
  const { body, pose, otherPoses, view, wanted, place, sheet, setting, dispatch, onNote } = on;
  const [laid, setLaid] = useState<{ readonly use: typeof outlining; readonly at: outlining.OutlinePlace }>();
  const [isSearching, setSearching] = useState(false);
  const [isSnapping, setSnapping] = useState(false);
  const [loose, setLoose] = useState<readonly LooseSticker[]>([]);
  const { headEnd } = setting;
  const shapeBy = ({ outlineOf }: typeof outlining) => outlineOf(body, pose, view, wanted, headEnd);
  const outline = laid && {
    shape: shapeBy(laid.use),
    at: laid.at,
    move: (at: outlining.OutlinePlace) => setLaid({ ...laid, at }),
  };
  const findStickers = async () => {
    setSearching(true);
    setLoose([]);
    onNote(undefined);
    const expected = await import('@/core/knowledge/expected').catch(() => undefined);
    let found: PlacedStickers | undefined;
    for (const shown of expected ? [pose, ...otherPoses] : []) {
      const places = expected?.expectedStickers(body, shown, view, wanted, headEnd) ?? [];
      const placed = await placeByStickers(sheet, places, wanted);
      if (placed && (!found || countOf(placed) > countOf(found))) found = placed;
    }
    setSearching(false);
    if (!found) return onNote({ tone: 'out', text: unreadable });
    const { points, sdPx, knownMm, loose, words } = found;
    dispatch({ do: 'putAll', place, points, onlyFree: false, sdPx, ...(knownMm ? { knownMm } : {}) });
    setLoose(loose);
    onNote({ tone: 'info', text: words });
  };
  /** One tap on a sticker of any colour: the mark goes to its middle. */
  const snap = (mark: MarkId, at: Vec2) => {
    void stickerUnder(sheet, at).then((found) => {
      if (found) dispatch({ do: 'put', place, mark, at: found.at, sdPx: found.sdPx, remember: false });
    });
  };
  return {
    isSearching,
    findStickers,
    /** Found, and not named. */
    loose,
    onSet: isSnapping ? snap : undefined,
    toggleSnap: () => setSnapping(!isSnapping),
    outline,
    layOutline: async (matLine: Marks['matLine']) => {
      const use = await import('./outline').catch(() => undefined);
      if (!use) return onNote({ tone: 'out', text: unfetched });
      setLaid({ use, at: use.firstPlace(shapeBy(use), sheet.originalWidth, sheet.originalHeight, matLine) });
    },
    leaveOutline: () => setLaid(undefined),
    takeOutline: () => {
      if (!outline || !laid) return;
      dispatch({ do: 'putAll', place, points: laid.use.landmarksUnder(outline.shape, outline.at), onlyFree: true });
      setLaid(undefined);
    },
  };
}

export type PictureTools = ReturnType<typeof usePictureTools>;
