// Whose client each one is, who else sees her and until when, and whether a studio's instructors see all or their own.
import { DataTypes } from 'sequelize';
import type { QueryInterface } from 'sequelize';
import { belongs, id, maybe, needed } from './columns';

const { DATE, ENUM, STRING, UUID } = DataTypes;

export async function up(query: QueryInterface): Promise<void> {
  await query.changeColumn('users', 'role', needed(STRING(20))); // a third one: guests
  await query.addColumn('studios', 'sees', { ...needed(STRING(10)), defaultValue: 'all' });
  await query.addColumn('clients', 'instructor_id', maybe(UUID));
  await query.addIndex('clients', ['studio_id', 'instructor_id']);
  // Whoever is booked with her last has her; else whoever looked at her last; else nobody but the leads.
  await query.sequelize.query(
    `UPDATE clients SET instructor_id = COALESCE(
       (SELECT a.instructor_id FROM appointments a JOIN users u ON u.id = a.instructor_id AND u.left_at IS NULL
         WHERE a.client_id = clients.id ORDER BY a.starts_at DESC LIMIT 1),
       (SELECT l.instructor_id FROM looks l JOIN users u ON u.id = l.instructor_id AND u.left_at IS NULL
         WHERE l.client_id = clients.id ORDER BY l.started_at DESC LIMIT 1))`,
  );
  await query.createTable('client_shares', {
    id,
    studio_id: belongs('studios'),
    client_id: belongs('clients'),
    person_id: belongs('users'),
    until_at: needed(DATE(3)),
    made_by: needed(STRING(120)),
    made_at: needed(DATE(3)),
  });
  await query.addIndex('client_shares', ['client_id', 'person_id'], { unique: true, name: 'client_shares_once' });
  await query.addIndex('client_shares', ['person_id', 'until_at']);
}

export async function down(query: QueryInterface): Promise<void> {
  await query.dropTable('client_shares');
  await query.removeIndex('clients', ['studio_id', 'instructor_id']);
  await query.removeColumn('clients', 'instructor_id');
  await query.removeColumn('studios', 'sees');
  await query.sequelize.query(`UPDATE users SET role = 'instructor' WHERE role = 'guest'`);
  await query.changeColumn('users', 'role', needed(ENUM('instructor', 'lead')));
}
