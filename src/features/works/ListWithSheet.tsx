'use client';
import { useUrlState } from '../shell/useUrlState';
import { WorkList } from './WorkList';
import { WorkSheet } from './WorkSheet';

/** A list of works whose rows open beside it; which one is open stands in the address. */
export function ListWithSheet({ reviewId, numbers, caption }: { reviewId: string; numbers: readonly number[]; caption: string }) {
  const [params, setParams] = useUrlState();
  const opened = Number(params.get('work')) || null;
  return (
    <>
      <WorkList reviewId={reviewId} numbers={numbers} caption={caption} open={opened} onOpen={(no) => setParams({ work: String(no) })} />
      <WorkSheet reviewId={reviewId} no={opened} onClose={() => setParams({ work: null })} />
    </>
  );
}
