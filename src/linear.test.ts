import { readdirSync, readFileSync } from 'node:fs';
import { parseSync } from '@swc/core';
import { analyse } from 'scslre';
import { CUE_RULES, USUAL_RULES } from '@/core/classify';

/**
 * No expression may backtrack in more than the length of what it reads: neither two parts of it trading characters nor
 * one part with itself, polynomially or worse. Proved by a checker of the registry on the structure of each, not by
 * trying texts. Searching anew from every place is what remains; how much is read is capped where it matters.
 */
const reportsOf = (source: string, flags: string): string[] =>
  analyse({ source, flags }, { reportTypes: { Move: false } }).reports.map((r) => `${r.type} of ${r.character.pick} in ${source}`);

const literals: { file: string; source: string; flags: string }[] = [];
function collect(node: unknown, file: string): void {
  if (typeof node !== 'object' || node === null) return;
  const own = node as { type?: string; pattern?: string; flags?: string };
  if (own.type === 'RegExpLiteral') literals.push({ file, source: own.pattern!, flags: own.flags! });
  for (const value of Object.values(node)) collect(value, file);
}
for (const name of readdirSync('src', { recursive: true, encoding: 'utf8' })) {
  if (!/\.tsx?$/.test(name) || /\.test\.tsx?$/.test(name)) continue;
  const code = readFileSync(`src/${name}`, 'utf8');
  collect(parseSync(code, { syntax: 'typescript', tsx: name.endsWith('x'), target: 'es2022' }), name);
}

test('the checker sees what is not linear', () => {
  expect(reportsOf('\\w+\\d*x', '')).toHaveLength(1);
  expect(reportsOf('(?:a+)+b', '')).not.toEqual([]);
  expect(reportsOf('^\\s*a', '')).toEqual([]);
});
test('every expression that is written in the code is linear', () => {
  expect(literals.length).toBeGreaterThan(400);
  expect(literals.flatMap(({ file, source, flags }) => reportsOf(source, flags).map((r) => `${file}: ${r}`))).toEqual([]);
});
test('every rule is linear, with the words it names put in', () => {
  const rules: [string, (RegExp | undefined)[]][] = [
    ...CUE_RULES.map((r): [string, (RegExp | undefined)[]] => [r.id, [r.pattern, r.unless]]),
    ...USUAL_RULES.map((r): [string, (RegExp | undefined)[]] => [
      r.id,
      [r.has, r.lacks, ...(r.when?.texts ?? []).flatMap((t) => [t.has, t.lacks])],
    ]),
  ];
  expect(rules.flatMap(([id, own]) => own.flatMap((p) => (p ? reportsOf(p.source, p.flags).map((r) => `${id}: ${r}`) : [])))).toEqual([]);
});
