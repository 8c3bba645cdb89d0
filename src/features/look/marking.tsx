'use client';

import { ArrowRight, Files, Magnet, PersonStanding, ScanSearch, Target } from 'lucide-react';
import { useRef, useState } from 'react';
import type { Dispatch } from 'react';
import styled from 'styled-components';
import type { View } from '@/core/anatomy/positions';
import type { LookReading } from '@/core/knowledge/look';
import type { Method, Role } from '@/core/alignment/look-values';
import type { Taken } from '@/core/alignment/readings';
import type { Vantage } from '@/core/alignment/bubble';
import { startOf } from '@/core/body/movement';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { useRepertoire } from '@/platform/browser/repertoire';
import { Button } from '@/design/button';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { narrow } from '@/design/theme';
import { fromWhere } from '@/design/words';
import { ByEye } from './by-eye';
import { ByHand } from './by-hand';
import { CameraPlace } from './camera-place';
import { Canvas } from './canvas';
import { FilesMenu } from './files';
import { bandsOf, Numbers, outBlocks, Vials } from './numbers';
import { firstPlace, landmarksUnder, outlineOf } from './outline';
import type { OutlinePlace } from './outline';
import { OwnError } from './own-error';
import { Palette } from './palette';
import { PictureSource } from './picture-source';
import type { BenchOpening } from './read';
import { Verdict } from './retest';
import { SimulatedCamera } from './simulated';
import { activeAt, draftAt, placeOf, settingAt, toMarks, wantedAt } from './state';
import type { Bench as BenchState, BenchAct } from './state';
import type { MarkId } from './wanted';
import type { Vec2 } from '@/core/geometry';
import { expectedPlaces } from './expected';
import { placeByStickers, stickerUnder } from './stickers';

const Bench = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 26px;
  padding-top: 14px;
  .column {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
    align-content: start;
    min-width: 0;
  }
  ${narrow} {
    display: flex;
    flex-direction: column;
    gap: 14px;
    .column {
      display: contents;
    }
    .column > * {
      order: 4;
      min-width: 0;
      max-width: 100%;
    }
    .seen {
      width: 100%;
    }
    .seen {
      order: 1;
    }
    .told {
      order: 2;
    }
    .set {
      order: 3;
    }
    .told [role='list'] {
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px;
    }
    .told [role='listitem'] {
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px 8px;
      align-items: start;
    }
    .told .glass {
      grid-column: 1 / -1;
      grid-row: 1;
    }
    .told .reading {
      text-align: right;
    }
  }
`;

const Switch = styled.div`
  display: inline-flex;
  gap: 2px;
  padding: 3px;
  border: 1px solid var(--rule);
  border-radius: 14px;
  button {
    border: none;
    background: none;
    min-height: 44px;
    padding: 4px 14px;
    border-radius: 11px;
    cursor: pointer;
    color: var(--ink);
  }
  button[aria-pressed='true'] {
    background: var(--info-tint);
    font-weight: 650;
    box-shadow: inset 0 0 0 1.5px var(--info);
  }
  button:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: 1px;
  }
