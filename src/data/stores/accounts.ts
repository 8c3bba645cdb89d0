// What accounts have in common.
import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { failure } from '@/core/result';
import { User } from '../models';

/** An address as it is kept and compared. */
export const accountOf = (email: string): string => email.trim().toLowerCase();

/** Of what a cookie or a link carries, only this is kept. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

export const leadOnly = () => failure('notAllowed', 'Only a lead instructor may change who works here.', '');
export const emailTaken = () => failure('emailTaken', 'Somebody signs in with this address already.', 'email');

const mostEarlierKeys = 5;

/** A new key from the next need on; the one in use becomes an earlier one. */
export const keysAnew = ({ tabletKey, earlierKeys }: User) => ({
  tabletKey: null,
  earlierKeys: [...(tabletKey ? [tabletKey] : []), ...(earlierKeys ?? [])].slice(0, mostEarlierKeys),
});

/** Whether an address is somebody's already. */
export const isTakenBy = async (email: string, transaction: Transaction): Promise<boolean> =>
  (await User.count({ where: { email }, transaction })) > 0;
