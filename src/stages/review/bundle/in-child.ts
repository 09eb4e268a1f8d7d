import { spawn } from 'node:child_process';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { HOME, urlOf } from '@/platform/db/servers';
import { lowerPriority } from '@/platform/files/child';
import { incomingFolder, withIncoming } from '@/platform/files/incoming';
import { Turns } from '@/platform/files/turns';
import { type Result, refuse } from '@/platform/verbs/refusals';

const MAX_BUNDLE_BYTES = 8 * 1024 ** 3;
/** A row at a time is held, and a page of them on its way to the database. */
const MOST_MEMORY_MB = 1024;
const MOST_MINUTES = 60;

const turns = new Turns(1);

type Taken = Result<{ id: string; title: string }>;

/**
 * Takes in a review from a bundle: one at a time, in a process of its own with bounds on time and memory. Whatever is in
 * the zip, pages are answered meanwhile.
 * @param server where the review shall lie
 */
export async function readBundle(name: string, body: Readable, server = HOME): Promise<Taken> {
  const taken = await withIncoming(body, MAX_BUNDLE_BYTES, (file) => turns.take(() => takeInChild(file.path, name, urlOf(server))));
  return taken ?? refuse('too-large', `${name}: it is larger than ${MAX_BUNDLE_BYTES / 1024 ** 3} GB. Nothing was taken in.`);
}

async function takeInChild(path: string, name: string, url: string): Promise<Taken> {
  const program = join(process.cwd(), 'src', 'workers', 'take-bundle.ts');
  const memory = `--max-old-space-size=${MOST_MEMORY_MB}`;
  const child = spawn(process.execPath, [memory, '--import', 'tsx', program, path, name], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, DATABASE_URL: url, REVIEW_DATABASES: '', NODE_OPTIONS: '', NARROW_SIEVE_DATA: join(incomingFolder(), '..') },
  });
  lowerPriority(child);
  const timer = setTimeout(() => child.kill('SIGKILL'), MOST_MINUTES * 60_000);
  try {
    const answer = await text(child.stdout);
    // A fault, or more time or memory than any review needs: its transaction is gone with it.
    if (!answer.endsWith('\n'))
      return refuse('unreadable', `${name}: it could not be read within the memory and time that a review needs. Nothing was taken in.`);
    return JSON.parse(answer.slice(answer.lastIndexOf('\n', answer.length - 2) + 1)) as Taken;
  } finally {
    clearTimeout(timer);
    child.kill('SIGKILL');
  }
}
