// What follows from what was kept, and can be worked out again.
import { DataTypes, Model } from 'sequelize';
import { studioId, json } from './columns';
import type { Attributes, Creation, Define } from './columns';

const { INTEGER, STRING, UUID } = DataTypes;

/** How often a correction was tried against a fault with a client, and helped. */
export class ClientTrialCount extends Model<Attributes<ClientTrialCount>, Creation<ClientTrialCount>> {
  declare clientId: string;
  declare exercise: string;
  declare fault: string;
  declare correction: string;
  declare studioId: string;
  declare tried: number;
  declare helped: number;
  declare failedRunning: number;
}

/** The same of all clients of a studio. */
export class StudioTrialCount extends Model<Attributes<StudioTrialCount>, Creation<StudioTrialCount>> {
  declare studioId: string;
  declare exercise: string;
  declare fault: string;
  declare correction: string;
  declare tried: number;
  declare helped: number;
}

/** What is known of a client, made from all that was kept. */
export class ClientSummaryRow extends Model<Attributes<ClientSummaryRow>, Creation<ClientSummaryRow>> {
  declare clientId: string;
  declare studioId: string;
  declare madeFrom: string;
  declare summary: unknown;
}

export function knownTables(define: Define): void {
  define(ClientTrialCount, 'client_trial_counts', {
    clientId: { type: UUID, primaryKey: true },
    exercise: { type: STRING, primaryKey: true },
    fault: { type: STRING, primaryKey: true },
    correction: { type: STRING, primaryKey: true },
    studioId,
    tried: INTEGER,
    helped: INTEGER,
    failedRunning: INTEGER,
  });
  define(StudioTrialCount, 'studio_trial_counts', {
    studioId: { type: UUID, primaryKey: true },
    exercise: { type: STRING, primaryKey: true },
    fault: { type: STRING, primaryKey: true },
    correction: { type: STRING, primaryKey: true },
    tried: INTEGER,
    helped: INTEGER,
  });
  define(ClientSummaryRow, 'client_summaries', {
    clientId: { type: UUID, primaryKey: true },
    studioId,
    madeFrom: STRING,
    summary: json('summary'),
  });
}
