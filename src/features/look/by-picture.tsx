'use client';

import { Files, Magnet, PersonStanding, ScanSearch, Target } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRef, useState } from 'react';
import type { ReactNode } from 'react';
import { startOf } from '@/core/body/shown';
import { isInclined } from '@/core/knowledge/find';
import type { Pose } from '@/core/body/pose';
import { movementOf } from '@/core/body/shown';
import type { Role } from '@/core/alignment/look-values';
import type { View } from '@/core/anatomy/positions';
import { Button } from '@/design/button';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { CameraPlace } from './camera-place';
import { Canvas } from './canvas';
import { FilesMenu } from './files';
import { Bench } from './marking-layout';
import type { MarkingProps } from './marking-layout';
import { bandsOf, outBlocks } from './numbers';
import { Palette } from './palette';
import { activeAt, draftAt, placeOf, settingAt, toMarks, wantedAt } from './state';
import type { Sheet } from './state';
import { usePictureTools } from './use-picture-tools';
import type { Note, PictureTools } from './use-picture-tools';
import { doubtOf, judgedAt } from './work';
import { Switched } from '@/design/choice';

const OwnError = dynamic(() => import('./own-error').then((all) => all.OwnError));
const PictureSource = dynamic(() => import('./picture-source').then((all) => all.PictureSource));
const SimulatedCamera = dynamic(() => import('./simulated').then((all) => all.SimulatedCamera));

const hints: Readonly<Record<Role, string>> = {
  setup: 'First the set-up: ready, before anything moves',
  top: 'Now the top of the movement, uncorrected',
  back: 'On the way back, before the end',
  retest: 'The same picture again, after the correction',
};

export type ByPictureProps = MarkingProps & {
  readonly view: View;
  readonly levels: ReactNode;
  readonly hasMarks: boolean;
};

/** Where a picture is a film's, it may be of any moment. */
function othersOf(role: Role, { level, films }: Pick<MarkingProps, 'level' | 'films'>): readonly Pose[] {
  if (role === 'setup' || films.size === 0) return [];
  const { start, out } = movementOf(level);
  return [start, ...(out ? [out] : [])];
}

/** How the body should lie in a moment's picture. */
const poseOf = (role: Role, { level }: Pick<MarkingProps, 'level'>): Pose =>
  role === 'setup' ? startOf(level) : level.top;

/** Where a picture comes from: camera, file, sample, simulated camera. `onKeep`: the one that is here stays. */
function ChoosePicture(
  props: ByPictureProps & { readonly onKeep: (() => void) | undefined; readonly onLoaded: () => void },
) {
  const { role, view, bench, dispatch, opening, exercise, level, hasMarks, onKeep, onLoaded } = props;
  const place = placeOf(role, view);
  const rest = placeOf('setup', view);
  const title = `${exercise.name} ${role} ${view}`;
  const look = exercise.looks.find((one) => one.view === view) ?? exercise.looks[0];
  const load = (sheet: Sheet) => {
    const like = bench.sheets[rest] && settingAt(bench, rest);
    const { sameHold: _, ...setting } = like ?? { headEnd: opening.headEnd }; // of each hold it is told anew
    dispatch({ do: 'load', place, sheet, setting });
    onLoaded();
  };
  return (
    <Stack style={{ paddingTop: 16 }}>
      <PictureSource
        clientId={opening.clientId}
        samples={exercise.position === 'supine' && view === 'side' ? opening.demoPictures : []}
        hint={hints[role]}
        where={look?.where ?? ''}
        position={exercise.position}
        view={view}
        title={title}
        simulated={(send) => (
          <SimulatedCamera
            exercise={exercise}
            level={level}
            view={view}
            body={opening.body}
            worn={wantedAt(bench, place)}
            atRest={role === 'setup'}
            title={`${title}, simulated`}
            onPicture={send}
          />
        )}
        onPicture={load}
      />
      <Row>
        {onKeep && <Button onPress={onKeep}>Keep the picture that is here</Button>}
        {!bench.sheets[place] && hasMarks && (
          <Small>This moment has readings already, taken another way or from another side.</Small>
        )}
      </Row>
    </Stack>
  );
}

/** The picture of one moment from one side: where it comes from, and the marks on it. */
export function ByPicture(props: ByPictureProps) {
  const { role, view, bench, opening } = props;
  const place = placeOf(role, view);
  const sheet = bench.sheets[place];
  const [showing, setShowing] = useState<'marks' | 'sources' | 'ownError'>('marks');
  const [note, setNote] = useState<Note>();
  if (!sheet || showing === 'sources')
    return (
      <ChoosePicture
        {...props}
        onKeep={showing === 'sources' ? () => setShowing('marks') : undefined}
        onLoaded={() => {
          setShowing('marks');
          setNote(undefined);
        }}
      />
    );
  if (showing === 'ownError')
    return (
      <OwnError
        sheet={sheet}
        role={role}
        view={view}
        wanted={wantedAt(bench, place)}
        known={opening.observer.marking}
        onDone={() => setShowing('marks')}
      />
    );
  return <MarkSheet {...props} sheet={sheet} note={note} onNote={setNote} onShow={setShowing} />;
}

