import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { slipOf } from '@/stages/write-up/queries/slip';
import { SlipSheet } from '@/stages/write-up/screens/SlipSheet';

export const metadata: Metadata = { title: 'Slip' };

export default async function SlipPage({ params }: { params: Promise<{ id: string; no: string }> }) {
  const { id, no } = await params;
  if (!/^[1-9]\d{0,8}$/.test(no)) notFound();
  return <SlipSheet slip={await found(slipOf(await currentContext(), id, Number(no)))} />;
}
