/** Runs once when the server starts: what the first page would wait for is read before it is asked for. */
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { warmUp } = await import('@/stages/review/queries/warm-up');
  void warmUp();
}
