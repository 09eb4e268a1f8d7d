'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import { axisValues, MASK_AXES } from '@/core/sieve';
import { labelsOf } from '@/core/vocabularies';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { StateSquare } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count, day, many, plural } from '@/ui/words';
import type { InconsistencyLine } from '../queries/inconsistencies';
import { DecideNav } from './DecideNav';

interface ConsistencyScreenProps {
  reviewId: string;
  groups: InconsistencyLine[];
  scheme: EvidenceScheme;
  /** Decisions that rest on something that has changed. */
  again: number;
}

/** Opposite decisions on works of one profile: each is settled by changing one, or by writing down what sets them apart. */
export function ConsistencyScreen({ reviewId, groups, scheme, again }: ConsistencyScreenProps) {
  return (
    <main className="px-5 py-3">
      <DecideNav reviewId={reviewId} current="/consistency" />
      <h1 className="mt-3 text-title">Decided alike?</h1>
      <p className="max-w-[76ch] text-slate">
        Works below have the same values on every axis and the same word of every limiter, and were decided in opposite ways. The groups
        with the nearest texts come first. Change one of the decisions, or write what sets a work apart: that then counts as part of its
        profile.
      </p>
      {again > 0 && (
        <p className="mt-2">
          <a className="text-copper underline underline-offset-2" href={`/reviews/${reviewId}/decide?show=look-again`}>
            {many(again, 'decision rests', 'decisions rest')} on a classification or an outcome that has changed since
          </a>
        </p>
      )}
      {groups.length === 0 ? (
        <Empty title="Nothing is inconsistent">
          <p>No two works of one profile were decided in opposite ways without a difference written down.</p>
        </Empty>
      ) : (
        groups.map((g) => <Group key={g.key} reviewId={reviewId} group={g} scheme={scheme} />)
      )}
    </main>
  );
}

function Group({ reviewId, group, scheme }: { reviewId: string; group: InconsistencyLine; scheme: EvidenceScheme }) {
  const router = useRouter();
  const profile = MASK_AXES.flatMap((axis, k) => {
    const labels = labelsOf(axisValues(axis, scheme), group.masks[k]!);
    return labels.length <= 3 ? [labels.join(' or ')] : [`${AXIS_LABELS[axis].toLowerCase()} open`];
  });
  async function write(works: number[], text: string) {
    const answer = await call(reviewId, 'write-difference', { works, text });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
    if (text)
      toast(works.length === 1 ? 'The difference is written down.' : `Written down for ${works.length} works.`, {
        action: { label: 'Undo', onClick: () => void write(works, '') },
      });
  }
  return (
    <section aria-label={profile.join(', ')} className="mt-5 border-ink border-t-2 pt-2">
      <h2 className="text-lead">{profile.join(' · ')}</h2>
      <div className="mt-1 grid grid-cols-2 gap-8">
        <div>
          <h3 className="text-small text-slate">{count(group.sizes.kept)} kept</h3>
          {group.kept.map((w) => (
            <Line key={w.no} reviewId={reviewId} line={w} onWrite={(text) => write([w.no], text)} />
          ))}
        </div>
        <div>
          <h3 className="text-small text-slate">{count(group.sizes.excluded)} excluded</h3>
          {group.byReason.map((r) => (
            <p key={r.text} className="text-note text-slate">
              {r.works.length} for “{r.text}”{' '}
              <Button look="quiet" className="text-note" onClick={() => write(r.works, `Not met: ${r.text}`)}>
                Write this reason as what sets {plural(r.works.length, 'it', 'them')} apart
              </Button>
            </p>
          ))}
          {group.excluded.map((w) => (
            <Line key={w.no} reviewId={reviewId} line={w} onWrite={(text) => write([w.no], text)} />
          ))}
        </div>
      </div>
    </section>
  );
}

function Line({ reviewId, line, onWrite }: { reviewId: string; line: InconsistencyLine['kept'][number]; onWrite(text: string): void }) {
  const [writing, setWriting] = useState(false);
  return (
    <div className="grid grid-cols-[18px_minmax(0,1fr)] gap-2 border-rule border-b py-1.5">
      <span className="pt-0.5">
        <StateSquare state={line.verdict === 'keep' ? 'kept' : 'excluded'} />
      </span>
      <div className="min-w-0">
        <a
          dir="auto"
          className="line-clamp-2 min-h-6 font-serif leading-snug underline-offset-2 hover:underline"
          href={`/reviews/${reviewId}/decide?work=${line.no}`}
        >
          {line.title || `Work ${line.no}`}
        </a>
        <p className="flex flex-wrap items-center gap-x-2 text-note text-slate">
          {line.reasonText && `${line.reasonText} · `}
          {line.person}, {day(line.at)}
          {!writing && (
            <Button look="quiet" className="text-note" onClick={() => setWriting(true)}>
              Write what sets it apart
            </Button>
          )}
        </p>
        {writing && (
          <form
            className="mt-1 flex gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              const text = String(new FormData(e.currentTarget).get('text') ?? '').trim();
              if (text) onWrite(text);
            }}
          >
            <input
              name="text"
              aria-label="What sets it apart"
              // biome-ignore lint/a11y/noAutofocus: the person has just asked for it
              autoFocus
              required
              maxLength={1000}
              className="h-8 min-w-0 flex-1 rounded-[4px] border border-edge bg-surface px-2"
            />
            <Button type="submit">Write</Button>
          </form>
        )}
      </div>
    </div>
  );
}
