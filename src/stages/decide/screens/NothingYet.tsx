import { Empty } from '@/ui/empty';

export function NothingYet({ reviewId, second }: { reviewId: string; second: boolean }) {
  const link = (stage: string, name: string) => (
    <a className="text-navy underline" href={`/reviews/${reviewId}/${stage}`}>
      {name}
    </a>
  );
  return (
    <main className="p-5">
      <Empty title={second ? 'Nothing is kept on its title and abstract yet' : 'Nothing came through yet'}>
        <p>
          {second && 'Full texts come here when a work is kept on its title and abstract. '}
          Works come to be decided when the sieve lets them through. Import records under {link('retrieve', 'Retrieve')} and set limiters
          under {link('sieve', 'Sieve')}.
        </p>
      </Empty>
    </main>
  );
}
