import type { Metadata } from 'next';
import { found } from '@/app/found';
import { LedgerScreen } from '@/features/decide/LedgerScreen';
import { openReview } from '@/server/context';
import { currentContext } from '@/server/current-context';
import { LEDGER_KINDS, ledger, ledgerInput } from '@/server/ledger';
import { reasonsView } from '@/server/reasons';

export const metadata: Metadata = { title: 'Ledger' };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function LedgerPage({ params, searchParams }: Props) {
  const { id } = await params;
  const ctx = await currentContext();
  await found(openReview(ctx, id));
  const input = ledgerInput(await searchParams);
  const { reasons } = await reasonsView(ctx, id);
  return <LedgerScreen reviewId={id} input={input} kinds={LEDGER_KINDS} reasons={reasons} {...(await ledger(ctx, id, input))} />;
}
