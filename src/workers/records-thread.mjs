/** What a thread is started with: plain Node, which lets it read the program beside it. */
import { register } from 'tsx/esm/api';

register();
const { compare, derive, families, judge, takeIn } = await import('./records.thread.ts');

export { compare, derive, families, judge, takeIn };
