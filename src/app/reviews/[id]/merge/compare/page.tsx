import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { SettleScreen } from '@/stages/merge/screens/SettleScreen';

export const metadata: Metadata = { title: 'Compare two records' };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** Any two records side by side: why they are one work or two, and a way to rule otherwise. */
export default async function ComparePage({ params, searchParams }: Props) {
  const { id } = await params;
  const { a, b } = await searchParams;
  const [one, two] = [a, b].map((text) => (typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : 0));
  if (!one || !two || one === two) notFound();
  return <SettleScreen reviewId={id} questions={[{ a: one, b: two, titles: ['', ''], score: 0, held: false }]} />;
}
