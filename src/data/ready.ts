import { database } from './database';
import { defineModels } from './models';

let tied = false;

/** The connection with this module's models tied to it. Every store starts here. */
export function ready() {
  const sequelize = database();
  if (!tied) defineModels(sequelize);
  tied = true;
  return sequelize;
}
