import { dispatcher } from '@/platform/http/dispatch';
import { COMMANDS, QUERIES } from '@/stages/verbs';

/** Every verb of every stage, found by its name. */
export const verbs = dispatcher([...COMMANDS, ...QUERIES]);
