'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useReducer, useState } from 'react';
import type { KeyboardEvent } from 'react';
import type { Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import { parse } from '@/core/check';
import { entry, levelOf } from '@/core/knowledge/find';
import { watchedAt } from '@/core/knowledge/fits';
import { looksAt } from '@/core/knowledge/looks';
import type { Dose } from '@/core/progression/dose';
import { answered } from '@/core/result';
import { Drafts } from '@/platform/browser/drafts';
import { useOnce } from '@/platform/browser/once';
import { useRepertoire } from '@/platform/browser/repertoire';
import { keepMarks, keepTaken, keepWholeLook, pickCorrection } from './actions';
import { useTries } from './use-tries';
import type { Films } from './film/desk';
import { useKept } from './keeping';
import type { Kept } from './keeping';
import type { BenchOpening } from './read';
import { draftAt, fromMarks, openBench, partsOf, placeOf, placesOf, settingAt, step, toMarks } from './state';
import type { Bench, BenchAct } from './state';
import { marksFor } from '@/core/knowledge/wanted';
import type { OnSeen } from './also-seen';
import { heldDraft, keyOf, readBench, withSeen, withTaken } from './work';

/** Pictures with their marks, each to be kept. */
const picturesToKeep = (bench: Bench, { lookId, pictures }: BenchOpening): Kept[] =>
  placesOf(bench).map(([place, sheet]): Kept => {
    const [role, view] = partsOf(place);
    const isKnown = pictures.some((one) => one.role === role && one.view === view && one.setting !== null);
    return {
      key: place,
      body: { pictureId: sheet.id, marks: toMarks(draftAt(bench, place)), setting: settingAt(bench, place) },
      fresh: !isKnown,
      send: (body) => keepMarks({ lookId, role, view, ...body }),
    };
  });

/** Readings by hand and eye, each to be kept; those taken back are sent as nothing. */
function readingsToKeep(readings: readonly Taken[], { lookId, readings: before }: BenchOpening): Kept[] {
  const gone = before.filter((old) => !readings.some((one) => keyOf(one) === keyOf(old)));
  const isKnown = (one: Taken) =>
    before.some(
      (old) => keyOf(old) === keyOf(one) && old.taken === one.taken && (old.side ?? null) === (one.side ?? null),
    );
  const send: Kept['send'] = (body) => keepTaken({ lookId, ...body });
  return [
    ...gone.map((one): Kept => ({ key: keyOf(one), body: { ...one, taken: null }, fresh: true, send })),
    ...readings.map((one): Kept => ({ key: keyOf(one), body: one, fresh: !isKnown(one), send })),
  ];
}

/** The fault that is worked on and the correction picked for it, kept as they are chosen. */
function usePicked({ lookId, fault, correction }: BenchOpening, onOther: () => void) {
  const [picked, setPicked] = useState({ fault, correction });
  const [failed, setFailed] = useState<string>();
  const pick = async (nextFault: string, nextCorrection: string | null) => {
    const before = picked;
    setPicked({ fault: nextFault, correction: nextCorrection });
    if (nextFault !== before.fault) onOther();
    setFailed(undefined);
    const asked = pickCorrection({ lookId, fault: nextFault, correction: nextCorrection });
    const result = await answered(asked, 'The choice could not be kept. Pick it once more in a moment.');
    if (result.ok) return;
    setPicked(before);
    setFailed(result.error.message);
  };
  /** The fault stays in hand, the correction was tried. */
  const letGo = () => setPicked(({ fault: held }) => ({ fault: held, correction: null }));
  return { picked, failed, pick, letGo };
}

/** Marks that this browser held, and the server had not acknowledged, go back onto their pictures. */
function useHeldDrafts({ lookId, pictures }: BenchOpening, drafts: Drafts, dispatch: (act: BenchAct) => void) {
  useEffect(() => {
    for (const { role, view, id } of pictures) {
      const place = placeOf(role, view);
      void drafts.read(`${lookId}/${place}`).then((kept) => {
        const held = parse(heldDraft, kept);
        if (held.ok && held.value.pictureId === id)
          dispatch({ do: 'restore', place, draft: fromMarks(held.value.marks), setting: held.value.setting });
      });
    }
  }, [lookId, pictures, drafts, dispatch]);
}

/** Films of the look: they go with the page. */
function useFilms(): Films {
  const [films] = useState<Films>(() => new Map());
  useEffect(() => () => films.forEach((film) => film.close()), [films]);
  return films;
}

/** The bench's state: pictures and marks, readings, what is worked on, and how far it is kept. */
export function useBench(opening: BenchOpening) {
  const { lookId, clientId, frame } = opening;
  const router = useRouter();
  const dosed = useOnce();
  const repertoire = useRepertoire();
  const whole = entry(repertoire.exercises, frame.exercise);
  const exercise = useMemo(
    () => ({ ...watchedAt(repertoire, whole, frame.level), looks: looksAt(whole, frame.level) }),
    [repertoire, whole, frame.level],
  );
  const level = levelOf(whole, frame.level);
  const [bench, dispatch] = useReducer(step, opening, ({ pictures, headEnd }) =>
    openBench({
      pictures,
      headEnd,
      wanted: Object.fromEntries(exercise.looks.map(({ view }) => [view, marksFor(exercise, view, level)])),
    }),
  );
  const [readings, setReadings] = useState<readonly Taken[]>(opening.readings);
  const [byEye, setByEye] = useState<'better' | 'same' | 'worse'>();
  const { picked, failed, pick, letGo } = usePicked(opening, () => setByEye(undefined));
  const films = useFilms();
  const [drafts] = useState(() => new Drafts(opening.keeper));
  useHeldDrafts(opening, drafts, dispatch);
  const things = useMemo(
    () => [...picturesToKeep(bench, opening), ...readingsToKeep(readings, opening)],
    [bench, readings, opening],
  );
  const { keeping, forget } = useKept(lookId, things, drafts);
  const tries = useTries(opening, picked, () => {
    dispatch({ do: 'clear', role: 'retest' });
    films.get('retest')?.close();
    setReadings((before) => before.filter(({ role }) => role !== 'retest'));
    setByEye(undefined);
    forget((key) => key.startsWith('retest:'));
    letGo();
  });
  const reading = useMemo(
    () => readBench(repertoire, opening, bench, readings, picked.fault),
    [repertoire, opening, bench, readings, picked.fault],
  );
  const onRead = (role: Role, method: 'hand' | 'eye', measure: string, taken: number | null) =>
    setReadings((before) => withTaken(before, { role, method, measure }, taken));
  const onSeen: OnSeen = (fault, noted) => setReadings((before) => withSeen(before, fault, noted));
  const keep = async (dose: Dose): Promise<string | undefined> => {
    if (keeping.state !== 'kept')
      return 'Some marks have not reached the server yet. Wait for “all kept”, then try once more.';
    const asked = keepWholeLook({ lookId, doseId: dosed.id(), dose, ...(byEye ? { byEye } : {}) });
    const result = await answered(asked, 'Nothing is lost; try again in a moment.');
    if (!result.ok) return result.error.message;
    router.push(`/clients/${clientId}?part=looks#history`);
    return undefined;
  };
  const undoKeys = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
    const key = event.key.toLowerCase();
    if (key !== 'z' && key !== 'y') return;
    event.preventDefault();
    dispatch({ do: key === 'y' || event.shiftKey ? 'redo' : 'undo' });
  };
  return {
    ...{ opening, repertoire, exercise, level, bench, dispatch, readings, onRead, reading, keeping },
    ...{ films, picked, pickFailed: failed, pick, onSeen, byEye, setByEye, keep, undoKeys, tries },
  };
}

export type BenchModel = ReturnType<typeof useBench>;
