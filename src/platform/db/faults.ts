const codeOf = (error: unknown): string => String((error as { code?: unknown } | null)?.code ?? '');

/** A row refers to one that is not there: when it is written, or, for constraints that wait until then, at the commit. */
export const isMissingReference = (error: unknown): boolean => codeOf(error) === '23503';

/** The disk of the database has no room left. */
export const isFull = (error: unknown): boolean => codeOf(error) === '53100';

const UNREACHABLE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  '57P01',
  '57P02',
  '57P03',
  '53300',
  '55P03',
  '57014',
  '25P03',
]);

/**
 * The database is not there just now: it restarts, shuts down, has no connection left, or somebody else holds what is
 * wanted for longer than a page waits. What was under way was not done.
 * @source PostgreSQL documentation, appendix A (error codes): class 08, 25P03, class 53, 55P03, class 57
 */
export const isUnreachable = (error: unknown): boolean => {
  const code = codeOf(error);
  const words = error instanceof Error ? error.message : '';
  return (
    UNREACHABLE.has(code) ||
    code.startsWith('08') ||
    /Connection terminated|timeout exceeded when trying to connect|unable to acquire a connection/i.test(words)
  );
};

/**
 * Does something as soon as the database can be reached: one that was stopped is there again within seconds.
 * @throws what `act` throws for any other reason; that it cannot be reached, after so many tries
 */
export async function whenReachable<T>(act: () => Promise<T>, { tries = 30, pauseMs = 1000 } = {}): Promise<T> {
  for (let left = tries; ; left--) {
    try {
      return await act();
    } catch (error) {
      if (!isUnreachable(error) || left <= 1) throw error;
      await new Promise((later) => setTimeout(later, pauseMs));
    }
  }
}
