import type { EntityManager } from '@mikro-orm/postgresql';

const SCHEMAS = 'public, pgboss';

/**
 * Lets a role work with the tables and own none of them. Asked anew after every migration.
 * @param role a name made by the start script: letters and underscores
 */
export async function grantToApplication(em: EntityManager, role: string): Promise<void> {
  if (!/^[a-z_]{1,60}$/.test(role)) throw new Error(`"${role}" is no name for a role of the application.`);
  for (const statement of [
    `grant usage on schema ${SCHEMAS} to ${role}`,
    `grant select, insert, update, delete on all tables in schema ${SCHEMAS} to ${role}`,
    `grant usage, select on all sequences in schema ${SCHEMAS} to ${role}`,
    `grant execute on all functions in schema ${SCHEMAS} to ${role}`,
    // Which migrations ran is not for the application to say.
    `revoke insert, update, delete on mikro_orm_migrations from ${role}`,
    // Partitions of the queue are made by its own upkeep, which is the owner's.
    `alter default privileges in schema ${SCHEMAS} grant select, insert, update, delete on tables to ${role}`,
  ])
    await em.execute(statement);
}
