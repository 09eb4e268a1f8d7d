import type { Metadata } from 'next';
import { WeightsScreen } from '@/stages/merge/screens/WeightsScreen';

export const metadata: Metadata = { title: 'Weights' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <WeightsScreen reviewId={(await params).id} />;
}
