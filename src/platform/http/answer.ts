import { randomUUID } from 'node:crypto';
import { NotFound } from '../context';

/** Runs a route handler's body; what is not found is a 404, and a fault is logged and told with a reference only. */
export async function answer(body: () => Promise<Response>): Promise<Response> {
  try {
    return await body();
  } catch (error) {
    if (error instanceof NotFound) return Response.json({ ok: false, code: 'not-found', message: error.message }, { status: 404 });
    const reference = randomUUID().slice(0, 8);
    console.error(`[fault ${reference}]`, error);
    return Response.json(
      { ok: false, code: 'fault', message: `Something went wrong on the server (reference ${reference}). Nothing that was saved is lost.` },
      { status: 500 },
    );
  }
}
