import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  CITE_STYLES,
  type Cited,
  type CiteStyle,
  cslItem,
  type Reference,
  referencesIn,
  type StyleFiles,
  wantsCapitals,
} from '@/core/cite';
import { recent } from '@/platform/cache/process-wide';

const FOLDER = join(process.cwd(), 'src/core/cite/styles');
const read = (file: string) => readFile(join(FOLDER, file), 'utf8');

async function filesOf(style: CiteStyle): Promise<StyleFiles> {
  const [text, gb, us] = await Promise.all([read(CITE_STYLES[style].file), read('locales-en-GB.xml'), read('locales-en-US.xml')]);
  return { style: text, locales: { 'en-GB': gb, 'en-US': us }, capitalSubtitles: wantsCapitals(style) };
}

/** Lists that were made last: a processor takes milliseconds for each reference, and most are asked for again unchanged. */
const made = recent<Reference[]>('references', 12);

/** The references of works in a style, in its order. */
export async function referenceList(style: CiteStyle, cited: readonly Cited[]): Promise<Reference[]> {
  const key = createHash('sha256')
    .update(style)
    .update(JSON.stringify(cited.map(cslItem)))
    .digest('hex'); // prettier-ignore
  const known = made.get(key);
  if (known) return known;
  const references = referencesIn(await filesOf(style), cited);
  made.set(key, references);
  return references;
}
