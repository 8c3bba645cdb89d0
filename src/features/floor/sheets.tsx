'use client';

// What comes up over the Floor: notes, pain, a quick look, changes, the plan, shortcuts.
import { useState } from 'react';
import { eyeBlocks } from '@/core/alignment/by-eye';
import type { Grade } from '@/core/alignment/by-eye';
import { weighLevel } from '@/core/knowledge/cautions';
import { isAllowed } from '@/core/knowledge/standings';
import { breathInForce, doseInForce } from '@/core/knowledge/stances';
import { parsePattern } from '@/core/breathing/parse';
import { painThatEnds } from '@/core/progression/words';
import { levelText, rungAt } from '@/core/load/rungs';
import type { Session } from '@/core/progression/session';
import { StandingChip } from '@/design/standing';
import { stopWords } from '@/repertoire/words';
import { Call } from './call-sheet';
import type { Recorder } from './in-hand';
import type { Aside } from './held';
import type { DayPack, FloorClient } from './pack';
import { Choose, Line, Sheet, Small, Tap, Warn, Words, Wrapping } from './parts';
import { onPlan, plan, roomSprings, stancesFor } from './state';
import type { ItemView } from './state';

type Common = { readonly record: Recorder; readonly onClose: () => void };

export function NoteSheet({ record, onClose, item }: Common & { readonly item: string | null }) {
  const [words, setWords] = useState('');
  return (
    <Sheet title="Note" onClose={onClose}>
      <Words
        label="What to remember"
        value={words}
        onChange={setWords}
        maxLength={2000}
        autoFocus
        hint="Type, or speak with the tablet’s own dictation key."
      />
      <Tap
        $look="main"
        disabled={words.trim() === ''}
        onClick={() => {
          void record({ kind: 'noted', item, words: words.trim() });
          onClose();
        }}
      >
        Keep the note
      </Tap>
    </Sheet>
  );
}

const places = ['Low back', 'Neck', 'Hip', 'Knee', 'Shoulder', 'Wrist'] as const;

export function PainSheet({
  record,
  onClose,
  item,
  onStop,
}: Common & { readonly item: string; readonly onStop: () => void }) {
  const [where, setWhere] = useState('');
  const [score, setScore] = useState<number>();
  return (
    <Sheet title="Pain" onClose={onClose}>
      <Wrapping role="group" aria-label="Where">
        {places.map((one) => (
          <Tap
            key={one}
            $look={where === one ? 'chosen' : 'plain'}
            aria-pressed={where === one}
            onClick={() => setWhere(one)}
          >
            {one}
          </Tap>
        ))}
      </Wrapping>
      <Line label="Where" value={where} onChange={setWhere} maxLength={120} />
      <Wrapping role="group" aria-label="How much, of 10">
        {Array.from({ length: 11 }, (_, i) => (
          <Tap key={i} $look={score === i ? 'chosen' : 'plain'} aria-pressed={score === i} onClick={() => setScore(i)}>
            {i}
          </Tap>
        ))}
      </Wrapping>
      {score !== undefined && score >= painThatEnds && (
        <Warn role="alert">
          {painThatEnds} of 10 or more ends this exercise. Sharp, spreading or sudden pain ends the session.
        </Warn>
      )}
      <Wrapping>
        <Tap
          $look="main"
          disabled={score === undefined || where.trim() === ''}
          onClick={() => {
            if (score !== undefined) void record({ kind: 'pained', item, where: where.trim(), score });
            onClose();
          }}
        >
          Keep it
        </Tap>
        <Tap $look="out" onClick={onStop}>
          It is a stop sign
        </Tap>
      </Wrapping>
    </Sheet>
  );
}

export function StopSheet({
  pack,
  client,
  record,
  onClose,
}: Common & { readonly pack: DayPack; readonly client: FloorClient }) {
  const [seen, setSeen] = useState('');
  const [sign, setSign] = useState<string>();
  return (
    <Sheet title="Stop: what was seen?" onClose={onClose}>
      <Warn>{stopWords}</Warn>
      <Call client={client} />
      <Wrapping role="group" aria-label="Stop sign">
        {pack.repertoire.stopSigns.map(({ id, name }) => (
          <Tap key={id} $look={sign === id ? 'chosen' : 'out'} aria-pressed={sign === id} onClick={() => setSign(id)}>
            {name}
          </Tap>
        ))}
      </Wrapping>
      <Words label="What was seen, in a few words" value={seen} onChange={setSeen} maxLength={400} />
      <Tap
        $look="out"
        disabled={!sign}
        onClick={async () => {
          if (!sign) return;
          await record({ kind: 'stopSeen', sign, seen: seen.trim() });
          await record({ kind: 'ended' });
          onClose();
        }}
      >
        End the session and note it
      </Tap>
    </Sheet>
  );
}

const stepNames = (low: string, high: string): Readonly<Record<Grade, string>> => ({
  [-2]: `far ${low}`,
  [-1]: low,
  0: 'level',
  1: high,
  2: `far ${high}`,
});

