import { z } from 'zod';
import { bareIdentifier, formOf, howManyIn, readSource } from '@/core/pasted';
import type { BibRecord } from '@/core/record';
import { OutsideFault } from '@/platform/outside/ask';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { libraryOf } from '@/stages/decide';
import { titlesOf } from '@/stages/merge';
import { knownWorks } from '../store/known-works';
import { describedAt } from '../store/register';

/** Reads what was pasted: what it was understood as, what was not, the work of the review that it may be, and what a register says of its identifier. */
export const readPasted = reviewQuery({
  name: 'read-pasted',
  right: 'read',
  input: z.strictObject({ text: z.string().trim().min(3, 'Paste an identifier or a reference.').max(4000) }),
  refuses: ['nothing-read'],
  rests: ['retrieval', 'question'],
  async run(ctx, { text }) {
    const { reviewId } = ctx;
    const several = howManyIn(text);
    if (several > 1)
      return refuse(
        'nothing-read',
        `These look like ${several} references. Paste one at a time; a whole list is a file of records: add a retrieval for it.`,
      );
    const read = readSource(text);
    let record = read.record;
    let looked = '';
    const { register } = libraryOf(ctx.review);
    const id = record.doi || (record.pmid && `pmid:${record.pmid}`) || (record.isbns[0] && `isbn:${record.isbns[0]}`) || '';
    if (id && register)
      try {
        const described = await describedAt(register, id);
        if (described) {
          record = bareIdentifier(text) ? withIdentifiers(described, record) : fuller(record, described);
          looked = `The register describes ${id}; what was pasted comes first where both say something.`;
        } else looked = `The register knows nothing of ${id}.`;
      } catch (error) {
        if (!(error instanceof OutsideFault)) throw error;
        looked = error.message;
      }
    else if (bareIdentifier(text)) looked = 'No register is set that could describe it: fill in the rest.';
    if (!/\p{L}{2}/u.test(record.title) && !id && record.urls.length === 0)
      return refuse('nothing-read', 'Neither an identifier nor a title could be read. Fill in the form instead.');
    const there = (await knownWorks(ctx, reviewId)).works.find(record);
    const title = there === null ? '' : ((await titlesOf(ctx, reviewId, [there])).get(there) ?? '');
    return { form: formOf(record), notRead: read.notRead, looked, there: there === null ? null : { no: there, title } };
  },
});

const withIdentifiers = (described: BibRecord, own: BibRecord): BibRecord => ({
  ...described,
  doi: described.doi || own.doi,
  pmid: described.pmid || own.pmid,
  isbns: described.isbns.length ? described.isbns : own.isbns,
});

/** What was pasted, with what it leaves empty. */
function fuller(own: BibRecord, described: BibRecord): BibRecord {
  const out = { ...described };
  for (const [field, value] of Object.entries(own) as [keyof BibRecord, unknown][]) {
    const said = Array.isArray(value) ? value.length > 0 : typeof value === 'string' ? value !== '' : false;
    if (said && field !== 'format' && field !== 'types') Object.assign(out, { [field]: value });
  }
  return { ...out, dates: own.dates.issue ? own.dates : described.dates };
}
