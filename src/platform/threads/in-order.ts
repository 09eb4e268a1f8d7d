/**
 * Begins a few at a time and gives the results in the order of the things, whichever is done first: what comes of it is
 * the same however many are under way.
 */
export async function* inOrder<T, R>(
  things: Iterable<T> | AsyncIterable<T>,
  width: number,
  begin: (thing: T) => Promise<R>,
): AsyncGenerator<R> {
  const underWay: Promise<R>[] = [];
  try {
    for await (const thing of things) {
      const next = begin(thing);
      // It is awaited later; without a handler until then, Node.js would end the process if it failed.
      next.catch(() => {});
      underWay.push(next);
      if (underWay.length > width) yield await underWay.shift()!;
    }
    while (underWay.length) yield await underWay.shift()!;
  } finally {
    // Whoever stops early must not leave anything that still reads or writes.
    await Promise.allSettled(underWay);
  }
}