export function LookSheet({ record, onClose, view }: Common & { readonly view: ItemView }) {
  const [grades, setGrades] = useState<Record<string, Grade>>({});
  const blocks = view.exercise ? eyeBlocks(view.exercise.position, 'side') : [];
  return (
    <Sheet title="By eye, from the side" onClose={onClose}>
      {blocks.map(({ block, measure, low, high }) => (
        <div key={measure} role="group" aria-label={block} style={{ display: 'grid', gap: 6 }}>
          <b>{block}</b>
          <Wrapping style={{ display: 'grid', gridTemplateColumns: 'repeat(5, 1fr)' }}>
            {([-2, -1, 0, 1, 2] as const).map((grade) => (
              <Tap
                key={grade}
                $look={grades[measure] === grade ? 'chosen' : 'plain'}
                aria-pressed={grades[measure] === grade}
                onClick={() => setGrades({ ...grades, [measure]: grade })}
              >
                {stepNames(low, high)[grade]}
              </Tap>
            ))}
          </Wrapping>
        </div>
      ))}
      <Small>A grade by eye is good to about 5°. A picture tells more.</Small>
      <Tap
        $look="main"
        disabled={Object.keys(grades).length === 0}
        onClick={() => {
          void record({ kind: 'looked', item: view.item.item, grades });
          onClose();
        }}
      >
        Keep the look
      </Tap>
    </Sheet>
  );
}

/** The assessment bench over the Floor: the same page, in a frame, so that the session underneath goes on. */
export function PictureSheet({
  client,
  view,
  onClose,
}: Omit<Common, 'record'> & { client: FloorClient; view: ItemView }) {
  return (
    <Sheet title={`Look with a picture: ${client.name}`} onClose={onClose} wide>
      <iframe
        title="Look with a picture"
        src={`/clients/${client.id}/look?exercise=${view.item.exercise}&level=${Math.floor(view.item.level)}`}
        style={{ border: 0, width: '100%', height: '100%' }}
        allow="camera"
      />
    </Sheet>
  );
}

export function ChangeSheet({
  pack,
  client,
  record,
  onClose,
  view,
}: Common & { readonly pack: DayPack; readonly client: FloorClient; readonly view: ItemView }) {
  const { item, exercise } = view;
  const [repetitions, setRepetitions] = useState(item.dose.repetitions);
  const [sets, setSets] = useState(item.dose.sets);
  const [pattern, setPattern] = useState(item.dose.pattern);
  const [springs, setSprings] = useState(item.dose.springs ?? '');
  const parsed = parsePattern(pattern);
  const whole = pack.repertoire.exercises.find(({ id }) => id === item.exercise);
  const rungs = (whole?.levels ?? []).flatMap(({ number }) => {
    const half = whole && rungAt(whole, number + 0.5, client.body);
    const full = whole && rungAt(whole, number, client.body);
    return [...(full ? [full] : []), ...(half ? [half] : [])];
  });
  const setLevel = (number: number) => {
    const rung = rungs.find((one) => one.number === number);
    if (!rung || !whole) return;
    const stances = stancesFor(pack, client, whole.id);
    const inRoom = roomSprings(pack, whole, number, client);
    void record({
      kind: 'levelled',
      item: item.item,
      level: number,
      levelName: rung.name,
      dose: {
        ...item.dose,
        ...doseInForce(rung, stances),
        pattern: breathInForce(whole, stances, Math.ceil(number)).pattern,
        ...(inRoom ? { springs: inRoom } : {}),
      },
    });
    onClose();
  };
  return (
    <Sheet title={`Change ${item.name.toLowerCase()}`} onClose={onClose}>
      {whole && exercise && (
        <>
          <b>Level</b>
          <div style={{ display: 'grid', gap: 8 }} role="group" aria-label="Level">
            {rungs.map((rung) => {
              const weighed = weighLevel(pack.repertoire, whole, rung, client.acting);
              return (
                <Tap
                  key={rung.number}
                  $look={rung.number === item.level ? 'chosen' : 'plain'}
                  aria-pressed={rung.number === item.level}
                  disabled={!isAllowed(weighed)}
                  onClick={() => setLevel(rung.number)}
                  style={{ justifyContent: 'flex-start', textAlign: 'left' }}
                >
                  {levelText(rung.number)} · {rung.name}
                  {weighed.standing !== 'fine' && <StandingChip standing={weighed.standing} />}
                </Tap>
              );
            })}
          </div>
        </>
      )}
      <Stepper label="Repetitions" value={repetitions} least={1} most={100} onChange={setRepetitions} />
      <Stepper label="Sets" value={sets} least={1} most={10} onChange={setSets} />
      <Line
        label="Breath"
        value={pattern}
        onChange={setPattern}
        maxLength={200}
        hint="Such as: in 4 ready, out 4 lift, in 4 hold, out 4 lower"
      />
      {!parsed.ok && <Warn role="alert">{parsed.error.message}</Warn>}
      {exercise && exercise.apparatus !== 'mat' && (
        <Line label="Springs" value={springs} onChange={setSprings} maxLength={120} />
      )}
      <Tap
        $look="main"
        disabled={!parsed.ok}
        onClick={() => {
          const { springs: _, ...dose } = item.dose;
          void record({
            kind: 'dosed',
            item: item.item,
            dose: { ...dose, repetitions, sets, pattern, ...(springs.trim() ? { springs: springs.trim() } : {}) },
          });
          onClose();
        }}
      >
        Keep the dose
      </Tap>
    </Sheet>
  );
}