type MarkSheetProps = ByPictureProps & {
  readonly sheet: Sheet;
  readonly note: Note | undefined;
  readonly onNote: (note: Note | undefined) => void;
  readonly onShow: (what: 'sources' | 'ownError') => void;
};

/** A picture with its marks: what is wrong with them, the tools that set them, and what they tell. */
function MarkSheet({ sheet, note, onNote, onShow, levels, ...props }: MarkSheetProps) {
  const { role, view, bench, dispatch, reading, opening, exercise } = props;
  const repertoire = useRepertoire();
  const place = placeOf(role, view);
  const canvas = useRef<HTMLDivElement>(null);
  const setting = settingAt(bench, place);
  const pose = poseOf(role, props);
  const wanted = wantedAt(bench, place);
  const marks = toMarks(draftAt(bench, place));
  const setup = role === 'setup' ? undefined : toMarks(draftAt(bench, placeOf('setup', view)));
  const tools = usePictureTools({
    body: opening.body,
    pose,
    otherPoses: othersOf(role, props),
    view,
    wanted,
    place,
    sheet,
    setting,
    dispatch,
    onNote,
  });
  const judged = judgedAt(reading, role);
  const doubt = doubtOf(reading.pictures[role][view]);
  const { position } = exercise;
  const out = outBlocks(repertoire, judged);
  return (
    <Bench>
      <div className="column" ref={canvas}>
        <div className="seen">
          <Canvas
            place={place}
            sheet={sheet}
            draft={draftAt(bench, place)}
            wanted={wanted}
            active={activeAt(bench, place)}
            marks={marks}
            setup={setup}
            bands={bandsOf(judged, { position, view, headEnd: setting.headEnd })}
            out={out}
            wrong={doubt.marks}
            dispatch={dispatch}
            onSet={tools.onSet}
            outline={tools.outline}
            loose={tools.loose}
          />
        </div>
        <OutlineBar tools={tools} />
        <Notes doubt={doubt.words} note={note} />
        <Stack $gap={12} className="set">
          <Palette
            place={place}
            bench={bench}
            wrong={doubt.marks}
            dispatch={dispatch}
            pose={pose}
            view={view}
            pubicMark={opening.pubicMark}
            onChosen={() => canvas.current?.querySelector<SVGSVGElement>('svg.sheet')?.focus()}
            tools={<ToolButtons tools={tools} matLine={marks.matLine} />}
          />
          <CameraPlace
            key={place}
            setting={setting}
            position={position}
            view={view}
            leans={isInclined(props.level)}
            onChange={(next) => dispatch({ do: 'setting', place, setting: next })}
          />
        </Stack>
      </div>
      <div className="column">
        {levels}
        <Row $gap={6}>
          <Button $look="quiet" onPress={() => onShow('sources')}>
            Another picture
          </Button>
          <Button $look="quiet" onPress={() => onShow('ownError')}>
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
            measured={doubt.measured}
            out={out}
            onMarks={(points, knownMm) => {
              dispatch({ do: 'putAll', place, points, onlyFree: false });
              if (knownMm !== null) dispatch({ do: 'knownMm', place, mm: knownMm });
            }}
            onNote={onNote}
          />
        </Row>
        <Small>
          {sheet.title} · {sheet.originalWidth} × {sheet.originalHeight} px
        </Small>
      </div>
    </Bench>
  );
}

/** What is wrong with the marks, and what the last tool did. */
function Notes({ doubt, note }: { readonly doubt: string | undefined; readonly note: Note | undefined }) {
  return (
    <>
      {doubt && (
        <Notice $tone="out" role="alert" className="told">
          {doubt}
        </Notice>
      )}
      {note && (
        <Notice $tone={note.tone} role="status" className="told">
          {note.text}
        </Notice>
      )}
    </>
  );
}

function OutlineBar({ tools }: { readonly tools: PictureTools }) {
  if (!tools.outline) return null;
  return (
    <Row className="told" role="group" aria-label="Outline">
      <Small>Drag the outline onto the client; its two handles turn and size it.</Small>
      <Button $look="main" onPress={tools.takeOutline}>
        Set the free marks from it
      </Button>
      <Button onPress={tools.leaveOutline}>Leave it</Button>
    </Row>
  );
}

type ToolButtonsProps = { readonly tools: PictureTools; readonly matLine: ReturnType<typeof toMarks>['matLine'] };

const ToolButtons = ({ tools, matLine }: ToolButtonsProps) => (
  <>
    <Button isDisabled={tools.isSearching} onPress={() => void tools.findStickers()}>
      <ScanSearch size={18} aria-hidden />
      {tools.isSearching ? 'Looking…' : 'Find stickers'}
    </Button>
    <Switched isOn={tools.onSet !== undefined} onChange={tools.toggleSnap} chosen="framed">
      <Magnet size={18} aria-hidden />
      Snap to stickers
    </Switched>
    <Button isDisabled={tools.outline !== undefined} onPress={() => void tools.layOutline(matLine)}>
      <PersonStanding size={18} aria-hidden />
      Outline
    </Button>
  </>
);
