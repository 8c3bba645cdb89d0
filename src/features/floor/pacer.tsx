'use client';

// The breath as a ribbon with a dot that moves along it, counts, a soft tone or a word at each turn, and the figure in phase.
import { Metronome, Pause, Play, Volume2, VolumeX } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { paceFromTaps, phasesOf, placeAt } from '@/core/breathing/phases';
import { breath } from '@/core/breathing/timeline';
import type { BreathMoment } from '@/core/breathing/timeline';
import { poseAt } from '@/core/body/movement';
import { movementOf } from '@/core/body/shown';
import type { Body } from '@/core/body/segments';
import type { Level } from '@/core/knowledge/entries';
import { BreathRibbon, ribbonPoint } from '@/design/breath-ribbon';
import type { PlannedEdge } from '@/core/load/fan';
import { fanUnder } from '@/design/fan';
import { Figure } from '@/design/figure';
import { Tap } from './parts';

export type Sound = 'off' | 'tones' | 'words';

/** Whether the breath runs, and what is heard of it. */
export type Pace = {
  readonly running: boolean;
  readonly sound: Sound;
  readonly onRun: (running: boolean) => void;
  readonly onSound: (sound: Sound) => void;
};

const Stage = styled.div`
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto auto;
  gap: 4px;
  min-height: 0;
  .figure {
    min-height: 0;
    display: grid;
    align-items: end;
    justify-items: center;
  }
  .figure svg {
    width: 100%;
    height: 100%;
    max-height: 100%;
  }
  .ribbon {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 84px;
    align-items: center;
    gap: 12px;
  }
  .count {
    font-size: 4rem;
    line-height: 1;
    text-align: center;
    color: var(--info);
  }
  .count small {
    display: block;
    font-size: 1.1rem;
    font-weight: 650;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  .tools button {
    flex: 1 1 64px;
    max-width: 108px;
    flex-direction: column;
    gap: 2px;
    padding: 4px;
    font-size: 0.92rem;
  }
`;

let audio: AudioContext | undefined;

/** A soft tone: rising in, falling out, level held. */
function tone(phase: BreathMoment['phase']): void {
  audio ??= new AudioContext();
  const [from, to] = phase === 'in' ? [262, 392] : phase === 'out' ? [392, 262] : [330, 330];
  const [voice, loudness, now] = [audio.createOscillator(), audio.createGain(), audio.currentTime];
  voice.frequency.setValueAtTime(from, now);
  voice.frequency.linearRampToValueAtTime(to, now + 0.35);
  loudness.gain.setValueAtTime(0, now);
  loudness.gain.linearRampToValueAtTime(0.12, now + 0.08);
  loudness.gain.linearRampToValueAtTime(0, now + 0.5);
  voice.connect(loudness).connect(audio.destination);
  voice.start(now);
  voice.stop(now + 0.55);
}

const hasVoice = (): boolean => 'speechSynthesis' in window && speechSynthesis.getVoices().length > 0;

function sayPhase({ phase, moves }: BreathMoment, sound: Sound): void {
  if (sound === 'off') return;
  if (sound === 'tones' || !hasVoice()) return tone(phase);
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(`${phase}${moves ? `, ${moves}` : ''}`));
}

const framesAPart = 8;
const frameMs = 90;

type PacerProps = {
  readonly level: Level;
  readonly body: Body;
  readonly pattern: string;
  readonly pace: number;
  readonly label: string;
  readonly out: 'pelvis' | 'ribs' | 'head' | 'legs' | undefined;
  /** Where the legs may go for this client. */
  readonly edge: PlannedEdge | undefined;
  readonly tempo: Pace;
  readonly onPace: (pace: number) => void;
  readonly children?: React.ReactNode;
  /** Stands where the figure does, instead of it. */
  readonly instead?: React.ReactNode;
};

const soundNames: Readonly<Record<Sound, string>> = { off: 'Silent', tones: 'Tones', words: 'Words' };
const soundAfter: Readonly<Record<Sound, Sound>> = { off: 'tones', tones: 'words', words: 'off' };

type Beat = { readonly part: number; readonly count: number; readonly step: number };

