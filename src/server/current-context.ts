import 'server-only';
import { freshEm } from '@/db/orm';
import type { Context } from './context';

/** The context of one request or action. */
export async function currentContext(): Promise<Context> {
  return { em: await freshEm(), now: () => new Date() };
}
