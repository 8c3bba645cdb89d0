'use client';

import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import type { KeyboardEvent } from 'react';
import { ArrowRight, ScanLine } from 'lucide-react';
import { isLandmarkKey } from '@/core/anatomy/landmarks';
import type { LandmarkKey } from '@/core/anatomy/landmarks';
import type { Role } from '@/core/alignment/look-values';
import type { Marks } from '@/core/anatomy/marks';
import type { View } from '@/core/anatomy/positions';
import type { Vec2 } from '@/core/geometry';
import { entriesOf } from '@/core/keyed';
import { frameAt, marksAt, worstRepetition } from '@/core/knowledge/film';
import type { FilmInput, FilmReading, FollowedFilm } from '@/core/knowledge/film';
import { startsOffRest } from '@/core/knowledge/facts';
import { packFilm, unpackFilm } from '@/core/motion/packed';
import { answered } from '@/core/result';
import { Button } from '@/design/button';
import { Failed, Notice, Quiet, Row, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { Bench } from '../marking-layout';
import { keepFilm } from '../actions';
import type { MarkingProps } from '../marking-layout';
import { sendPicture } from '../picture-source';
import { draftAt, partsOf, placeOf, settingAt, toMarks, wantedAt } from '../state';
import type { Place } from '../state';
import { deskOf, noFilm } from './desk';
import type { FilmDesk, FilmState, ReadBy, SetOf } from './desk';
import { Circles } from './circles';
import { Course } from './course';
import { FilmFiles } from './files';
import { SimulatedFilm } from './simulated-film';
import { FilmSource, TurnFilm } from './source';
import { KeepFilm } from './keep-film';
import type { KeepFilmProps } from './keep-film';
import { Rolled } from './rolled';
import { SideBySide } from './side-by-side';
import { Stage } from './stage';
import { Strip, useStills } from './strip';
import { Told } from './told';
import { Transport } from './transport';
import { Working } from './working';

export type ByFilmProps = MarkingProps & {
  readonly view: View;
  /** The moment marked has become a picture of the look: it is marked there. */
  readonly onMark: (at: Role) => void;
  /** Followed and read: what it shows worst is a picture of the look. */
  readonly onDone: () => void;
};

/** Where a film's marks are set: in the set-up, but where the movement begins off the rest; and where its worst moment goes. */
export function placesOfFilm(
  set: SetOf,
  view: View,
  beginsOffRest: boolean,
): { readonly marked: Place; readonly worst: Place } {
  const worst = placeOf(set === 'retest' ? 'retest' : 'top', view);
  return { marked: set === 'retest' || beginsOffRest ? worst : placeOf('setup', view), worst };
}

const setOfRole = (role: MarkingProps['role']): SetOf => (role === 'retest' ? 'retest' : 'baseline');

/** What the film is read by, from the marks that were set in its moment. */
function readByOf({ bench, opening, level }: ByFilmProps, view: View, marked: Place, state: FilmState): ReadBy {
  const marks = toMarks(draftAt(bench, marked));
  const { ownNeutral: _, ...frame } = opening.frame;
  const { width = 1, height = 1 } = state.info ?? {};
  const atRest = toMarks(draftAt(bench, placeOf('setup', view)));
  const needsRest = startsOffRest(level) && Object.keys(atRest.landmarks).length > 0;
  const input: Omit<FilmInput, 'film'> = {
    ...frame,
    view,
    setting: settingAt(bench, marked),
    size: { width, height },
    lines: { matLine: marks.matLine, scale: marks.scale },
    ...(needsRest ? { neutral: atRest } : {}),
  };
  return { input, repertoire: opening.repertoire };
}

/** The film's stills go where pictures of a look go. */
function useStillsOfLook(props: ByFilmProps, desk: FilmDesk) {
  const { bench, dispatch, opening, exercise } = props;
  const [failed, setFailed] = useState<string>();
  const take = async (place: Place, atS: number, what: string): Promise<boolean> => {
    setFailed(undefined);
    const file = await desk.still(atS, `${exercise.name}, ${what}`);
    const sent = file && (await sendPicture(opening.clientId, file));
    if (!sent?.ok) {
      setFailed(sent ? sent.error.message : 'This moment could not be taken out of the film.');
      return false;
    }
    dispatch({ do: 'load', place, sheet: sent.value, setting: settingAt(bench, place) });
    return true;
  };
  return { failed, take };
}

const landmarksIn = (marks: Marks): Record<string, Vec2> =>
  Object.fromEntries(entriesOf(marks.landmarks).flatMap(([key, at]) => (at ? [[key, at]] : [])));

/** Follows what was marked, and puts the worst moment, with its marks, among the look's pictures. */
function useFollowing(props: ByFilmProps, desk: FilmDesk, state: FilmState, view: View) {
  const { bench, dispatch } = props;
  const set = setOfRole(props.role);
  const { marked, worst } = placesOfFilm(set, view, startsOffRest(props.level));
  const { failed, take } = useStillsOfLook(props, desk);
  const lines = toMarks(draftAt(bench, marked));
  const [notKept, setNotKept] = useState<string>();
  const keep = async (film: FollowedFilm) => {
    const { width = 1, height = 1 } = desk.now().info ?? {};
    const { matLine, scale } = lines;
    const kept = { size: { width, height }, lines: { matLine, scale }, paths: packFilm(film) };
    const asked = keepFilm({
      lookId: props.opening.lookId,
      role: set,
      view,
      setting: settingAt(bench, marked),
      film: kept,
    });
    const result = await answered(asked, 'What was followed could not be kept yet. Follow it once more in a moment.');
    setNotKept(result.ok ? undefined : result.error.message);
  };
  const after = async (reading: FilmReading | undefined) => {
    const shown = reading && worstRepetition(reading);
    const film = desk.now().followed?.film;
    if (!shown || !film) return;
    await keep(film);
    if (!(await take(worst, shown.worstS, 'worst moment'))) return;
    const { landmarks, sdPx } = marksAt(film, lines, frameAt(film.times, shown.worstS));
    const { mat1, mat2, known1, known2, knownMid } = draftAt(bench, marked).points;
    const points = {
      ...landmarks,
      ...Object.fromEntries(Object.entries({ mat1, mat2, known1, known2, knownMid }).filter(([, at]) => at)),
    };
    dispatch({ do: 'putAll', place: worst, points, onlyFree: false, ...(sdPx ? { sdPx } : {}) });
    if (lines.scale?.mm) dispatch({ do: 'knownMm', place: worst, mm: lines.scale.mm });
  };
  const readBy = () => readByOf(props, view, marked, state);
  return {
    failed: failed ?? notKept,
    take,
    marked,
    follow: async () => after(await desk.follow(landmarksIn(lines), readBy())),
    correct: async (mark: LandmarkKey, at: Vec2) => after(await desk.correct(mark, at, readBy())),
    marks: lines,
  };
}

/** Keys that go through a film. */
function keysFor(state: FilmState, event: KeyboardEvent): number | undefined {
  const { atS, reading, info } = state;
  const frameS = info ? (info.endS - info.startS) / Math.max(1, info.frames - 1) : 1 / 30;
  const turns = reading?.repetitions.map(({ worstS }) => worstS) ?? [];
  switch (event.key.length === 1 ? event.key.toLowerCase() : event.key) {
    case 'ArrowRight':
      return atS + frameS;
    case 'ArrowLeft':
      return atS - frameS;
    case ']':
      return turns.find((one) => one > atS + frameS);
    case '[':
      return turns.findLast((one) => one < atS - frameS);
    case 'w':
      return reading && worstRepetition(reading)?.worstS;
    case 'f':
      return reading?.repetitions.find(({ lost }) => lost)?.lost?.atS;
    default:
      return undefined;
  }
}

/** A set by its film: opened, marked once, followed; the repetitions, and what they tell. */
export function ByFilm(props: ByFilmProps) {
  const { role, exercise, level, opening, bench, films } = props;
  const set = setOfRole(role);
  const desk = deskOf(films, set);
  const state = useSyncExternalStore(desk.subscribe, desk.now, desk.now);
  const view = state.view ?? props.view;
  const { marked } = placesOfFilm(set, view, startsOffRest(level));
  const title = `${exercise.name}, ${set === 'retest' ? 'after the correction' : 'the set'}`;
  const open = (file: File) => void desk.open(file);
  useKeptFilm(props, desk, set);
  if (!state.info && state.reading && state.followed)
    return (
      <KeptFilm
        desk={desk}
        state={state}
        flatSpot={flatSpotIn(props)}
        onDone={props.onDone}
        itself={{ opening, role: set, marks: landmarksIn(toMarks(draftAt(bench, marked))) }}
      />
    );
  if (!state.info)
    return (
      <Stack>
        {state.trouble && (
          <Notice $tone="out" role="alert">
            {state.trouble.message}
          </Notice>
        )}
        {state.busy ? (
          <Working
            words={state.busy.what === 'opening' ? `Opening ${state.name}` : 'Reading what was followed'}
            share={state.busy.share}
            onCancel={() => desk.close()}
          />
        ) : (
          <FilmSource
            hint={set === 'retest' ? 'The same set again, after the correction' : 'A whole set, uncorrected'}
            where={exercise.looks.find((one) => one.view === props.view)?.where ?? ''}
            position={exercise.position}
            view={props.view}
            title={title}
            onFilm={open}
            simulated={(onFilm) => (
              <SimulatedFilm
                exercise={exercise}
                level={level}
                view={props.view}
                body={opening.body}
                worn={wantedAt(bench, marked)}
                title={title}
                onFilm={onFilm}
              />
            )}
          />
        )}
      </Stack>
    );
  return <OpenFilm {...props} view={view} desk={desk} state={state} />;
}

/** A flat spot is no measure's: it goes among what was seen, clear, where the exercise watches for it. */
function flatSpotIn({ exercise, role, readings, onSeen }: ByFilmProps) {
  const fault = 'flatSpot';
  const isWatched = exercise.faults.some((one) => one.fault === fault);
  const noted = readings.some(({ method, measure, taken }) => method === 'seen' && measure === fault && taken > 0);
  const onNote = () => onSeen(fault, { role: 'top', taken: 2, side: null });
  return { noted, ...(isWatched && role !== 'retest' ? { onNote } : {}) };
}

/** What was followed in this set before the page was opened is read again, once. */
function useKeptFilm(props: ByFilmProps, desk: FilmDesk, set: SetOf): void {
  const { opening } = props;
  const kept = opening.films.find(({ role }) => role === set);
  const isAsked = useRef(false);
  useEffect(() => {
    if (!kept || isAsked.current || desk.now() !== noFilm) return;
    isAsked.current = true;
    const { view, setting, film } = kept;
    const { marked } = placesOfFilm(set, view, startsOffRest(props.level));
    const { input, repertoire } = readByOf(props, view, marked, desk.now());
    const own = { ...input, setting, size: film.size, lines: film.lines };
    void desk.restore(unpackFilm(film.paths), view, { input: own, repertoire }, kept.kept);
  });
}

type KeptFilmProps = {
  readonly desk: FilmDesk;
  readonly state: FilmState;
  readonly flatSpot: ReturnType<typeof flatSpotIn>;
  readonly onDone: () => void;
  readonly itself: Pick<KeepFilmProps, 'opening' | 'role' | 'marks'>;
};

/** A set as it was followed; its film is not on this page. */
function KeptFilm({ desk, state, flatSpot, onDone, itself }: KeptFilmProps) {
  const { reading, followed, trim, atS, trouble } = state;
  if (!reading || !followed) return null;
  return (
    <Stack $gap={18} style={{ paddingTop: 14 }}>
      <Told reading={reading} disturbed={followed.disturbed} cutOffS={undefined} />
      <Row>
        <Button $look="main" onPress={onDone}>
          See findings
          <ArrowRight size={19} aria-hidden />
        </Button>
        <Button onPress={() => desk.close()}>Film it once more</Button>
      </Row>
      <KeepFilm desk={desk} state={state} {...itself} />
      <Failed>{trouble?.message}</Failed>
      <Strip reading={reading} stills={undefined} atS={atS} onGo={(to) => desk.goTo(to)} />
      {reading.rolled && <Rolled rolled={reading.rolled} {...flatSpot} />}
      {reading.circles && <Circles circles={reading.circles} reading={reading} times={followed.film.times} />}
      <Course reading={reading} times={followed.film.times} fromS={trim.fromS} atS={atS} onGo={(to) => desk.goTo(to)} />
    </Stack>
  );
}

function useShownMarks(state: FilmState, lines: Marks): { marks: Marks | undefined; rest: Marks | undefined } {
  const { followed, reading, atS } = state;
  return useMemo(() => {
    if (!followed) return { marks: undefined, rest: undefined };
    const { film } = followed;
    const at = (s: number) => ({ ...marksAt(film, lines, frameAt(film.times, s)) });
    return { marks: at(atS), rest: reading ? at(reading.still.atS) : undefined };
  }, [followed, reading, atS, lines]);
}

const noRepetitions: FilmReading['repetitions'] = [];

type OpenProps = ByFilmProps & { readonly desk: FilmDesk; readonly state: FilmState };
type Following = ReturnType<typeof useFollowing>;

function OpenFilm(props: OpenProps) {
  const { desk, state, view } = props;
  const { opening } = props;
  const set = setOfRole(props.role);
  const { trim, atS, followed, reading } = state;
  const following = useFollowing(props, desk, state, view);
  const { marks, rest } = useShownMarks(state, following.marks);
  const stills = useStills(desk, reading?.repetitions ?? noRepetitions);
  const repertoire = useRepertoire();
  const earlier = props.role === 'retest' ? props.films.get('baseline') : undefined;
  const out = useMemo(() => outAt(reading, atS, repertoire), [reading, atS, repertoire]);
  const onKey = (event: KeyboardEvent) => {
    const to = keysFor(state, event);
    if (to === undefined) return;
    event.preventDefault();
    desk.goTo(to);
  };
  return (
    <Stack $gap={18}>
      <Bench>
        <div className="column">
          <div className="seen">
            <Stage
              desk={desk}
              state={state}
              marks={marks}
              rest={rest}
              out={out}
              onKey={onKey}
              onCorrect={(mark, at) => void following.correct(mark, at)}
            />
            <Transport desk={desk} state={state} reading={reading} />
          </div>
          <Small id="film-keys" className="set">
            Keys on the film: arrows, a frame; [ and ], repetitions; W, the worst moment; F, where form is lost first;
            M, take a mark in hand.
          </Small>
        </div>
        <div className="column">
          <div className="told">
            <Beside {...props} following={following} />
          </div>
          <FilmMenu desk={desk} state={state} />
          {reading && followed && (
            <Row>
              <FilmFiles
                desk={desk}
                title={`${props.exercise.name}, ${props.level.name}`}
                name={`${props.exercise.id}-${opening.today}`}
                reading={reading}
                film={followed.film}
                lines={following.marks}
                stills={stills}
              />
            </Row>
          )}
          {reading && <KeepFilm {...{ desk, state, opening, role: set, marks: landmarksIn(following.marks) }} />}
        </div>
      </Bench>
      {reading && followed && (
        <>
          <Strip reading={reading} stills={stills} atS={atS} onGo={(to) => desk.goTo(to)} />
          {reading.rolled && <Rolled rolled={reading.rolled} {...flatSpotIn(props)} />}
          {reading.circles && <Circles circles={reading.circles} reading={reading} times={followed.film.times} />}
          <Course
            reading={reading}
            times={followed.film.times}
            fromS={trim.fromS}
            atS={atS}
            onGo={(to) => desk.goTo(to)}
          />
          {earlier && <SideBySide before={{ desk: earlier, state: earlier.now() }} after={{ desk, state }} />}
        </>
      )}
    </Stack>
  );
}

const busyWords = {
  opening: 'Opening the film',
  following: 'Following the marks',
  reading: 'Reading the set',
  drawing: 'Drawing on the film',
} as const;

/** Beside the film: what to do next, how far that is, and what the set tells. */
function Beside({ following, ...props }: OpenProps & { readonly following: Following }) {
  const { desk, state, role, onDone } = props;
  const { busy, trouble, followed, reading } = state;
  return (
    <Stack $gap={12}>
      {trouble && (
        <Notice $tone="out" role="alert">
          {trouble.message}
        </Notice>
      )}
      <Failed>{following.failed}</Failed>
      {busy && <Working words={busyWords[busy.what]} share={busy.share} onCancel={() => desk.cancel()} />}
      {!busy && !reading && <MarkOrFollow {...props} following={following} />}
      {!busy && reading && (
        <>
          <Told reading={reading} disturbed={followed?.disturbed ?? []} cutOffS={followed?.cutOffS} />
          <Row>
            <Button $look="main" onPress={onDone}>
              {role === 'retest' ? 'Compare' : 'See findings'}
              <ArrowRight size={19} aria-hidden />
            </Button>
            <Button onPress={() => void following.follow()}>Follow all anew</Button>
          </Row>
        </>
      )}
    </Stack>
  );
}

/** What to do with an open film: mark one moment of it, then follow that. */
function MarkOrFollow({ desk, state, view, onMark, following }: OpenProps & { readonly following: Following }) {
  const { atS, markedS } = state;
  const [isTaking, setTaking] = useState(false);
  const count = Object.keys(following.marks.landmarks).filter(isLandmarkKey).length;
  const canFollow = markedS !== undefined && count > 1 && following.marks.matLine !== null;
  const mark = async () => {
    setTaking(true);
    const isTaken = await following.take(following.marked, atS, 'marked once');
    setTaking(false);
    if (!isTaken) return;
    desk.markAt(atS, view, following.marked);
    onMark(partsOf(following.marked)[0]);
  };
  const toDo = canFollow
    ? `${count} marks are set. They are followed through the whole film, both ways.`
    : markedS === undefined
      ? 'Go to a moment at rest in which every sticker can be seen, and mark it. The rest of the film is followed from there.'
      : 'Set the mat line and both ends of what moves and of what should hold, in the picture of that moment.';
  return (
    <Stack $gap={12}>
      <h2>{canFollow ? 'Follow the marks' : 'Mark one moment'}</h2>
      <Quiet>{toDo}</Quiet>
      <Row>
        {canFollow && (
          <Button $look="main" onPress={() => void following.follow()}>
            <ScanLine size={19} aria-hidden />
            Follow through the film
          </Button>
        )}
        <Button $look={canFollow ? 'plain' : 'main'} isDisabled={isTaking} onPress={() => void mark()}>
          {isTaking ? 'Taking it…' : markedS === undefined ? 'Mark this moment' : 'Mark another moment'}
        </Button>
        {markedS !== undefined && !canFollow && (
          <Button onPress={() => onMark(partsOf(following.marked)[0])}>To its marks</Button>
        )}
      </Row>
    </Stack>
  );
}

/** Another film, turned, trimmed; and what this one is. */
function FilmMenu({ desk, state }: Pick<OpenProps, 'desk' | 'state'>) {
  const { info, trim, atS, followed } = state;
  return (
    <>
      <Row $gap={6}>
        <Button $look="quiet" onPress={() => desk.close()}>
          Another film
        </Button>
        {!followed && (
          <>
            <TurnFilm onTurn={() => void desk.turnOn()} />
            <Button $look="quiet" onPress={() => desk.trimTo({ ...trim, fromS: Math.min(atS, trim.toS - 1) })}>
              Begins here
            </Button>
            <Button $look="quiet" onPress={() => desk.trimTo({ ...trim, toS: Math.max(atS, trim.fromS + 1) })}>
              Ends here
            </Button>
          </>
        )}
      </Row>
      {info && (
        <Small data-spent={followed && JSON.stringify(followed.spent)}>
          {state.name} · {info.width} × {info.height} px · {info.frames} frames · {info.codec}
        </Small>
      )}
    </>
  );
}

/** Blocks that are out where the play-head is: of a repetition that was lost, from where it was. */
function outAt(
  reading: FilmReading | undefined,
  atS: number,
  { faults }: ReturnType<typeof useRepertoire>,
): ReadonlySet<string> {
  const one = reading?.repetitions.find(({ startS, endS }) => atS >= startS && atS <= endS);
  const isOut = one?.verdict === 'lost' && one.lost !== undefined && atS >= one.lost.atS;
  const fault = isOut ? faults.find(({ id }) => id === one.finding?.fault) : undefined;
  return new Set(fault ? [fault.block] : []);
}
