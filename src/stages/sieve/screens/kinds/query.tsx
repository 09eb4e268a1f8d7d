'use client';
import { useState } from 'react';
import { QueryError, type QueryProblem, SEARCH_INDEXES } from '@/core/query';
import { compileText } from '@/core/sieve';
import { Button } from '@/ui/button';
import { TextArea } from '@/ui/field';
import type { KindFormProps } from './form';

function problemOf(query: string): QueryProblem | null {
  try {
    compileText({ kind: 'query', query });
    return null;
  } catch (error) {
    if (error instanceof QueryError) return error.problem;
    throw error;
  }
}

/** A query that is checked while it is typed and set when it can be read: counts never come from half a query. */
export function QueryField({ test, onChange }: KindFormProps<'query'>) {
  const [text, setText] = useState(test.query);
  const problem = problemOf(text);
  const apply = () => {
    if (!problem && text.trim() !== test.query) onChange({ ...test, query: text.trim() });
  };
  return (
    <div className="flex flex-col gap-1">
      <TextArea
        label="Allow what this query finds"
        rows={3}
        maxLength={4000}
        spellCheck={false}
        className="font-mono text-small"
        value={text}
        error={problem ? `Character ${problem.from + 1}: ${problem.message}` : undefined}
        onChange={(e) => setText(e.target.value)}
        onBlur={apply}
      />
      {problem && problem.to > problem.from && (
        <p className="truncate font-mono text-note text-slate" aria-hidden>
          {text.slice(Math.max(0, problem.from - 18), problem.from)}
          <mark className="bg-transparent font-semibold text-copper underline decoration-wavy">{text.slice(problem.from, problem.to)}</mark>
        </p>
      )}
      <Button className="self-start" disabled={problem !== null || text.trim() === test.query} onClick={apply}>
        Set the query
      </Button>
      <details className="text-note text-slate">
        <summary className="min-h-6 cursor-pointer leading-6">How to write one</summary>
        <p>
          Contextual Query Language (Library of Congress): words and &quot;phrases&quot;, joined by and, or, not, prox/distance&lt;=3 from
          left to right; brackets; * for any letters and ? for one; ^ for the beginning or end of a field. An index narrows where it looks:
        </p>
        <ul className="mt-1 list-disc pl-4">
          {SEARCH_INDEXES.map((i) => (
            <li key={i.name}>
              <code>{i.name}</code>: {i.label}
            </li>
          ))}
        </ul>
        <p className="mt-1">
          Examples: <code>title any &quot;nap siesta&quot;</code>, <code>year &gt;= 2015 and not heading = animals</code>.
        </p>
      </details>
    </div>
  );
}
