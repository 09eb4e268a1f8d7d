import type { EntityManager } from '@mikro-orm/postgresql';
import type { Client } from 'pg';

/** The connection on which the entity manager's transaction runs. */
export const clientOf = async (tx: EntityManager): Promise<Client> =>
  (await tx.getTransactionContext()!.client.acquireConnection()) as Client;

/**
 * Runs a statement inside the entity manager's transaction with its values sent beside it ($1, $2 …). The entity
 * manager itself writes values into the text, which for megabytes costs more than the statement.
 * @returns the rows that it gives
 */
export async function runBound<T = unknown>(tx: EntityManager, sql: string, values: readonly (string | number | Buffer)[]): Promise<T[]> {
  return (await (await clientOf(tx)).query(sql, [...values])).rows as T[];
}
