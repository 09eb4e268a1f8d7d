'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import type { Family, FamilyMember, FamilyTie } from '@/client/types';
import { LINK_TYPES } from '@/core/merge';
import { PUBLICATION_TYPES } from '@/core/vocabularies';
import { cx } from '@/ui/cx';
import { Explained } from '@/ui/explained';
import { DatabaseTag, Pill } from '@/ui/marks';
import { FLAG_WORDS } from './labels';

const ROW = 30;
const WIDTH = 220;
const MARGIN = 16;

const kindOf = (code: string): string => PUBLICATION_TYPES.find((t) => t.code === code)?.label ?? '';

/** Where a year stands on the line; works without a date stand at its end. */
function placeOn(members: readonly FamilyMember[]) {
  const years = members.flatMap((m) => m.year ?? []);
  const [from, to] = [Math.min(...years), Math.max(...years)];
  return {
    from,
    to,
    x: (year: number | null) =>
      year === null ? WIDTH - MARGIN : to === from ? WIDTH / 2 : MARGIN + ((WIDTH - 2 * MARGIN) * (year - from)) / (to - from),
  };
}

interface FamilyTimelineProps {
  reviewId: string;
  family: Family;
  /** The work that is looked at: it is not a link to itself. */
  current?: number;
  /** In a sheet: without the line of years. */
  narrow?: boolean;
}

/** The works of a family from the earliest to the latest, each at its year, with lines from each to what it belongs to. */
export function FamilyTimeline({ reviewId, family, current, narrow = false }: FamilyTimelineProps) {
  const { members } = family;
  const [off, setOff] = useState<ReadonlySet<FamilyTie>>(new Set());
  const ties = family.ties.filter((t) => !off.has(t));
  const { from, to, x } = placeOn(members);
  const y = (no: number) => members.findIndex((m) => m.no === no) * ROW + ROW / 2;
  const at = (no: number) => x(members.find((m) => m.no === no)?.year ?? null);

  async function unlink(tie: FamilyTie) {
    const answer = await call(reviewId, 'rule-merge', {
      verdict: 'unlink',
      a: tie.records[0],
      others: [tie.records[1]],
      link: tie.type,
      reason: '',
    });
    if (!answer.ok) return void toast.error(answer.message);
    setOff((old) => new Set(old).add(tie));
    toast('This link is taken away, and what it marked is not marked by it any more.', {
      action: { label: 'Undo', onClick: () => void relink(tie, answer.act) },
    });
  }
  async function relink(tie: FamilyTie, act: string) {
    const answer = await call(reviewId, 'undo-merge', { act });
    if (answer.ok) setOff((old) => new Set([...old].filter((t) => t !== tie)));
  }
  return (
    <div className={narrow ? undefined : 'lg:grid lg:grid-cols-[220px_minmax(0,1fr)]'}>
      {!narrow && (
        <svg aria-hidden width={WIDTH} height={members.length * ROW + 16} className="hidden text-edge lg:block">
          {Number.isFinite(from) && (
            <g className="fill-slate text-tiny">
              <line x1={x(from)} x2={x(to)} y1={members.length * ROW + 1} y2={members.length * ROW + 1} className="stroke-edge" />
              <text x={x(from)} y={members.length * ROW + 14} textAnchor="middle">
                {from}
              </text>
              {to !== from && (
                <text x={x(to)} y={members.length * ROW + 14} textAnchor="middle">
                  {to}
                </text>
              )}
            </g>
          )}
          {ties.map((t) => {
            const [x1, y1, x2, y2] = [at(t.from), y(t.from), at(t.to), y(t.to)];
            const grave = t.type === 'retraction-of' || t.type === 'concern-about';
            return (
              <path
                key={`${t.from}${t.type}${t.to}`}
                d={`M ${x1} ${y1} C ${x1} ${(y1 + y2) / 2}, ${x2} ${(y1 + y2) / 2}, ${x2} ${y2}`}
                fill="none"
                strokeWidth={grave ? 2 : 1.25}
                strokeDasharray={grave ? '5 3' : undefined}
                className={grave ? 'stroke-copper' : 'stroke-edge'}
              />
            );
          })}
          {members.map((m) => (
            <rect
              key={m.no}
              x={x(m.year) - 5}
              y={y(m.no) - 5}
              width={10}
              height={10}
              rx={2}
              strokeWidth={1.5}
              className={m.flags.includes('retracted') ? 'fill-surface stroke-copper' : 'fill-ink stroke-ink'}
            />
          ))}
        </svg>
      )}
      <ol>
        {members.map((m) => (
          <li
            key={m.no}
            className={cx(
              'flex min-w-0 flex-wrap items-center gap-x-2 text-small',
              narrow ? 'border-rule border-b py-1' : 'lg:flex-nowrap',
            )}
            style={{ minHeight: ROW }}
          >
            <span className={cx('shrink-0 text-slate', narrow ? 'w-[40px]' : 'w-[64px]')}>{m.year ?? 'no date'}</span>
            {m.tags.map((tag) => (
              <DatabaseTag key={tag} tag={tag} />
            ))}
            {m.no === current ? (
              <b dir="auto" className="min-w-0 truncate font-serif">
                {m.title}
              </b>
            ) : (
              <a
                dir="auto"
                className="min-w-0 truncate font-serif underline-offset-2 hover:underline"
                href={`/reviews/${reviewId}/merge?work=${m.no}`}
                title={m.title}
              >
                {m.title}
              </a>
            )}
            {m.kind && <span className="shrink-0 text-slate">{kindOf(m.kind)}</span>}
            {m.flags
              .filter((f) => FLAG_WORDS[f])
              .map((f) => (
                <Pill key={f} look="attention">
                  {FLAG_WORDS[f]}
                </Pill>
              ))}
            <span className="ml-auto flex shrink-0 gap-2">
              {ties
                .filter((t) => t.from === m.no)
                .map((t) => (
                  <Tie key={`${t.type}${t.to}`} tie={t} to={members.find((o) => o.no === t.to)} onUnlink={() => unlink(t)} />
                ))}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

function Tie({ tie, to, onUnlink }: { tie: FamilyTie; to: FamilyMember | undefined; onUnlink(): void }) {
  const conclusions =
    tie.conclusions === 'changed' ? ', conclusions changed' : tie.conclusions === 'unchanged' ? ', conclusions unchanged' : '';
  return (
    <span className="flex items-center text-note">
      <Explained meaning={`Because ${tie.basis.join('; ')}.`}>
        {LINK_TYPES[tie.type].words} {to?.year ? `that of ${to.year}` : 'the other'}
        {conclusions}
        {tie.ruled && ' (ruled)'}
      </Explained>
      <button type="button" className="ml-1.5 min-h-6 text-navy underline-offset-2 hover:underline" onClick={onUnlink}>
        Unlink
      </button>
    </span>
  );
}
