/** All pieces of what is streamed, as one text. */
export async function whole(pieces: AsyncIterable<string>): Promise<string> {
  let text = '';
  for await (const piece of pieces) text += piece;
  return text;
}
