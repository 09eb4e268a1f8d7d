'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { TextArea, TextField } from '@/ui/field';
import { DatabaseTag } from '@/ui/marks';
import { leadTo, refreshPage } from '@/ui/refresh-page';
import { count, many } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';

interface PickedLineProps {
  reviewId: string;
  database: DeskView['databases'][number];
  lineKey: string;
  onRun(): void;
}

const WHY = {
  'no-field': 'it has no such field',
  'no-truncation': 'it knows no star for endings',
  'no-nearness': 'it knows no nearness: both words are asked for, wherever they stand',
  'no-main-topic': 'it does not tell main topics apart: any place is asked for',
  'no-aspect': 'it knows no aspects',
} as const;

/** A line at a database: its query, what was noticed, known works that it loses, and what can be done with what it finds. */
export function PickedLine({ reviewId, database, lineKey, onRun }: PickedLineProps) {
  const router = useRouter();
  const now = database.lines.find((l) => l.key === lineKey);
  const line = database.run?.lines.find((l) => l.key === lineKey);
  const [most, setMost] = useState('');
  if (!now) return null;
  async function take(aside: boolean) {
    const answer = await call(reviewId, 'take-in', {
      databaseId: database.id,
      line: lineKey,
      most: most.trim() ? Number(most) : null,
      aside,
    });
    if (!answer.ok) return void toast.error(answer.message);
    toast(`Being taken into retrieval ${answer.retrieval}.`, {
      action: { label: 'Look', onClick: () => leadTo(router, `/reviews/${reviewId}/retrieve`) },
    });
    refreshPage(router);
  }
  async function look(seed: number | null) {
    const answer = await call(reviewId, 'look-at-titles', { databaseId: database.id, line: lineKey, seed });
    if (!answer.ok) return void toast.error(answer.message);
    leadTo(router, `/reviews/${reviewId}/search/titles`);
  }
  return (
    <section aria-label={`${database.name}: ${now.label}`} className="rounded-[6px] border border-rule bg-surface px-3 py-2 text-small">
      <h2 className="text-lead">
        <DatabaseTag tag={database.tag} name={database.name} /> {now.label}
      </h2>
      {line?.total != null && (
        <p>
          <b className="font-semibold">{count(line.total)}</b>
          {line.removed !== null && line.set && `, ${count(line.removed)} fewer than the line before, by “${line.set}”`}
        </p>
      )}
      {line?.counts.map((c) => (
        <p key={c.label} className="text-slate">
          By {c.label}: {c.terms.map((t) => `${t.term} ${count(t.count)}`).join(', ')}
        </p>
      ))}
      {(now.left || line?.problem) && <p className="text-slate">{now.left || line?.problem}</p>}
      {line?.findings.map((f) => (
        <p key={f.code} className="mt-1 border-copper border-l-2 border-dashed pl-2">
          {f.words}
        </p>
      ))}
      {now.notAsked.map((n) => (
        <p key={`${n.block}${n.text}${n.why}`} className="text-copper">
          “{n.text}” is {n.what === 'out' ? 'left out' : 'asked for more widely'}: {WHY[n.why]}.
        </p>
      ))}
      {now.kind === 'question' ? (
        <OwnQuery reviewId={reviewId} database={database} query={now.query} onRun={onRun} />
      ) : (
        <pre className="mt-2 max-h-[180px] overflow-auto whitespace-pre-wrap rounded-[4px] bg-paper p-2 font-mono text-note">
          {now.query || 'nothing is asked'}
        </pre>
      )}
      {line?.total != null && line.query === now.query && (
        <div className="mt-2 border-rule border-t pt-2">
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => void look(null)}>First 20 titles</Button>
            <Button onClick={() => void look(1 + Math.floor(Math.random() * 1_000_000))}>20 by lot</Button>
          </div>
          <div className="mt-2 flex flex-wrap items-end gap-2">
            <div className="w-[120px]">
              <TextField
                label="At most (all)"
                inputMode="numeric"
                value={most}
                onChange={(e) => setMost(e.target.value.replace(/\D/g, ''))}
              />
            </div>
            <Button look="solid" onClick={() => void take(false)}>
              Take in
            </Button>
            {now.set && <Button onClick={() => void take(true)}>What it left out</Button>}
          </div>
          <SaveIt reviewId={reviewId} databaseId={database.id} line={lineKey} name={`${database.name}: ${now.label}`} />
        </div>
      )}
      <KnownHere reviewId={reviewId} databaseId={database.id} lineKey={lineKey} />
    </section>
  );
}

