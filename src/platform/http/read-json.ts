import { soundInput, Unsound } from '../verbs/sound-input';

/** Brackets within brackets: deeper than any input of ours. */
const MOST_DEPTH = 64;

/** Whether brackets in a JSON text nest deeper than is read; those in strings do not count. Looks at each character once. */
export function isTooDeep(text: string, most = MOST_DEPTH): boolean {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (c === 34) {
      for (at++; at < text.length && text.charCodeAt(at) !== 34; at++) if (text.charCodeAt(at) === 92) at++;
    } else if (c === 91 || c === 123) {
      if (++depth > most) return true;
    } else if (c === 93 || c === 125) depth--;
  }
  return false;
}

/** The JSON of a request, whose length the gate has bounded; null when it is none, or nests too deep to be ours. */
export const readJson = async (request: Request): Promise<unknown> => parseJson(await request.text()) ?? null;

/** The same, as the database can keep it; null also for what it cannot. */
export async function readSound(request: Request): Promise<unknown> {
  try {
    return soundInput(await readJson(request));
  } catch (error) {
    if (error instanceof Unsound) return null;
    throw error;
  }
}

/** The value of a JSON text, or undefined. */
export function parseJson(text: string): unknown {
  if (isTooDeep(text)) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
