'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { type EvidenceScheme, QUESTION_KINDS } from '@/core/classify';
import { DESIGNS, type Design } from '@/core/vocabularies';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { Explained } from '@/ui/explained';
import { Select } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { useUrlState } from '@/ui/use-url-state';
import { CopyDialog } from './CopyScheme';
import { CellDialog } from './SchemeCell';
import { ReviewsTable } from './SchemeReviews';
import { facts, levelWords } from './scheme-words';

interface SchemeScreenProps {
  reviewId: string;
  schemes: readonly { scheme: EvidenceScheme; edit: number | null }[];
  /** The review's own, and its kind of question. */
  current: string;
  kind: string;
}

/** An evidence scheme as a table: designs down, kinds of question across, levels in the cells. Copies can be changed. */
export function SchemeScreen({ reviewId, schemes: given, current, kind }: SchemeScreenProps) {
  const [params, setParams] = useUrlState();
  const router = useRouter();
  const [schemes, setSchemes] = useState(given);
  const [cell, setCell] = useState<{ kind: string; design: Design } | null>(null);
  const [copying, setCopying] = useState(false);
  const shown = schemes.find((s) => s.scheme.id === (params.get('scheme') ?? current)) ?? schemes[0]!;
  const { scheme, edit } = shown;

  async function save(next: EvidenceScheme) {
    const answer = await call(reviewId, 'save-scheme', { scheme: next as never, seenEdit: edit! });
    if (!answer.ok) return void toast.error(answer.message);
    setSchemes((old) => old.map((s) => (s.scheme.id === next.id ? { scheme: next, edit: answer.edit } : s)));
  }
  async function copy(label: string) {
    const answer = await call(reviewId, 'copy-scheme', { from: scheme.id, label });
    if (!answer.ok) return void toast.error(answer.message);
    setCopying(false);
    setSchemes((old) => [...old, { scheme: { ...scheme, id: answer.id, label, source: `Copied from ${scheme.label}.` }, edit: 0 }]);
    setParams({ scheme: answer.id });
  }
  async function drop() {
    const answer = await call(reviewId, 'drop-scheme', { id: scheme.id });
    if (!answer.ok) return void toast.error(answer.message);
    setParams({ scheme: null });
    refreshPage(router);
    setSchemes((old) => old.filter((s) => s.scheme.id !== scheme.id));
  }
  const kinds = Object.entries(scheme.kinds);
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="classify">
        Classify
      </BackLink>
      <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="text-title">{scheme.label}</h1>
          <p className="max-w-[80ch] text-slate">
            Source: {scheme.source}.{' '}
            {scheme.id === current ? 'This review uses it.' : 'This review uses another; choose it under Question.'}
          </p>
        </div>
        <div className="flex items-end gap-2">
          <Select label="Scheme" value={scheme.id} onChange={(e) => setParams({ scheme: e.target.value })}>
            {schemes.map((s) => (
              <option key={s.scheme.id} value={s.scheme.id}>
                {s.scheme.label}
              </option>
            ))}
          </Select>
          <Button onClick={() => setCopying(true)}>Copy it to change it</Button>
          {edit !== null && scheme.id !== current && <Button onClick={drop}>Remove</Button>}
        </div>
      </div>
      {edit !== null && <p className="mb-2 text-small">This one is the review’s own: click a cell to change its levels.</p>}
      <div className="relative overflow-x-auto">
        <table className="border-collapse text-left text-small">
          <thead>
            <tr className="align-bottom text-small text-slate">
              <th scope="col" className="min-w-[190px] py-1 font-medium">
                Design
              </th>
              {kinds.map(([code, column]) => (
                <th
                  key={code}
                  scope="col"
                  className={cx('min-w-[120px] px-2 py-1 font-medium', code === kind && scheme.id === current && 'text-copper')}
                >
                  <Explained meaning={QUESTION_KINDS[code]?.meaning}>{column.label}</Explained>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {DESIGNS.map((d) => (
              <tr key={d.code} className="border-rule border-t">
                <th scope="row" className="py-1 pr-3 font-normal">
                  <Explained meaning={d.meaning}>{d.label}</Explained>
                </th>
                {kinds.map(([code, column]) => {
                  const words = levelWords(scheme, column.table[d.code]);
                  return (
                    <td key={code} className={cx('px-2 py-1 align-top', code === kind && scheme.id === current && 'bg-picked')}>
                      {edit === null ? (
                        <span className={words === 'Not graded' ? 'text-slate' : ''}>{words}</span>
                      ) : (
                        <button
                          type="button"
                          aria-label={`${d.label}, ${column.label}: ${words}. Change`}
                          className="min-h-6 text-left underline decoration-dotted underline-offset-2"
                          onClick={() => setCell({ kind: code, design: d.code })}
                        >
                          {words}
                        </button>
                      )}
                      {facts(scheme, code, d.code).map((f) => (
                        <span key={f} className="block text-note text-slate">
                          {f}
                        </span>
                      ))}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <h2 className="mt-5 text-lead">Its levels</h2>
      <dl className="grid max-w-[90ch] grid-cols-[120px_1fr] gap-y-1 text-small">
        {scheme.levels.map((l) => (
          <div key={l.code} className="contents">
            <dt className="font-medium">{l.label}</dt>
            <dd>{l.meaning}</dd>
          </div>
        ))}
      </dl>
      <ReviewsTable scheme={scheme} />
      <CellDialog scheme={scheme} cell={cell} onClose={() => setCell(null)} onSave={save} />
      <CopyDialog open={copying} label={`${scheme.label}, our version`} onClose={() => setCopying(false)} onCopy={copy} />
    </main>
  );
}
