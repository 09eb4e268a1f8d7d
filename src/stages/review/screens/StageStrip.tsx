'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { useFigures } from '@/client/useFigures';
import { cx } from '@/ui/cx';
import { count } from '@/ui/words';

import type { StripFigures } from '../queries/strip-figures';

interface Stage {
  path: string;
  name: string;
  figure: string;
  more?: string;
}

const stagesOf = (f: StripFigures): Stage[] => [
  { path: 'question', name: 'Question', figure: f.kind },
  { path: 'retrieve', name: f.withdrawn ? `Retrieve · ${f.withdrawn} withdrawn` : 'Retrieve', figure: count(f.records) },
  { path: 'merge', name: 'Merge', figure: count(f.works) },
  { path: 'classify', name: 'Classify', figure: f.settledShare === null ? 'none yet' : `${Math.floor(f.settledShare * 100)}% settled` },
  {
    path: 'sieve',
    name: f.version === 0 ? 'Sieve' : `Sieve · v${f.version}${f.versionEdited ? ', edited' : ''}`,
    figure: count(f.through),
    more: f.held ? `+${count(f.held)} held` : undefined,
  },
  {
    path: 'decide',
    name: f.fullTexts ? `Decide · ${count(f.fullTextsDone)} of ${count(f.fullTexts)} full texts` : 'Decide',
    figure: `${count(f.firstDone)} of ${count(f.first)}`,
  },
  { path: 'write-up', name: 'Write up', figure: f.interim ? 'interim' : 'ready' },
  { path: 'checks', name: 'Checks', figure: f.broken ? `${f.broken} broken` : `${f.checks} hold` },
];

/** Pages that belong to a stage whose name they do not have. */
const WITHIN: Readonly<Record<string, string>> = {
  ...{ records: 'retrieve', 'set-aside': 'retrieve', search: 'retrieve', others: 'retrieve' },
  ...{ slip: 'decide', library: 'decide' },
};

/** The stages with their live figures: the navigation and the state of the work in one. */
export function StageStrip({ reviewId, figures: given }: { reviewId: string; figures: StripFigures }) {
  const figures = useFigures(reviewId, given);
  const place = usePathname().split('/')[3];
  // Records are what was retrieved; a slip answers for a decision.
  const here = WITHIN[place ?? ''] ?? place;
  return (
    <nav aria-label="Stages of the review" className="h-[62px] relative overflow-x-auto print:hidden border-rule border-b bg-surface">
      <ol className="flex h-full min-w-[960px]">
        {stagesOf(figures).map((stage) => (
          <StageLink key={stage.path} stage={stage} reviewId={reviewId} current={stage.path === here} />
        ))}
      </ol>
    </nav>
  );
}

const ARROW = 'polygon(0 0, calc(100% - 9px) 0, 100% 50%, calc(100% - 9px) 100%, 0 100%, 9px 50%)';

function StageLink({ stage, reviewId, current }: { stage: Stage; reviewId: string; current: boolean }): ReactNode {
  return (
    <li className="flex-1">
      <Link
        href={`/reviews/${reviewId}/${stage.path}`}
        // Eight stages, each counted on the server: fetched when asked for, not in advance.
        prefetch={false}
        aria-current={current ? 'page' : undefined}
        style={current ? { clipPath: ARROW } : undefined}
        className={cx(
          'flex h-full flex-col justify-center pr-3 pl-6 -outline-offset-4',
          current ? 'bg-ink text-on-ink' : 'hover:bg-picked',
        )}
      >
        <span className={cx('whitespace-nowrap text-note', current ? 'opacity-90' : 'text-slate')}>{stage.name}</span>
        <span className="whitespace-nowrap font-bold text-lead leading-tight">
          {stage.figure} {stage.more && <span className="font-medium text-note">{stage.more}</span>}
        </span>
      </Link>
    </li>
  );
}
