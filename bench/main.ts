/**
 * tsx bench/main.ts [reading|importing|merging|slice]: prints figures with the machine's facts, and passes no judgement.
 * Importing and merging want a database: DATABASE_URL, which "npm run bench" sets.
 */
import { importing } from './importing';
import { merging } from './merging';
import { machine } from './print';
import { reading } from './reading';
import { slice } from './slice';

const only = process.argv[2];
const wants = (part: string) => !only || only === part;
console.log(`${machine()}\n`);
if (wants('reading')) reading();
if (wants('importing')) await importing(['ris', 'nbib', 'pubmed-xml']);
if (wants('merging')) merging();
if (wants('slice')) await slice();
