'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { call } from '@/client/call';
import { COLUMN_ROLES, type ColumnRole, mappingFault } from '@/core/record';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { cx } from '@/ui/cx';
import { leadTo } from '@/ui/refresh-page';
import type { TableView } from '../queries/table-view';

/** What each column of a table means, beside its first rows; remembered for its database. */
export function MappingScreen({ reviewId, table }: { reviewId: string; table: TableView }) {
  const [roles, setRoles] = useState<(ColumnRole | '')[]>(table.mapping.roles);
  const [error, setError] = useState('');
  const [busy, setBusy] = useState(false);
  const router = useRouter();
  const mapping = { ...table.mapping, roles };
  const fault = mappingFault(mapping);
  async function read() {
    setBusy(true);
    const result = await call(reviewId, 'map-columns', { fileId: table.file.id, mapping });
    setBusy(false);
    if (!result.ok) return setError(result.message);
    leadTo(router, `/reviews/${reviewId}/retrieve`);
  }
  const waiting = table.file.state === 'waiting';
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} />
      <h1 className="text-title">What the columns of {table.file.name} mean</h1>
      <p className="mb-3 max-w-[80ch] text-slate">
        Columns are known by their names; look whether they are right. A column without a meaning is kept with each record under its own
        name. What you choose is remembered for the database, and used by itself for its next table with the same columns.
      </p>
      <table className="w-full table-fixed text-left text-small">
        <thead>
          <tr className="text-note text-slate">
            <th className="w-[190px] font-medium">Column</th>
            <th className="w-[250px] font-medium">Means</th>
            <th className="font-medium">In the first rows</th>
          </tr>
        </thead>
        <tbody>
          {table.mapping.header.map((name, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two columns may have one name
            <tr key={i} className="border-rule border-t align-top *:py-1.5">
              <th scope="row" className="break-words pr-2 font-medium">
                {name || `(column ${i + 1})`}
              </th>
              <td className="pr-3">
                <Choice
                  aria-label={`What ${name || `column ${i + 1}`} means`}
                  className={cx('h-8 w-full rounded-[4px] border bg-surface px-2', roles[i] ? 'border-edge' : 'border-edge text-slate')}
                  value={roles[i] ?? ''}
                  disabled={!waiting}
                  onChange={(e) => setRoles(roles.map((r, at) => (at === i ? (e.target.value as ColumnRole | '') : r)))}
                >
                  <option value="">kept as it is</option>
                  {Object.entries(COLUMN_ROLES).map(([role, label]) => (
                    <option key={role} value={role}>
                      {label}
                    </option>
                  ))}
                </Choice>
              </td>
              <td>
                <ul className="text-small text-slate">
                  {table.sample
                    .slice(0, 3)
                    .map((row) => row[i] ?? '')
                    .map((cell, n) => (
                      // biome-ignore lint/suspicious/noArrayIndexKey: rows have no name but their place
                      <li key={n} className="truncate">
                        {cell || '—'}
                      </li>
                    ))}
                </ul>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-4 flex items-center gap-4">
        <Button look="solid" disabled={busy || fault !== '' || !waiting} onClick={() => void read()}>
          Read the table
        </Button>
        {!waiting && <p className="text-slate">This table was read already.</p>}
        {(fault || error) && waiting && (
          <p role="alert" className="font-medium text-copper">
            {error || fault}
          </p>
        )}
      </div>
    </main>
  );
}
