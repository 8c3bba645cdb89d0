'use client';

import { isMeasuredFrom } from '@/core/knowledge/looks';
import { keysOf } from '@/core/keyed';
import { ArrowRight } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { View } from '@/core/anatomy/positions';
import type { Method, Role } from '@/core/alignment/look-values';
import type { Vantage } from '@/core/alignment/bubble';
import { Button } from '@/design/button';
import { Row } from '@/design/layout';
import { fromWhere } from '@/core/anatomy/positions';
import { ByPicture } from './by-picture';
import { Bench } from './marking-layout';
import type { MarkingProps } from './marking-layout';
import { Numbers, Vials } from './numbers';
import { placeOf, settingAt } from './state';
import type { Place } from './state';
import { Verdict } from './verdict';
import { judgedAt } from './work';
import { OneOf, optionsOf } from '@/design/choice';

const ByEye = dynamic(() => import('./by-eye').then((all) => all.ByEye));
const ByHand = dynamic(() => import('./by-hand').then((all) => all.ByHand));
const ByLevel = dynamic(() => import('./by-level').then((all) => all.ByLevel));

const ByFilm = dynamic(() => import('./film/by-film').then((all) => all.ByFilm));

/** A film is a way to many pictures. */
type Way = Method | 'film';
const wayNames: Readonly<Record<Way, string>> = { picture: 'Picture', film: 'Film', hand: 'By hand', eye: 'By eye' };

const doneNames: Readonly<Record<Role, string>> = {
  setup: 'Now the top',
  top: 'See findings',
  back: 'See findings',
  retest: 'Go on to the dose',
};

type OnwardProps = Pick<MarkingProps, 'role' | 'films' | 'onDone'> & {
  readonly place: Place;
  readonly onFilm: () => void;
};

/** On to the next step; of a moment marked in a film, back to it first. */
function Onward({ role, films, onDone, place, onFilm }: OnwardProps) {
  const isOfFilm = films.get(role === 'retest' ? 'retest' : 'baseline')?.waitsFor(place) ?? false;
  return (
    <Row>
      <Button $look="main" onPress={isOfFilm ? onFilm : onDone}>
        {isOfFilm ? 'Follow through the film' : doneNames[role]}
        <ArrowRight size={19} aria-hidden />
      </Button>
    </Row>
  );
}

/** One moment of the look: from each side, by picture, by hand or by eye, and what that says. */
export function Marking(props: MarkingProps) {
  const { role, bench, reading, opening, exercise, level, readings, onRead, correction, onGo } = props;
  const { position } = exercise;
  const [view, setView] = useState<View>(exercise.looks[0]?.view ?? 'side');
  const [method, setMethod] = useState<Way>(() => {
    const other = readings.find((one) => one.role === role && one.method !== 'seen')?.method;
    if (bench.sheets[placeOf(role, view)]) return 'picture';
    return other && other !== 'seen' ? other : isMeasuredFrom(exercise, view) ? 'picture' : 'eye';
  });
  const [finger, setFinger] = useState(opening.observer.fingerMm);
  const setting = settingAt(bench, placeOf(role, view));
  const vantage: Vantage = {
    position,
    view,
    headEnd: bench.sheets[placeOf(role, view)] ? setting.headEnd : opening.headEnd,
    ...(setting.bellySide ? { bellySide: setting.bellySide } : {}),
  };
  const judged = judgedAt(reading, role);
  const hasMarks = Object.keys(reading.values[role]).length > 0;
  const levels = (
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
      <Onward {...props} place={placeOf(role, view)} onFilm={() => setMethod('film')} />
    </>
  );
  const byPicture = method === 'picture';
  const canFilm = role !== 'back' && isMeasuredFrom(exercise, view);
  return (
    <>
      <Row $gap={12} style={{ paddingTop: 14 }}>
        {exercise.looks.length > 1 && (
          <OneOf
            label="From where"
            chosen="tray"
            options={exercise.looks.map((look) => ({ id: look.view, name: fromWhere[look.view] }))}
            value={view}
            onChange={setView}
          />
        )}
        <OneOf
          label="How it is measured"
          chosen="tray"
          options={optionsOf(
            keysOf(wayNames).filter((way) => way !== 'film' || canFilm),
            wayNames,
          )}
          value={method}
          onChange={setMethod}
        />
      </Row>
      {byPicture && <ByPicture key={`${role}${view}`} {...props} view={view} levels={levels} hasMarks={hasMarks} />}
      {method === 'film' && (
        <ByFilm
          {...props}
          view={view}
          onMark={(at) => {
            setMethod('picture');
            if (at !== role && at !== 'back') onGo(at);
          }}
          onDone={() => (role === 'retest' ? setMethod('picture') : onGo('findings'))}
        />
      )}
      {!byPicture && method !== 'film' && (
        <Bench>
          <div className="column">
            {method === 'hand' ? (
              <>
                <ByHand
                  role={role}
                  position={position}
                  level={level}
                  readings={readings}
                  fingerMm={finger}
                  onFinger={setFinger}
                  onRead={(measure, taken) => onRead(role, 'hand', measure, taken)}
                />
                <ByLevel
                  name={exercise.name}
                  levelName={level.name}
                  position={position}
                  at={{ role, readings, onRead }}
                />
              </>
            ) : (
              <ByEye
                role={role}
                vantage={vantage}
                readings={readings}
                eyes={opening.observer.eyes}
                onRead={(measure, taken) => onRead(role, 'eye', measure, taken)}
              />
            )}
          </div>
          <div className="column">{levels}</div>
        </Bench>
      )}
    </>
  );
}