export function Stepper({
  label,
  value,
  least,
  most,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <Wrapping role="group" aria-label={label}>
      <b style={{ minWidth: 120 }}>{label}</b>
      <Tap aria-label={`Fewer: ${label.toLowerCase()}`} disabled={value <= least} onClick={() => onChange(value - 1)}>
        −
      </Tap>
      <span className="numeral" style={{ fontSize: '1.8rem', minWidth: 52, textAlign: 'center' }}>
        {value}
      </span>
      <Tap aria-label={`More: ${label.toLowerCase()}`} disabled={value >= most} onClick={() => onChange(value + 1)}>
        +
      </Tap>
    </Wrapping>
  );
}

export function PlanSheet({
  pack,
  client,
  session,
  record,
  onClose,
}: Common & { readonly pack: DayPack; readonly client: FloorClient; readonly session: Session }) {
  const { items, current } = onPlan(session);
  const [chosen, setChosen] = useState(pack.repertoire.exercises[0]?.id ?? '');
  const exercise = pack.repertoire.exercises.find(({ id }) => id === chosen);
  const level = client.standings.find((one) => one.exercise === chosen)?.level ?? 1;
  const planned = exercise && plan(pack, client, { exercise: chosen, level });
  const rung = exercise && rungAt(exercise, level, client.body);
  const weighed = exercise && rung && weighLevel(pack.repertoire, exercise, rung, client.acting);
  return (
    <Sheet title="Exercises of this session" onClose={onClose}>
      <div style={{ display: 'grid', gap: 8 }}>
        {items.map((item) => (
          <Wrapping key={item.item} style={{ flexWrap: 'nowrap' }}>
            <Tap
              $look={item.item === current?.item ? 'chosen' : 'plain'}
              style={{ flex: 1, justifyContent: 'flex-start', textAlign: 'left' }}
              onClick={() => {
                void record({ kind: 'opened', item: item.item });
                onClose();
              }}
            >
              {item.name} · level {levelText(item.level)}
            </Tap>
            <Tap
              aria-label={`Leave out ${item.name}`}
              disabled={items.length < 2}
              onClick={() => void record({ kind: 'dropped', item: item.item })}
            >
              Leave out
            </Tap>
          </Wrapping>
        ))}
      </div>
      <Choose
        label="Add an exercise"
        value={chosen}
        onChange={setChosen}
        choices={pack.repertoire.exercises.map(({ id, name }) => ({ id, name }))}
      />
      {weighed && !isAllowed(weighed) && <Warn role="alert">Ruled out here: {weighed.reasons[0]?.why}.</Warn>}
      <Tap
        $look="main"
        disabled={!planned || !weighed || !isAllowed(weighed)}
        onClick={async () => {
          if (!planned) return;
          await record({ kind: 'added', planned, after: current?.item ?? null });
          await record({ kind: 'opened', item: planned.item });
          onClose();
        }}
      >
        Add at level {levelText(level)}, after this one
      </Tap>
    </Sheet>
  );
}

const keys = [
  ['Space, Page down, →', 'a clean repetition (right pedal)'],
  ['L, Page up, ←', 'a lost repetition (left pedal)'],
  ['1 to 5', 'name the block that was lost'],
  ['U, Backspace', 'undo the last tap'],
  ['S', 'begin the next set'],
  ['B', 'breath pace on and off'],
  ['V', 'a quick look by eye'],
  ['N', 'a note'],
  ['K', 'a camera that watches'],
  ['C', 'confirm what the camera saw last'],
  ['Enter', 'next exercise'],
  ['?', 'this list'],
] as const;

export function HelpSheet({ onClose }: Pick<Common, 'onClose'>) {
  return (
    <Sheet title="Keys and pedals" onClose={onClose}>
      <dl style={{ display: 'grid', gridTemplateColumns: 'max-content 1fr', gap: '8px 20px', fontSize: '1.1rem' }}>
        {keys.map(([key, what]) => (
          <div key={key} style={{ display: 'contents' }}>
            <dt>
              <b>{key}</b>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

export function AsideSheet({
  aside,
  onClose,
  onDrop,
}: Pick<Common, 'onClose'> & { readonly aside: readonly Aside[]; readonly onDrop: () => void }) {
  return (
    <Sheet title="Kept aside" onClose={onClose}>
      <p>The studio’s server did not take these taps. They are still on this tablet, and not in the session.</p>
      <ul style={{ display: 'grid', gap: 8 }}>
        {aside.map(({ why, event }) => (
          <li key={event.id}>
            <b>{event.what.kind}</b> at {new Date(event.at).toLocaleTimeString()}: {why}
          </li>
        ))}
      </ul>
      <Tap
        $look="out"
        onClick={() => {
          onDrop();
          onClose();
        }}
      >
        I have read them: put them away
      </Tap>
    </Sheet>
  );
}
