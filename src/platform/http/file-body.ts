import { Readable } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';

/** The bytes that a request brings, as they come in. */
export const bodyOf = (request: Request): Readable => (request.body ? Readable.fromWeb(request.body as NodeStream) : Readable.from([]));

/** The name that a request gives its file, as a name alone: without folders and control characters, and not without end. */
export const nameOf = (request: Request, otherwise: string): string =>
  (new URL(request.url).searchParams.get('name') || otherwise).replace(/[\\/\p{Cc}]/gu, '_').slice(0, 300);
