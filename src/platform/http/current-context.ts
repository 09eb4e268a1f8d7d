import 'server-only';
import type { Context } from '../context';
import { freshEm } from '../db/orm';
import { ANYBODY } from '../verbs/rights';

/** The context of one request or action. */
export async function currentContext(): Promise<Context> {
  return { em: await freshEm(), person: ANYBODY, now: () => new Date() };
}
