import Link from 'next/link';

export default function Missing() {
  return (
    <main className="p-8">
      <h1 className="text-title">There is nothing at this address</h1>
      <p className="mt-2">
        The review or work may have been removed.{' '}
        <Link className="text-navy underline" href="/">
          All reviews
        </Link>
      </p>
    </main>
  );
}
