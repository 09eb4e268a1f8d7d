'use client';
import type { SpokenWords } from '@/core/sieve';
import { useUrlState } from '@/ui/use-url-state';
import { WorkList } from './WorkList';
import { WorkSheet } from './WorkSheet';

interface ListWithSheetProps {
  reviewId: string;
  numbers: readonly number[];
  caption: string;
  version?: number;
  /** Told when a person ruled on the open work. */
  onRuled?(): void;
  /** Told when a person spoke on the open work at limiters. */
  onOverridden?(spoken: SpokenWords): void;
  picked?: ReadonlySet<number>;
  onPicked?(picked: ReadonlySet<number>): void;
}

/** A list of works whose rows open beside it; which one is open stands in the address. */
export function ListWithSheet({ reviewId, numbers, caption, version, onRuled, onOverridden, picked, onPicked }: ListWithSheetProps) {
  const [params, setParams] = useUrlState();
  const opened = Number(params.get('work')) || null;
  return (
    <>
      <WorkList
        reviewId={reviewId}
        numbers={numbers}
        caption={caption}
        version={version}
        open={opened}
        onOpen={(no) => setParams({ work: String(no) }, { step: true })}
        picked={picked}
        onPicked={onPicked}
      />
      <WorkSheet reviewId={reviewId} no={opened} onClose={() => setParams({ work: null })} onRuled={onRuled} onOverridden={onOverridden} />
    </>
  );
}
