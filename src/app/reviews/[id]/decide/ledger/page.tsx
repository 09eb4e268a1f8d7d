import type { Metadata } from 'next';
import { found } from '@/app/found';
import { openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import { LEDGER_KINDS, ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { reasonsView } from '@/stages/decide/queries/reasons-view';
import { LedgerScreen } from '@/stages/decide/screens/LedgerScreen';

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
