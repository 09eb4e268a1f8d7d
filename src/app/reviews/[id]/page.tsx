import { redirect } from 'next/navigation';

export default async function Review({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/reviews/${(await params).id}/sieve`);
}
