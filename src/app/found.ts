import { notFound } from 'next/navigation';
import { NotFound } from '@/platform/context';

/** What a page asks for; an address that leads nowhere becomes the page that says so. */
export async function found<T>(asked: Promise<T>): Promise<T> {
  try {
    return await asked;
  } catch (error) {
    if (error instanceof NotFound) notFound();
    throw error;
  }
}
