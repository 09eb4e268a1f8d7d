/** Stands in for the notes at the edge of the screen: what was said is kept. */
export const said: string[] = [];
export const toast = Object.assign((words: string) => said.push(words), {
  error: (words: string) => said.push(`error: ${words}`),
  success: (words: string) => said.push(words),
});
