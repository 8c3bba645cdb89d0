// Columns as every migration writes them.
import { DataTypes } from 'sequelize';

export const id = { type: DataTypes.UUID, primaryKey: true, allowNull: false };
export const needed = (type: unknown) => ({ type, allowNull: false }) as { type: string; allowNull: boolean };
export const maybe = (type: unknown) => ({ type, allowNull: true }) as { type: string; allowNull: boolean };
export const belongs = (table: string, onDelete = 'CASCADE') => ({
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: table, key: 'id' },
  onDelete,
  onUpdate: 'RESTRICT',
});
