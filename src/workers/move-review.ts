/**
 * npm run move -- REVIEW DATABASE: moves a review, by the id in its address, to another of the databases that
 * REVIEW_DATABASES names ("home" is the one of DATABASE_URL). The application may run meanwhile.
 */
import { isUuid } from '@/platform/context';
import { isUnreachable } from '@/platform/db/faults';
import { moveReview, NotMoved } from '@/platform/db/move-review';
import { closeOrms } from '@/platform/db/orm';

const [review = '', to = ''] = process.argv.slice(2);
try {
  if (!isUuid(review) || !to)
    throw new NotMoved('Say which review and where to: npm run move -- REVIEW DATABASE. The id of a review stands in its address.');
  const rows = await moveReview(review, to);
  console.log(rows ? `Moved to "${to}": ${rows} rows.` : `It was on "${to}" already; a copy that a broken move had left was taken away.`);
} catch (error) {
  if (error instanceof NotMoved) console.error(error.message);
  else if (isUnreachable(error)) console.error(`A database does not answer, so nothing was moved: ${(error as Error).message}`);
  else console.error(error);
  process.exitCode = 1;
} finally {
  await closeOrms();
}
