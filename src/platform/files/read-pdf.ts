import { type ChildProcess, spawn } from 'node:child_process';
import { join } from 'node:path';
import { lowerPriority } from './child';
import { linesOf, TooLong } from './lines';
import { Turns } from './turns';

const MOST_SECONDS = 60;
const MOST_MEMORY_MB = 512;
/** More text than the longest book has; a page alone may have a tenth of it. */
const MOST_CHARS = 20_000_000;
const AT_ONCE = 2;

export type ReadPdf = { ok: true; pages: string[] } | { ok: false; code: 'locked' | 'damaged' | 'too-long'; message: string };

const turns = new Turns(AT_ONCE);

/**
 * The text of a PDF, a string a page; a page that is a picture gives ''. It is read in a process of its own, with bounds
 * on time, memory, pages and text, at most two at once.
 */
export const readPdf = (path: string, seconds = MOST_SECONDS): Promise<ReadPdf> => turns.take(() => readInChild(path, seconds));

async function readInChild(path: string, seconds: number): Promise<ReadPdf> {
  const program = join(process.cwd(), 'src', 'workers', 'read-pdf.mjs');
  const child = spawn(process.execPath, [`--max-old-space-size=${MOST_MEMORY_MB}`, program, path], {
    stdio: ['ignore', 'pipe', 'ignore'],
    env: { NODE_ENV: 'production' },
  });
  lowerPriority(child);
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    child.kill('SIGKILL');
  }, seconds * 1000);
  try {
    return await pagesOf(child, () => late, seconds);
  } finally {
    clearTimeout(timer);
    child.kill('SIGKILL');
  }
}

type Line = { page: string } | { done: true } | { code: 'locked' | 'damaged' | 'too-long'; message: string };
const TOO_MUCH = { ok: false, code: 'too-long', message: 'it holds more text than any book.' } as const;

async function pagesOf(child: ChildProcess, isLate: () => boolean, seconds: number): Promise<ReadPdf> {
  const pages: string[] = [];
  let chars = 0;
  try {
    for await (const text of linesOf(child.stdout!, MOST_CHARS / 10)) {
      const line = JSON.parse(text) as Line;
      if ('code' in line) return { ok: false, ...line };
      if ('done' in line) return { ok: true, pages };
      pages.push(line.page);
      chars += line.page.length;
      if (chars > MOST_CHARS) return TOO_MUCH;
    }
  } catch (error) {
    if (error instanceof TooLong) return TOO_MUCH;
    throw error;
  }
  if (isLate()) return { ok: false, code: 'too-long', message: `its text could not be read within ${seconds} seconds.` };
  return { ok: false, code: 'damaged', message: 'reading it took more memory than any article needs: it may be damaged.' };
}
