import { type EntityManager, MikroORM } from '@mikro-orm/postgresql';
import { ormConfig } from './config';
import { entities } from './schema';

type Slot = { orm: Promise<MikroORM>; entities: unknown };
const shared = globalThis as typeof globalThis & { __narrowSieveOrm?: Slot };

/** One ORM, and so one pool, a process; it survives a hot reload, and is rebuilt when the schema itself was reloaded. */
function getOrm(): Promise<MikroORM> {
  const slot = shared.__narrowSieveOrm;
  if (slot && slot.entities !== entities && process.env.NODE_ENV !== 'production') {
    shared.__narrowSieveOrm = undefined;
    void slot.orm.then((orm) => orm.close());
  }
  shared.__narrowSieveOrm ??= { entities, orm: MikroORM.init(ormConfig()).catch(forget) };
  return shared.__narrowSieveOrm.orm;
}

/** The database may be there again for whoever asks next. */
function forget(error: unknown): never {
  shared.__narrowSieveOrm = undefined;
  throw error;
}

/** A fresh identity map: call once a request or action. */
export async function freshEm(): Promise<EntityManager> {
  return (await getOrm()).em.fork();
}
