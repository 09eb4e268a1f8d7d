import { buffer } from 'node:stream/consumers';
import { fromBufferPromise } from 'yauzl';

/** The files of an archive by their names, as texts; read by a library that has no part in making it. */
export async function filesInZip(bytes: Buffer): Promise<Map<string, string>> {
  const zip = await fromBufferPromise(bytes);
  const files = new Map<string, string>();
  for await (const entry of zip.eachEntry()) files.set(entry.fileName, (await buffer(await zip.openReadStreamPromise(entry))).toString());
  return files;
}
