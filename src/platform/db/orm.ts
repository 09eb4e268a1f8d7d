import { type EntityManager, MikroORM } from '@mikro-orm/postgresql';
import { ormConfig } from './config';
import { entities } from './schema';
import { HOME, urlOf } from './servers';

type Slot = { orm: Promise<MikroORM>; entities: unknown };
const shared = globalThis as typeof globalThis & { __narrowSieveOrms?: Map<string, Slot> };

/** One ORM, and so one pool, a process and database; it survives a hot reload, and is rebuilt when the schema itself was reloaded. */
function getOrm(server: string): Promise<MikroORM> {
  shared.__narrowSieveOrms ??= new Map();
  const slots = shared.__narrowSieveOrms;
  const slot = slots.get(server);
  if (slot && (slot.entities === entities || process.env.NODE_ENV === 'production')) return slot.orm;
  void slot?.orm.then((orm) => orm.close());
  const orm = MikroORM.init(ormConfig(urlOf(server), server)).catch((error: unknown) => {
    // The database may be there again for whoever asks next.
    slots.delete(server);
    throw error;
  });
  slots.set(server, { entities, orm });
  return orm;
}

/** A fresh identity map: call once a request or action. */
export async function freshEm(server: string = HOME): Promise<EntityManager> {
  return (await getOrm(server)).em.fork();
}

/** Lets go of every database. */
export async function closeOrms(): Promise<void> {
  const slots = [...(shared.__narrowSieveOrms?.values() ?? [])];
  shared.__narrowSieveOrms?.clear();
  for (const { orm } of slots) await (await orm.catch(() => null))?.close();
}
