'use client';
import { useDeferredValue, useMemo, useState } from 'react';
import type { DecisionTable } from '@/core/classify';
import { count } from '@/ui/words';

/** Every table and rule, searchable. Tables are folded until one is opened or a word is looked for. */
export function HowItDecides({ tables }: { tables: readonly DecisionTable[] }) {
  const [find, setFind] = useState('');
  const words = useDeferredValue(find.trim().toLowerCase());
  const shown = useMemo(
    () =>
      tables.flatMap((t) => {
        if (!words) return [{ ...t, open: false }];
        const rows = t.rows.filter((row) => row.some((cell) => cell.toLowerCase().includes(words)));
        const named = `${t.title} ${t.source}`.toLowerCase().includes(words);
        return rows.length > 0 || named
          ? [{ ...t, rows: rows.length > 0 ? rows : t.rows, open: rows.length > 0 && rows.length <= 60 }]
          : [];
      }),
    [tables, words],
  );
  const rows = shown.reduce((n, t) => n + t.rows.length, 0);
  return (
    <>
      <div className="sticky top-0 z-10 flex items-center gap-4 bg-paper py-2">
        <input
          type="search"
          aria-label="Find a term, a rule or a word"
          placeholder="find a term, a rule or a word"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          className="h-8 w-[340px] rounded-[4px] border border-edge bg-surface px-2.5"
        />
        <span role="status" className="text-slate">
          {count(rows)} rows in {shown.length} tables
        </span>
      </div>
      {shown.map((t) => (
        <details key={`${t.id}${words}`} id={t.id} open={t.open} className="border-rule border-t py-1">
          <summary className="min-h-7 cursor-pointer">
            <h2 dir="auto" className="inline font-semibold font-serif text-lead">
              {t.title}
            </h2>{' '}
            <span className="text-slate">{count(t.rows.length)}</span>
          </summary>
          <p className="max-w-[100ch] text-small text-slate">
            {t.about} Source: {t.source}.
          </p>
          <div className="relative overflow-x-auto">
            <table className="w-full border-collapse text-left text-small">
              <thead>
                <tr className="text-slate">
                  {t.columns.map((c) => (
                    <th key={c} scope="col" className="py-1 pr-4 align-bottom font-medium">
                      {c}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {t.rows.map((row) => (
                  <tr key={row.join('|')} className="border-rule border-t align-top">
                    {row.map((cell, i) => (
                      // A row's cells have no names of their own; their place is what they are.
                      // biome-ignore lint/suspicious/noArrayIndexKey: the columns never change places
                      <td key={i} className={i === 0 ? 'min-w-[150px] py-1 pr-4 font-medium' : 'min-w-[110px] max-w-[420px] py-1 pr-4'}>
                        {cell}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </details>
      ))}
    </>
  );
}
