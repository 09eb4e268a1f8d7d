import { readFileSync } from 'node:fs';
import { CUE_RULES, decisionTables, SHAPE_RULES, USUAL_RULES } from '@/core/classify';
import { TERM_TABLES } from '@/core/vocabularies';
import { rulesDocument } from './rules';

test('the printed document is what the code does now', () => expect(readFileSync('docs/rules.md', 'utf8')).toBe(rulesDocument()));

test('nothing is hidden: every rule and every term has its row, and every table its source', () => {
  const cells = new Set(decisionTables().flatMap((t) => t.rows.map((r) => r[0]!)));
  for (const rule of [...CUE_RULES, ...SHAPE_RULES, ...USUAL_RULES]) expect([rule.id, cells.has(rule.id)]).toEqual([rule.id, true]);
  for (const { rows } of TERM_TABLES)
    for (const term of Object.keys(rows))
      expect([term, [...cells].some((c) => c === term || c.startsWith(`${term} (`))]).toEqual([term, true]);
  for (const table of decisionTables()) {
    expect(table.source).not.toBe('');
    for (const row of table.rows) expect([table.id, row.length]).toEqual([table.id, table.columns.length]);
  }
});
