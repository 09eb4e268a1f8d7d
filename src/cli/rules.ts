import { type DecisionTable, decisionTables } from '@/core/classify';

/** Every table and rule as a Markdown document, as "How it decides" shows them. */
export function rulesDocument(tables: readonly DecisionTable[] = decisionTables()): string {
  const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('<', '\\<').replaceAll('*', '\\*').replace(/\s+/g, ' ').trim();
  const line = (cells: readonly string[]) => `| ${cells.map(cell).join(' | ')} |`;
  const parts = tables.map((t) =>
    [
      `## ${t.title}`,
      '',
      `${cell(t.about)} Source: ${cell(t.source)}.`,
      '',
      line(t.columns),
      line(t.columns.map(() => '---')),
      ...t.rows.map(line),
    ].join('\n'),
  );
  return `${['# Tables and rules', 'Printed by the code that classifies: `npm run --silent cli -- rules > docs/rules.md`. What it means is told in [how-it-decides.md](how-it-decides.md).', ...parts].join('\n\n')}\n`;
}
