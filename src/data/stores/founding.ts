// Founding a studio with its first lead; the demo beside it.
import { success } from '@/core/result';
import type { Units } from '@/core/units';
import type { Result } from '@/core/result';
import { Studio, User } from '../models';
import { hashPassword, isPasswordOf, weighPassword } from '../passwords';
import { oweBytes, payBytes } from '../media/pictures';
import { ready } from '../ready';
import { transact } from '../transact';
import type { Room } from '../types';
import { accountOf, emailTaken } from './accounts';
import { openSession } from './sessions';
import type { Opened } from './sessions';

export type NewStudio = {
  /** Made with the form: sent twice, it is one studio. */
  readonly id: string;
  readonly studio: string;
  readonly timeZone: string;
  readonly school: string;
  readonly units?: Units;
  readonly rooms: readonly Room[];
  readonly name: string;
  readonly email: string;
  readonly password: string;
};

/** Makes a studio with its first lead, and signs her in. */
export async function foundStudio(form: NewStudio, device: string | undefined): Promise<Result<Opened>> {
  ready();
  const email = accountOf(form.email);
  const weighed = weighPassword(form.password, [email, form.name, form.studio]);
  if (!weighed.ok) return weighed;
  const passwordHash = await hashPassword(form.password);
  const made = await transact(async (transaction): Promise<Result<User>> => {
    const lead = await User.findOne({ where: { email }, transaction });
    if (lead) return lead.studioId === form.id ? success(lead) : emailTaken(); // what was sent twice comes back as it was made
    const now = new Date();
    const [first] = form.rooms;
    await Studio.create(
      {
        ...{ id: form.id, name: form.studio, school: form.school, timeZone: form.timeZone, stances: {} },
        units: form.units ?? 'metric',
        ...{ rooms: [...form.rooms], props: [...(first?.props ?? [])], demo: false, createdAt: now },
      },
      { transaction },
    );
    const row = { id: form.id, studioId: form.id, email, name: form.name, role: 'lead' as const };
    return success(await User.create({ ...row, passwordHash, createdAt: now }, { transaction }));
  });
  if (!made.ok) return made;
  if (!(await isPasswordOf(made.value.passwordHash, form.password))) return emailTaken();
  return success(await openSession(made.value, device));
}

/** Whether there is a studio besides the demo. */
export async function hasOwnStudio(): Promise<boolean> {
  ready();
  return (await Studio.count({ where: { demo: false } })) > 0;
}

/** Tables below a studio, those that others refer to last. */
const belowStudio = [
  'trials',
  'doses',
  'spring_settings',
  'look_pictures',
  'look_readings',
  'kept_film_pieces',
  'kept_films',
  'look_films',
  'looks',
  'session_events',
  'taught_sessions',
  'appointments',
  'series',
  'pictures',
] as const;

/** Takes a studio away with everything in it; cut short, it is taken up where it was left. */
export async function removeStudio(id: string): Promise<void> {
  const sequelize = ready();
  await transact((transaction) => oweBytes({ studioId: id }, transaction));
  for (const table of belowStudio)
    await sequelize.query(`DELETE FROM ${table} WHERE studio_id = :id`, { replacements: { id } });
  await Studio.destroy({ where: { id } }); // the rest goes with it
  await payBytes().catch(() => 0); // what is owed stays owed
}

/** Takes the demo studio away. */
export async function removeDemo(): Promise<void> {
  ready();
  for (const { id } of await Studio.findAll({ where: { demo: true }, attributes: ['id'] })) await removeStudio(id);
}
