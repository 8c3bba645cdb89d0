// Columns as every table writes them, and how a table is tied to its class.
import { DataTypes } from 'sequelize';
import type { CreationOptional, InferAttributes, InferCreationAttributes, Model, ModelStatic } from 'sequelize';

const { INTEGER, JSON: JSON_TYPE, UUID } = DataTypes;

export type Attributes<M extends Model> = InferAttributes<M>;
export type Creation<M extends Model> = InferCreationAttributes<M>;
export type { CreationOptional };

/** Ties a class to its table. */
export type Define = <M extends Model>(model: ModelStatic<M>, table: string, columns: Record<string, unknown>) => void;

export const id = { type: UUID, primaryKey: true };
export const studioId = { type: UUID, allowNull: false };
export const revision = { type: INTEGER, allowNull: false, defaultValue: 0 };
/** Written first by what must come one after the other. */
export const claims = { type: INTEGER, allowNull: false, defaultValue: 0 };

/** MariaDB keeps JSON as text: read it back as a value, whatever the driver handed over. */
export const json = (name: string) => ({
  type: JSON_TYPE,
  get(this: Model): unknown {
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- Sequelize types attributes by a class that is only known to the caller
    const raw: unknown = this.getDataValue(name as never);
    return typeof raw === 'string' ? JSON.parse(raw) : raw;
  },
});
