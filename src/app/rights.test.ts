import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ADMISSIONS, RIGHTS } from '@/platform/verbs/rights';
import { COMMANDS, QUERIES } from '@/stages/verbs';

const files = (readdirSync('src/app', { recursive: true }) as string[]).map((f) => join('src/app', f));
const oneOf = (words: readonly string[]) => `\\(\\s*'(?:${words.join('|')})'`;
const [RIGHT, ADMISSION] = [oneOf(RIGHTS), oneOf(ADMISSIONS)];
/** The frame of all pages, which shows nothing of any review. */
const ROOT = 'src/app/layout.tsx';

/** What of a page's or a route's text does not say who is answered, or which right in the review is needed. */
function withoutRight(file: string, text: string): string[] {
  const review = file.includes('[id]');
  if (/route\.ts$/.test(file)) {
    const says = new RegExp(
      `^export const (?:GET|HEAD|POST|PUT|PATCH|DELETE) = ${review ? 'reviewRoute' : 'route'}(?:<[^()]*>)?${review ? RIGHT : ADMISSION}`,
    );
    const handlers = [...text.matchAll(/^export (?:const|async function|function) (?:GET|HEAD|POST|PUT|PATCH|DELETE)\b/gm)].map((m) =>
      text.slice(m.index),
    );
    return handlers.length ? handlers.filter((h) => !says.test(h)).map((h) => h.split('\n')[0]!) : ['it answers nothing'];
  }
  const says = new RegExp(
    `^export default ${review ? `(?:reviewPage|reviewFrame)(?:<[^()]*>)?${RIGHT}` : `page(?:<[^()]*>)?${ADMISSION}`}`,
    'm',
  );
  return says.test(text) ? [] : ['its default export'];
}

test.each(files.filter((f) => /\/(?:page|layout)\.tsx$|\/route\.ts$/.test(f) && f !== ROOT))('%s says which right it needs', (file) => {
  expect(withoutRight(file, readFileSync(file, 'utf8'))).toEqual([]);
});

/** What whoever has not signed in is answered: to sign in, to use a link, and whether the application runs. */
const FOR_ANYBODY = [
  ...['src/app/sign-in/page.tsx', 'src/app/link/[word]/page.tsx', 'src/app/api/people/[...what]/route.ts'],
  ...['src/app/api/links/[word]/route.ts', 'src/app/health/route.ts', 'src/app/metrics/route.ts'],
];
test('nothing else is answered to who has not signed in', () => {
  const open = files.filter((f) => /\.tsx?$/.test(f) && !f.includes('.test.') && readFileSync(f, 'utf8').includes("('anybody'"));
  expect(open.sort()).toEqual([...FOR_ANYBODY].sort());
});

test.each([
  ['src/app/reviews/[id]/x/page.tsx', 'export default async function Page() {}'],
  ['src/app/reviews/[id]/x/page.tsx', "export default page('read', async () => null);"],
  ['src/app/reviews/[id]/x/page.tsx', 'export default reviewPage(async () => null);'],
  ['src/app/api/reviews/[id]/x/route.ts', 'export async function GET() {}'],
  ['src/app/api/reviews/[id]/x/route.ts', "export const GET = reviewRoute('read', f);\nexport const PUT = route('edit', f);"],
  ['src/app/api/reviews/[id]/x/route.ts', 'const POST = 1;'],
  ['src/app/x/page.tsx', "export default page('read', async () => null);"],
  ['src/app/api/x/route.ts', "export const GET = route('decide', f);"],
])('what does not say it is noticed: %s, %s', (file, text) => {
  expect(withoutRight(file, text)).toHaveLength(1);
});

test('every verb has a name of its own and a right; what changes something needs more than to read', () => {
  const all = [...COMMANDS, ...QUERIES];
  expect(new Set(all.map((v) => v.declared.name)).size).toBe(all.length);
  for (const verb of all) expect([verb.declared.name, RIGHTS.includes(verb.declared.right)]).toEqual([verb.declared.name, true]);
  for (const verb of COMMANDS) expect([verb.declared.name, verb.declared.right]).not.toEqual([verb.declared.name, 'read']);
  for (const verb of COMMANDS) expect([verb.declared.name, verb.declared.stale!.length > 0]).toEqual([verb.declared.name, true]);
});
