/** What a verb answered. @throws Error when it refused: the test did not expect that */
export async function said<A extends { ok: boolean }>(answer: Promise<A>): Promise<Extract<A, { ok: true }>> {
  const given = await answer;
  if (!given.ok) throw new Error(`refused: ${JSON.stringify(given)}`);
  return given as Extract<A, { ok: true }>;
}
