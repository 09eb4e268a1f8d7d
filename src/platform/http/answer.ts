import { randomUUID } from 'node:crypto';
import { NotFound } from '../context';
import { isUnreachable } from '../db/faults';
import { log } from '../log';
import { refuse, statusOf } from '../verbs/refusals';

/** Runs a route handler's body; what is not found is a 404, and a fault is logged and told with a reference only. */
export async function answer(request: Request, body: () => Promise<Response>): Promise<Response> {
  try {
    return await body();
  } catch (error) {
    if (error instanceof NotFound) return Response.json(refuse('not-found', error.message), { status: 404 });
    if (isUnreachable(error)) {
      log.warn({ error, path: new URL(request.url).pathname }, 'the database does not answer');
      const words = 'The database does not answer just now, so nothing was changed. Try again in a moment.';
      return Response.json(refuse('try-again', words), { status: statusOf({ ok: false, code: 'try-again' }) });
    }
    const reference = randomUUID().slice(0, 8);
    log.error({ reference, error, method: request.method, path: new URL(request.url).pathname }, 'a request failed');
    return Response.json(refuse('fault', `Something went wrong on the server (reference ${reference}). Nothing that was saved is lost.`), {
      status: 500,
    });
  }
}
