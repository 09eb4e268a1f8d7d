/** A mark for every work, by its number: a set of tens of thousands costs ten times as much. */
export function workMarks(works: Int32Array): Uint8Array {
  let most = 0;
  for (const work of works) if (work > most) most = work;
  return new Uint8Array(most + 1);
}
