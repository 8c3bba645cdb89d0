// Orders of exercises that an instructor keeps to start plans from: her own, by name.
import { v7 as newId } from 'uuid';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { OwnOrder } from '../models';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Who } from '../types';

export type OwnOrderCard = { readonly id: string; readonly name: string; readonly exercises: readonly string[] };

/** So many orders of one's own. */
const mostOrders = 60;

/** Her own orders, by name. */
export async function listOwnOrders({ userId, studioId }: Who): Promise<OwnOrderCard[]> {
  ready();
  const rows = await OwnOrder.findAll({ where: { userId, studioId }, order: [['name', 'ASC']] });
  return rows.map(({ id, name, exercises }) => ({ id, name, exercises }));
}

/** Keeps an order under a name; under a name that she has already it takes the place of that one. */
export function keepOwnOrder(
  { userId, studioId }: Who,
  name: string,
  exercises: readonly string[],
): Promise<Result<OwnOrderCard>> {
  const [id, madeAt] = [newId(), new Date()];
  return transact(async (transaction) => {
    const found = await OwnOrder.findOne({ where: { userId, studioId, name }, transaction, lock: true });
    const made = { exercises: [...exercises], madeAt };
    if (found) {
      await found.update(made, { transaction });
      return success({ id: found.id, name, exercises });
    }
    if ((await OwnOrder.count({ where: { userId, studioId }, transaction })) >= mostOrders)
      return failure('tooMany', `There are ${mostOrders} orders of your own already: take one away first.`, 'name');
    await OwnOrder.create({ id, studioId, userId, name, ...made }, { transaction });
    return success({ id, name, exercises });
  });
}

/** Takes one of her own orders away; gone before is gone. */
export async function dropOwnOrder({ userId, studioId }: Who, id: string): Promise<void> {
  ready();
  await OwnOrder.destroy({ where: { id, userId, studioId } });
}
