import { DataTypes, Model } from 'sequelize';
import type { CreationOptional } from 'sequelize';
import type { RoundKind } from '@/core/eye/question';
import type { Answer, Asked, Figure } from '@/core/eye/question';
import type { View } from '@/core/anatomy/positions';
import { id, json, studioId } from './columns';
import type { Attributes, Creation, Define } from './columns';

const { BOOLEAN, DATE, INTEGER, STRING, UUID } = DataTypes;

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
  declare answer: CreationOptional<Answer | null>;
  declare tookMs: CreationOptional<number | null>;
  declare answeredAt: CreationOptional<Date | null>;
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
    answer: json('answer'),
    tookMs: INTEGER,
    answeredAt: DATE(3),
  });
}
