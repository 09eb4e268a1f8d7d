import { createReadStream } from 'node:fs';
import { DETECT_BYTES } from '@/core/formats';

export async function firstBytes(path: string): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(path, { end: DETECT_BYTES - 1 })) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
