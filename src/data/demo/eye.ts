// The demo's eyes: Corin has trained his for some weeks and shares what is learned; he and Wren have read the same pictures, he twice.
import { today } from '@internationalized/date';
import { v7 as newId } from 'uuid';
import { makeFault, makeStand, makeTilt } from '@/core/eye/make';
import type { Making } from '@/core/eye/make';
import { roundLength, wayOf } from '@/core/eye/question';
import type { Answer, Question } from '@/core/eye/question';
import { nextAsk } from '@/core/eye/round';
import type { Seen } from '@/core/eye/seen';
import { resolveStances } from '@/core/knowledge/stances';
import { normal, seeded } from '@/core/random';
import { repertoire } from '@/repertoire';
import { EyeQuestion, EyeRound, Rating, RatingSession, User } from '../models';
import type { Who } from '../types';
import { demoStudio } from './world';

const dayMs = 86_400_000;
/** When he trained, days ago. */
const trainedOn = [33, 26, 19, 12, 5] as const;

/** An eye as the demo makes it: bias and spread, degrees, and how small a tilt it still sees. */
type MadeEye = { readonly bias: number; readonly sd: number; readonly sees: number };
const corinsEye: MadeEye = { bias: 1.6, sd: 2.6, sees: 4 };
const wrensEye: MadeEye = { bias: -0.5, sd: 2.1, sees: 3 };

const surely = (random: () => number): Answer['sure'] => (random() < 0.25 ? 0.4 : random() < 0.6 ? 0.7 : 0.95);
const toHalf = (deg: number): number => Math.max(-20, Math.min(20, Math.round(2 * deg) / 2));

/** What such an eye answers. Ribs are missed when the body moves. */
function answerOf({ asked, figure }: Question, { bias, sd, sees }: MadeEye, random: () => number): Answer {
  const sure = surely(random);
  switch (asked.kind) {
    case 'tilt':
      return { kind: 'tilt', estimateDeg: toHalf(asked.truthDeg + bias + sd * normal(random)), sure };
    case 'level': {
      const seen = asked.truthDeg + sd * normal(random);
      return { kind: 'level', said: wayOf(Math.abs(seen) < sees ? 0 : seen), sure };
    }
    case 'fault': {
      const isMissed = random() < (figure.moving ? 0.6 : 0.2);
      const other = asked.options[Math.floor(random() * asked.options.length)] ?? null;
      if (asked.fault === null) return { kind: 'fault', said: random() < 0.25 ? other : null, sure };
      return { kind: 'fault', said: isMissed ? (random() < 0.5 ? null : other) : asked.fault, sure };
    }
    case 'stand':
      return { kind: 'stand', said: (random() < 0.8 ? asked.right[0] : asked.options[0]) ?? 'side', sure };
  }
}

function making(random: () => number): Making {
  const stances = resolveStances(repertoire, demoStudio.school);
  if (!stances.ok) throw new Error(`demo data: ${stances.error.message}`);
  return { repertoire, stances: stances.value, random };
}

/** One round of a day: what is asked follows from all that was answered before. */
function playRound(seen: readonly Seen[], day: string, eye: MadeEye, random: () => number): (Seen & Question)[] {
  const from = making(random);
  const played: (Seen & Question)[] = [];
  for (let place = 0; place < roundLength; place += 1) {
    const ask = nextAsk('today', place, [...seen, ...played], day, random);
    const question =
      ask.kind === 'stand'
        ? makeStand(from)
        : ask.kind === 'fault'
          ? makeFault(from, ask)
          : makeTilt(from, ask.kind, ask.measure, ask.wantedDeg, ask);
    if (!question) continue;
    const { view, moving } = question.figure;
    played.push({ ...question, answer: answerOf(question, eye, random), view, moving, day });
  }
  return played;
}

async function seedTraining({ userId, studioId }: Who): Promise<void> {
  const random = seeded(1704);
  const own = { studioId, userId };
  let seen: readonly Seen[] = [];
  for (const daysAgo of trainedOn) {
    const madeAt = new Date(Date.now() - daysAgo * dayMs);
    const day = today(demoStudio.timeZone).subtract({ days: daysAgo }).toString();
    const played = playRound(seen, day, corinsEye, random);
    const roundId = newId();
    await EyeRound.create({ id: roundId, ...own, kind: 'today', madeAt });
    await EyeQuestion.bulkCreate(
      played.map(({ figure, asked, answer, view, moving }, place) => ({
        ...{ id: newId(), ...own, roundId, place, view, moving, figure, asked, answer },
        ...{ tookMs: 6000 + Math.round(5000 * random()), answeredAt: new Date(madeAt.getTime() + place * 11_000) },
      })),
    );
    seen = [...seen, ...played];
  }
  await User.update({ eyeSharedAt: new Date() }, { where: { id: userId } });
}

const ratedCount = 12;
const widestDeg = 13;

async function seedRaters(lead: Who, other: Who): Promise<void> {
  const random = seeded(2203);
  const from = making(random);
  const pictures = Array.from({ length: ratedCount }, (_, i) => (i * 5) % ratedCount).flatMap(
    (step) => makeTilt(from, 'tilt', 'pelvicTilt', -widestDeg + (2 * widestDeg * (step + random())) / ratedCount) ?? [],
  );
  const [sessionId, { studioId }] = [newId(), lead];
  const madeAt = new Date(Date.now() - 16 * dayMs);
  await RatingSession.create({
    ...{ id: sessionId, studioId, userId: lead.userId, title: 'Pelvis, autumn' },
    ...{ method: 'tilt', pictures, madeAt },
  });
  const read = ({ userId }: Who, occasion: 1 | 2, daysAgo: number, { bias, sd }: MadeEye) =>
    Rating.bulkCreate(
      pictures.map(({ asked }, place) => ({
        ...{ id: newId(), studioId, sessionId, userId, occasion, place },
        value: { deg: toHalf((asked.kind === 'tilt' ? asked.truthDeg : 0) + bias + sd * normal(random)) },
        madeAt: new Date(Date.now() - daysAgo * dayMs),
      })),
    );
  await read(lead, 1, 15, wrensEye);
  await read(other, 1, 14, corinsEye);
  await read(other, 2, 4, corinsEye);
}

/** Rounds, and a session of raters. */
export async function seedEyes(lead: Who, other: Who): Promise<void> {
  await seedTraining(other);
  await seedRaters(lead, other);
}