`;

const hints: Readonly<Record<Role, string>> = {
  setup: 'First the set-up: ready, before anything moves',
  top: 'Now the top of the movement, uncorrected',
  back: 'On the way back, before the end',
  retest: 'The same picture again, after the correction',
};

const methodNames: Readonly<Record<Method, string>> = { picture: 'Picture', hand: 'By hand', eye: 'By eye' };

/** Marks named by an error's path (`landmarks.ASIS`, `matLine`). */
function wrongMarks(path: string): ReadonlySet<string> {
  const name = path.split('.').at(-1) ?? '';
  if (name === 'matLine') return new Set(['mat1', 'mat2']);
  if (path.includes('scale')) return new Set(['known1', 'known2']);
  return new Set([name]);
}

type MarkingProps = {
  readonly role: Role;
  readonly bench: BenchState;
  readonly dispatch: Dispatch<BenchAct>;
  readonly reading: LookReading;
  readonly opening: BenchOpening;
  readonly exercise: Exercise;
  readonly level: Level;
  readonly readings: readonly Taken[];
  readonly onRead: (role: Role, method: 'hand' | 'eye', measure: string, taken: number | null) => void;
  readonly correction: string | null;
  readonly onDone: () => void;
};

const doneNames: Readonly<Record<Role, string>> = {
  setup: 'Now the top',
  top: 'See findings',
  back: 'See findings',
  retest: 'Go on to the dose',
};

/** One moment of the look: from each side, by picture, by hand or by eye, and what that says. */
export function Marking(props: MarkingProps) {
  const { role, bench, reading, opening, exercise, readings, onRead, correction, onDone } = props;
  const { position } = exercise;
  const [view, setView] = useState<View>(exercise.looks[0]?.view ?? 'side');
  const [method, setMethod] = useState<Method>(() => {
    const other = readings.find((one) => one.role === role)?.method;
    return bench.sheets[placeOf(role, view)] || !other ? 'picture' : other;
  });
  const [finger, setFinger] = useState(opening.observer.fingerMm);
  const setting = settingAt(bench, placeOf(role, view));
  const vantage: Vantage = {
    position,
    view,
    headEnd: bench.sheets[placeOf(role, view)] ? setting.headEnd : opening.headEnd,
    ...(setting.bellySide ? { bellySide: setting.bellySide } : {}),
  };
  const judged =
    role === 'setup'
      ? reading.setup
      : role === 'top'
        ? reading.baseline
        : role === 'back'
          ? reading.back
          : reading.retest;
  const hasMarks = Object.keys(reading.told[role]).length > 0;
  const told = (
    <>
      {role === 'retest' && reading.verdict && (
        <div className="told">
          <Verdict verdict={reading.verdict} correction={correction} />
        </div>
      )}
      <div className="told">
        <Vials role={role} reading={reading} view={view} judged={judged} vantage={vantage} />
      </div>
      <Numbers role={role} reading={reading} view={view} judged={judged} exercise={exercise} />
      <Row>
        <Button $look="main" onPress={onDone}>
          {doneNames[role]}
          <ArrowRight size={19} aria-hidden />
        </Button>
      </Row>
    </>
  );
  const byPicture = method === 'picture';
  return (
    <>
      <Row $gap={12} style={{ paddingTop: 14 }}>
        {exercise.looks.length > 1 && (
          <Switch role="group" aria-label="From where">
            {exercise.looks.map((look) => (
              <button
                key={look.view}
                type="button"
                aria-pressed={view === look.view}
                onClick={() => setView(look.view)}
              >
                {fromWhere[look.view]}
              </button>
            ))}
          </Switch>
        )}
        <Switch role="group" aria-label="How it is measured">
          {(Object.keys(methodNames) as Method[]).map((one) => (
            <button key={one} type="button" aria-pressed={method === one} onClick={() => setMethod(one)}>
              {methodNames[one]}
            </button>
          ))}
        </Switch>
      </Row>
      {byPicture && <ByPicture key={`${role}${view}`} {...props} view={view} told={told} hasMarks={hasMarks} />}
      {!byPicture && (
        <Bench>
          <div className="column">
            {method === 'hand' ? (
              <ByHand
                role={role}
                position={position}
                readings={readings}
                fingerMm={finger}
                onFinger={setFinger}
                onRead={(measure, taken) => onRead(role, 'hand', measure, taken)}
              />
            ) : (
              <ByEye
                role={role}
                vantage={vantage}
                readings={readings}
                onRead={(measure, taken) => onRead(role, 'eye', measure, taken)}
              />
            )}
          </div>
          <div className="column">{told}</div>
        </Bench>
      )}
    </>
  );
}

/** The picture of one moment from one side: where it comes from, and the marks on it. */
function ByPicture({
  role,
  view,
  bench,
  dispatch,
  reading,
  opening,
  exercise,
  level,
  told,
  hasMarks,
}: MarkingProps & { readonly view: View; readonly told: React.ReactNode; readonly hasMarks: boolean }) {
  const repertoire = useRepertoire();
  const place = placeOf(role, view);
  const sheet = bench.sheets[place];
  const canvas = useRef<HTMLDivElement>(null);
  const [changing, setChanging] = useState(false);
  const [outlineAt, setOutlineAt] = useState<OutlinePlace>();
  const [repeating, setRepeating] = useState(false);
  const [note, setNote] = useState<{ tone: 'out' | 'info'; text: string }>();
  const [searching, setSearching] = useState(false);
  const [snapping, setSnapping] = useState(false);
  const { position } = exercise;
  const setting = settingAt(bench, place);
  const draft = draftAt(bench, place);
  const wanted = wantedAt(bench, place);
  const pose = role === 'setup' ? startOf(level) : level.top;
  const look = exercise.looks.find((one) => one.view === view) ?? exercise.looks[0];
  const shapeNow = () => outlineOf(opening.body, pose, view, wanted, setting.headEnd);
  const shape = outlineAt && shapeNow();
  const read = reading.pictures[role][view];
  const judged =
    role === 'setup'
      ? reading.setup
      : role === 'top'
        ? reading.baseline
        : role === 'back'
          ? reading.back
          : reading.retest;
  const marks = toMarks(draft);
  const setup = role === 'setup' ? undefined : toMarks(draftAt(bench, placeOf('setup', view)));

  if (!sheet || changing)
    return (
      <Stack style={{ paddingTop: 16 }}>
        <PictureSource
          clientId={opening.clientId}
          samples={exercise.position === 'supine' && view === 'side' ? opening.demoPictures : []}
          hint={hints[role]}
          where={look?.where ?? ''}
          position={position}
          view={view}
          title={`${exercise.name} ${role} ${view}`}
          simulated={(send) => (
            <SimulatedCamera
              exercise={exercise}
              level={level}
              view={view}
              body={opening.body}
              atRest={role === 'setup'}
              title={`${exercise.name} ${role} ${view}, simulated`}
              onPicture={send}
            />
          )}
          onPicture={(picture) => {
            const like = bench.sheets[placeOf('setup', view)] && settingAt(bench, placeOf('setup', view));
            dispatch({ do: 'load', place, sheet: picture, setting: like ?? { headEnd: opening.headEnd } });
            setChanging(false);
            setNote(undefined);
          }}
        />
        <Row>
          {changing && <Button onPress={() => setChanging(false)}>Keep the picture that is here</Button>}
          {!sheet && hasMarks && (
            <Small>This moment has readings already, taken another way or from another side.</Small>
          )}
        </Row>
      </Stack>
    );
  if (repeating)
    return (
      <OwnError
        sheet={sheet}
        role={role}
        view={view}
        wanted={wanted}
        known={opening.observer.marking}
        onDone={() => setRepeating(false)}
      />
    );
  const error = read?.state === 'wrong' ? read.error : read?.state === 'read' ? read.wrong : undefined;
  const atFault = error?.path.startsWith('neutral') ? 'In the set-up picture: ' : '';
  const doubtful = read?.state === 'read' ? read.measured.warnings.flatMap(({ landmarks }) => landmarks ?? []) : [];
  const wrong = new Set<string>([...(error && !atFault ? wrongMarks(error.path) : []), ...doubtful]);
  /** One tap on a sticker of any colour: the mark goes to its middle. */
  const snap = (mark: MarkId, at: Vec2) => {
    void stickerUnder(sheet, at).then((found) => {
      if (found) dispatch({ do: 'put', place, mark, at: found, remember: false });
    });
  };
  const findStickers = async () => {
    setSearching(true);
    setNote(undefined);
    const found = await placeByStickers(sheet, expectedPlaces(opening.body, pose, view, wanted, setting.headEnd));
    setSearching(false);
    if (!found.ok) return setNote({ tone: 'out', text: found.message });
    const count = Object.keys(found.points).length;
    dispatch({ do: 'putAll', place, points: found.points, onlyFree: false });
    setNote({
      tone: 'info',
      text:
        count === 0
          ? `${found.seen === 0 ? 'No stickers' : `${found.seen} stickers, but none where the body has landmarks`} were found. Magenta on the hips, green on the leg, blue on ribs and head are what is looked for; yellow and orange drown on skin.`
          : `${count} of ${found.seen} stickers found are landmarks now. Look them over; undo takes them back.`,
    });
  };
  return (
    <Bench>
      <div className="column" ref={canvas}>
        <div className="seen">
          <Canvas
            place={place}
            sheet={sheet}
            draft={draft}
            wanted={wanted}
            active={activeAt(bench, place)}
            marks={marks}
            setup={setup}
            bands={bandsOf(judged, { position, view, headEnd: setting.headEnd })}
            out={outBlocks(repertoire, judged)}
            wrong={wrong}
            dispatch={dispatch}
            onSet={snapping ? snap : undefined}
            outline={outlineAt && shape ? { shape, at: outlineAt, move: setOutlineAt } : undefined}
          />
        </div>
        {outlineAt && shape && (
          <Row className="told" role="group" aria-label="Outline">
            <Small>Drag the outline onto the client; its two handles turn and size it.</Small>
            <Button
              $look="main"
              onPress={() => {
                dispatch({ do: 'putAll', place, points: landmarksUnder(shape, outlineAt), onlyFree: true });
                setOutlineAt(undefined);
              }}
            >
              Set the free marks from it
            </Button>
            <Button onPress={() => setOutlineAt(undefined)}>Leave it</Button>
          </Row>
        )}
        {error && (
          <Notice $tone="out" role="alert" className="told">
            {atFault}
            {error.message}
          </Notice>
        )}
        {note && (
          <Notice $tone={note.tone} role="status" className="told">
            {note.text}
          </Notice>
        )}
        <Stack $gap={12} className="set">
          <Palette
            place={place}
            bench={bench}
            wrong={wrong}
            dispatch={dispatch}
            pose={pose}
            view={view}
            pubicMark={opening.pubicMark}
            onChosen={() => canvas.current?.querySelector<SVGSVGElement>('svg.sheet')?.focus()}
            tools={
              <>
                <Button isDisabled={searching} onPress={() => void findStickers()}>
                  <ScanSearch size={18} aria-hidden />
                  {searching ? 'Looking…' : 'Find stickers'}
                </Button>
                <Button
                  aria-pressed={snapping}
                  onPress={() => setSnapping(!snapping)}
                  style={
                    snapping
                      ? { borderColor: 'var(--fluid-deep)', boxShadow: 'inset 0 0 0 1.5px var(--fluid-deep)' }
                      : {}
                  }
                >
                  <Magnet size={18} aria-hidden />
                  Snap to stickers
                </Button>
                <Button
                  isDisabled={outlineAt !== undefined}
                  onPress={() =>
                    setOutlineAt(firstPlace(shapeNow(), sheet.originalWidth, sheet.originalHeight, marks.matLine))
                  }
                >
                  <PersonStanding size={18} aria-hidden />
                  Outline
                </Button>
              </>
            }
          />
          <CameraPlace
            key={place}
            setting={setting}
            position={position}
            view={view}
            onChange={(next) => dispatch({ do: 'setting', place, setting: next })}
          />
        </Stack>
      </div>
      <div className="column">
        {told}
        <Row $gap={6}>
          <Button $look="quiet" onPress={() => setChanging(true)}>
            Another picture
          </Button>
          <Button $look="quiet" onPress={() => setRepeating(true)}>
            <Target size={18} aria-hidden />
            My own error
          </Button>
          <FilesMenu
            icon={<Files size={18} aria-hidden />}
            sheet={sheet}
            place={place}
            marks={marks}
            setup={setup}
            setting={setting}
            position={position}
            exercise={exercise.id}
            measured={read?.state === 'read' ? read.measured : undefined}
            out={outBlocks(repertoire, judged)}
            onMarks={(points, knownMm) => {
              dispatch({ do: 'putAll', place, points, onlyFree: false });
              if (knownMm !== null) dispatch({ do: 'knownMm', place, mm: knownMm });
            }}
            onNote={setNote}
          />
        </Row>
        <Small>
          {sheet.title} · {sheet.originalWidth} × {sheet.originalHeight} px
        </Small>
      </div>
    </Bench>
  );
}