function SaveIt({ reviewId, databaseId, line, name }: { reviewId: string; databaseId: string; line: string; name: string }) {
  const [days, setDays] = useState('7');
  async function save() {
    const answer = await call(reviewId, 'save-search', { name, databaseId, line, everyDays: Number(days) || 0 });
    if (answer.ok) toast('Saved: it stands under Run again.');
    else toast.error(answer.message);
  }
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2">
      <div className="w-[120px]">
        <TextField
          label="Again every … days"
          inputMode="numeric"
          value={days}
          onChange={(e) => setDays(e.target.value.replace(/\D/g, ''))}
        />
      </div>
      <Button onClick={() => void save()}>Save this search</Button>
    </div>
  );
}

/** The query of the whole, which a person may write otherwise; the sheet then says that it is not followed. */
function OwnQuery({
  reviewId,
  database,
  query,
  onRun,
}: {
  reviewId: string;
  database: PickedLineProps['database'];
  query: string;
  onRun(): void;
}) {
  const router = useRouter();
  const [text, setText] = useState(query);
  const own = database.door?.ownQuery ?? null;
  async function set(next: string | null) {
    const answer = await call(reviewId, 'own-query', { databaseId: database.id, query: next });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
    onRun();
  }
  return (
    <div className="mt-2">
      {own !== null && <p className="text-copper">Written by hand: the sheet is not followed here.</p>}
      <TextArea label="The query, in CQL" rows={7} className="font-mono text-note" value={text} onChange={(e) => setText(e.target.value)} />
      <div className="mt-1 flex flex-wrap gap-2">
        {text !== query && <Button onClick={() => void set(text)}>Ask it so</Button>}
        {own !== null && (
          <Button
            look="quiet"
            onClick={() => {
              setText(database.door?.ownQueryOf ?? '');
              void set(null);
            }}
          >
            Follow the sheet again
          </Button>
        )}
      </div>
    </div>
  );
}

/** Works that are known to belong, in every line of this database. */
function KnownHere({ reviewId, databaseId, lineKey }: { reviewId: string; databaseId: string; lineKey: string }) {
  const [open, setOpen] = useState(false);
  const { data, isFetching, error } = useAsk(reviewId, 'known-in-lines', { databaseId }, { wanted: open });
  if (!open)
    return (
      <Button look="quiet" className="mt-2" onClick={() => setOpen(true)}>
        Look for known works in every line …
      </Button>
    );
  if (error) return <p className="mt-2 text-copper">{error.message}</p>;
  if (!data) return <p className="mt-2 text-slate">{isFetching ? 'Looking …' : ''}</p>;
  if (data.of === 0)
    return (
      <p className="mt-2 text-slate">
        No work is known to belong yet: bring a list under{' '}
        <a className="text-navy underline" href={`/reviews/${reviewId}/checks/known`}>
          Checks
        </a>
        .
      </p>
    );
  const there = data.known.filter((k) => k.there);
  const lost = there.filter((k) => k.lostBy.some((l) => l.key === lineKey));
  return (
    <div className="mt-2 border-rule border-t pt-2">
      <p>
        {many(there.length, 'known work')} of {count(data.known.length)} {there.length === 1 ? 'is' : 'are'} in this database; this line
        loses <b className="font-semibold">{count(lost.length)}</b>.
      </p>
      <ul className="mt-1">
        {there
          .filter((k) => k.lostBy.length > 0)
          .map((k) => (
            <li key={k.number} className="border-rule border-t py-0.5">
              <span className="font-serif">{k.title}</span>{' '}
              <span className="text-slate">lost by {k.lostBy.map((l) => l.label).join(', ')}</span>
            </li>
          ))}
      </ul>
    </div>
  );
}
