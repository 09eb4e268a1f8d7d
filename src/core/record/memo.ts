/**
 * Remembers the answers of a pure function of a text: dates and ISSNs come again and again in a file. It forgets
 * everything when it is full, so that it cannot grow without bound.
 */
export function remembered<T>(answer: (text: string) => T, most = 5000): (text: string) => T {
  const known = new Map<string, T>();
  return (text) => {
    const old = known.get(text);
    if (old !== undefined || known.has(text)) return old as T;
    if (known.size >= most) known.clear();
    const fresh = answer(text);
    // A slice of a large text would keep all of it alive.
    known.set(text.length > 12 ? ` ${text}`.slice(1) : text, fresh);
    return fresh;
  };
}
