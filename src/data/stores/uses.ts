// Where what was kept refers to an entry of the repertoire.
import { Op } from 'sequelize';
import type { EditableKind } from '@/core/knowledge/own-entries';
import { Dose, Look, OverruleRow, SpringSettingRow, Studio, TaughtSession, Trial } from '../models';
import { ready } from '../ready';
import type { Who } from '../types';

const counted = (many: number, one: string, more: string): string[] =>
  many === 0 ? [] : [`${many} ${many === 1 ? one : more}`];

/** What refers to an entry, in words with their numbers: `3 looks`, `1 dose`; nothing where it was never used. */
export async function usesOf({ studioId }: Who, kind: EditableKind, id: string): Promise<string[]> {
  ready();
  const looks = (where: object) => Look.count({ where: { studioId, ...where } });
  const trials = (where: object) => Trial.count({ where: { studioId, ...where } });
  /** Outcomes name exercises, faults and corrections that were met on the Floor. */
  const sessions = (name: string) =>
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- a JSON column is searched as the text that it is kept as
    TaughtSession.count({ where: { studioId, outcome: { [Op.like]: `%"${name}":"${id}"%` } as never } });
  switch (kind) {
    case 'exercises':
      return [
        ...counted(await looks({ exercise: id }), 'look', 'looks'),
        ...counted(await Dose.count({ where: { studioId, exercise: id } }), 'dose', 'doses'),
        ...counted(await trials({ exercise: id }), 'trial', 'trials'),
        ...counted(await sessions('exercise'), 'session', 'sessions'),
        ...counted(await OverruleRow.count({ where: { studioId, exercise: id } }), 'overrule', 'overrules'),
        ...counted(
          await SpringSettingRow.count({ where: { studioId, exercise: id } }),
          'spring setting',
          'spring settings',
        ),
      ];
    case 'faults':
      return [
        ...counted(await looks({ fault: id }), 'look', 'looks'),
        ...counted(await trials({ fault: id }), 'trial', 'trials'),
        ...counted(await sessions('fault'), 'session', 'sessions'),
      ];
    case 'corrections':
      return [
        ...counted(await looks({ correction: id }), 'look', 'looks'),
        ...counted(await trials({ correction: id }), 'trial', 'trials'),
        ...counted(await sessions('correction'), 'session', 'sessions'),
      ];
    case 'props': {
      const studio = await Studio.findByPk(studioId, { rejectOnEmpty: true });
      const rooms = (studio.rooms ?? []).filter(({ props }) => props.includes(id)).map(({ name }) => name);
      return rooms.map((name) => `the room ${name}`);
    }
    case 'sequences':
      return [];
  }
}