/** Where the breath is while the pace runs; `dot` is moved frame by frame, without painting anything else. */
function useBeat(timeline: readonly BreathMoment[], repetitionS: number, { running, sound }: Pace) {
  const [beat, setBeat] = useState<Beat>();
  const dot = useRef<SVGCircleElement>(null);
  const loud = useRef(sound);
  useEffect(() => {
    loud.current = sound;
  }, [sound]);
  useEffect(() => {
    if (!running || timeline.length === 0) return;
    const began = performance.now();
    let [last, frame, shown] = [-1, 0, 0];
    const turn = (now: number) => {
      const { part, share, count } = placeAt(timeline, repetitionS, (now - began) / 1000);
      const [x, y] = ribbonPoint(timeline, part, share);
      dot.current?.setAttribute('cx', String(x));
      dot.current?.setAttribute('cy', String(y));
      const moment = timeline[part];
      if (part !== last && moment) sayPhase(moment, loud.current);
      if (part !== last || now - shown > frameMs) {
        shown = now;
        setBeat({ part, count, step: Math.round(share * framesAPart) });
      }
      last = part;
      frame = requestAnimationFrame(turn);
    };
    frame = requestAnimationFrame(turn);
    return () => cancelAnimationFrame(frame);
  }, [running, timeline, repetitionS]);
  return { beat: running ? beat : undefined, dot };
}

/** The pose of a level at a beat of its breath; at its top where nothing runs, or nothing should move. */
function useMovingPose(level: Level, body: Body, timeline: readonly BreathMoment[], beat: Beat | undefined) {
  const phases = useMemo(() => phasesOf(timeline), [timeline]);
  const still = typeof window !== 'undefined' && matchMedia('(prefers-reduced-motion: reduce)').matches;
  const [part, step] = beat && !still ? [beat.part, beat.step] : [-1, 0];
  return useMemo(() => {
    if (part < 0) return level.top;
    return poseAt(body, movementOf(level), phases[part] ?? 'hold', step / framesAPart);
  }, [level, body, phases, part, step]);
}

/** The pace that taps on the beat make, once there are enough. */
function useTapPace(pace: number, onPace: (pace: number) => void) {
  const taps = useRef<number[]>([]);
  return () => {
    const now = performance.now();
    taps.current = [...taps.current.filter((one) => now - one < 6000), now].slice(-6);
    const found = paceFromTaps(taps.current);
    if (found !== undefined && found !== pace) onPace(found);
  };
}

/** The figure and the breath that it moves with. */
export function Pacer({ level, body, edge, pattern, pace, label, out, tempo, onPace, children, instead }: PacerProps) {
  const timed = useMemo(
    () => breath({ pattern, pace, repetitions: 1, sides: 1, directions: 1, changeOverS: 0 }),
    [pattern, pace],
  );
  const timeline = useMemo(() => (timed.ok ? timed.value.timeline : []), [timed]);
  const { beat, dot } = useBeat(timeline, timed.ok ? timed.value.repetitionS : 1, tempo);
  const pose = useMovingPose(level, body, timeline, beat);
  const fan = useMemo(() => edge && fanUnder(body, edge, edge.kneeDeg), [body, edge]);
  const tapPace = useTapPace(pace, onPace);
  return (
    <Stage>
      <div className="figure">
        {instead ?? (
          <Figure
            pose={pose}
            body={body}
            label={label}
            {...(level.scene ? { scene: level.scene } : {})}
            {...(out ? { out } : {})}
            {...fan}
          />
        )}
      </div>
      {timeline.length > 0 && (
        <div className="ribbon">
          <BreathRibbon timeline={timeline} {...(tempo.running ? { dot } : {})} now={beat?.part} />
          <span className="count numeral" aria-hidden>
            {beat && beat.count}
            {beat && <small>{timeline[beat.part]?.phase}</small>}
          </span>
        </div>
      )}
      <div className="tools">
        <Tempo tempo={tempo} pace={pace} onTapPace={tapPace} />
        {children}
      </div>
    </Stage>
  );
}

type TempoProps = { readonly tempo: Pace; readonly pace: number; readonly onTapPace: () => void };

function Tempo({ tempo: { running, sound, onRun, onSound }, pace, onTapPace }: TempoProps) {
  const [PaceIcon, SoundIcon] = [running ? Pause : Play, sound === 'off' ? VolumeX : Volume2];
  return (
    <>
      <Tap onClick={() => onRun(!running)} aria-pressed={running} $look={running ? 'chosen' : 'plain'}>
        <PaceIcon size={24} aria-hidden />
        {running ? 'Pause' : 'Pace'}
      </Tap>
      <Tap onClick={onTapPace} title="Tap three times on the beat">
        <Metronome size={24} aria-hidden />
        {pace.toFixed(2).replace(/0$/, '')} s
      </Tap>
      <Tap onClick={() => onSound(soundAfter[sound])} aria-label={`Sound: ${soundNames[sound]}`}>
        <SoundIcon size={24} aria-hidden />
        {soundNames[sound]}
      </Tap>
    </>
  );
}
