/** A line is longer than it may be. */
export class TooLong extends Error {
  constructor(
    /** Counted from 1. */
    readonly line: number,
    readonly most: number,
  ) {
    super(`line ${line} is longer than ${most} characters`);
  }
}

/**
 * The lines of UTF-8 text, without their ends; a fault of the stream is thrown here.
 * @param most characters that a line may have: no more are ever held
 * @throws TooLong at the first line beyond it
 */
export async function* linesOf(stream: AsyncIterable<Uint8Array>, most: number): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let held: string[] = [];
  let chars = 0;
  let line = 1;
  const take = (): string => {
    const whole = held.join('');
    held = [];
    chars = 0;
    line++;
    return whole.endsWith('\r') ? whole.slice(0, -1) : whole;
  };
  const hold = (text: string) => {
    chars += text.length;
    if (chars > most) throw new TooLong(line, most);
    if (text !== '') held.push(text);
  };
  for await (const chunk of stream) {
    const text = decoder.decode(chunk, { stream: true });
    let from = 0;
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', from)) {
      hold(text.slice(from, at));
      yield take();
      from = at + 1;
    }
    hold(text.slice(from));
  }
  hold(decoder.decode());
  if (chars > 0) yield take();
}
