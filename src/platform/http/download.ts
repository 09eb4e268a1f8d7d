import { Readable } from 'node:stream';

/** A title as the beginning of a file name. */
export const slugOf = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60) || 'review';

const PIECE_CHARS = 1 << 16;

/**
 * An answer that is written while it is sent: memory does not grow with it, and whoever reads slowly sets the pace. What
 * goes wrong before the first piece is answered as any fault is; afterwards the file is cut off.
 */
export async function streamed(pieces: AsyncGenerator<string>, headers: Record<string, string>): Promise<Response> {
  const first = await pieces.next();
  async function* gathered() {
    let held = first.done ? '' : first.value;
    if (!first.done)
      for await (const piece of pieces) {
        held += piece;
        if (held.length < PIECE_CHARS) continue;
        yield Buffer.from(held);
        held = '';
      }
    if (held !== '') yield Buffer.from(held);
  }
  return new Response(Readable.toWeb(Readable.from(gathered())) as ReadableStream, { headers });
}

/** The headers of a file that is to be saved. */
export const savedAs = (name: string, media: string): Record<string, string> => ({
  'content-type': /^(?:text|application\/json|image\/svg)/.test(media) ? `${media}; charset=utf-8` : media,
  'content-disposition': `attachment; filename="${name}"`,
  'cache-control': 'no-store',
});
