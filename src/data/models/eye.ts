import { DataTypes, Model } from 'sequelize';
import type { CreationOptional } from 'sequelize';
import type { RoundKind } from '@/core/eye/question';
import type { Answer, Asked, Figure, Question, RatingValue } from '@/core/eye/question';
import type { RatingMethod } from '@/core/eye/raters';
import type { View } from '@/core/anatomy/positions';
import { id, json, studioId } from './columns';
import type { Attributes, Creation, Define } from './columns';

const { BOOLEAN, DATE, INTEGER, STRING, UUID } = DataTypes;

/** A picture, and the disc that covers the face in it, px of the picture as it is kept. */
export type Covered = { readonly pictureId: string; readonly at: readonly [number, number]; readonly radius: number };
export type PhotoSource = { readonly top: Covered; readonly setUp: Covered };

export class EyeRound extends Model<Attributes<EyeRound>, Creation<EyeRound>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare kind: RoundKind;
  declare madeAt: Date;
}

/** What was shown at a place of a round; `answer`: the first that came, which counts. */
export class EyeQuestion extends Model<Attributes<EyeQuestion>, Creation<EyeQuestion>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare roundId: string;
  declare place: number;
  declare view: View;
  declare moving: boolean;
  declare figure: Figure;
  declare asked: Asked;
  /** Where a client's pictures come from, and what of them is covered. */
  declare source: CreationOptional<PhotoSource | null>;
  declare answer: CreationOptional<Answer | null>;
  declare tookMs: CreationOptional<number | null>;
  declare answeredAt: CreationOptional<Date | null>;
}

/** Pictures that several people read, blind to each other. */
export class RatingSession extends Model<Attributes<RatingSession>, Creation<RatingSession>> {
  declare id: string;
  declare studioId: string;
  declare userId: string;
  declare title: string;
  declare method: RatingMethod;
  declare pictures: Question[];
  declare madeAt: Date;
}

export class Rating extends Model<Attributes<Rating>, Creation<Rating>> {
  declare id: string;
  declare studioId: string;
  declare sessionId: string;
  declare userId: string;
  /** 1, or 2 a week later. */
  declare occasion: number;
  declare place: number;
  declare value: RatingValue;
  declare madeAt: Date;
}

export function eyeTables(define: Define): void {
  define(EyeRound, 'eye_rounds', { id, studioId, userId: UUID, kind: STRING, madeAt: DATE(3) });
  define(EyeQuestion, 'eye_questions', {
    id,
    studioId,
    userId: UUID,
    roundId: UUID,
    place: INTEGER,
    view: STRING,
    moving: BOOLEAN,
    figure: json('figure'),
    asked: json('asked'),
    source: json('source'),
    answer: json('answer'),
    tookMs: INTEGER,
    answeredAt: DATE(3),
  });
  define(RatingSession, 'rating_sessions', {
    id,
    studioId,
    userId: UUID,
    title: STRING,
    method: STRING,
    pictures: json('pictures'),
    madeAt: DATE(3),
  });
  define(Rating, 'ratings', {
    id,
    studioId,
    sessionId: UUID,
    userId: UUID,
    occasion: INTEGER,
    place: INTEGER,
    value: json('value'),
    madeAt: DATE(3),
  });
}
