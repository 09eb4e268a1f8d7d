/**
 * tsx src/platform/sign-in/first-link.ts [E-MAIL]: prints a one-time link. Without an e-mail one that makes the first
 * administrator, as long as there is none; with one, a link that sets a new password of that account.
 */
import { MikroORM } from '@mikro-orm/postgresql';
import { ormConfig } from '../db/config';
import { OneTimeLink, PersonRow } from '../db/schema';
import { linkAddress, makeLink } from './links';
import { runSettings } from './settings';

const [email] = process.argv.slice(2);
const orm = await MikroORM.init(ormConfig());
try {
  const em = orm.em.fork();
  const { publicUrl } = runSettings();
  const at = new Date();
  if (email) {
    const person = await em.findOne(PersonRow, { email: email.toLowerCase(), closedAt: null });
    if (!person) throw new Error(`There is no account with the e-mail ${email}.`);
    const word = await makeLink(em, at, { kind: 'password', personId: person.id, label: person.name, madeBy: null });
    console.log(`A new password for ${person.name}, once, within a day:\n${linkAddress(publicUrl, word)}`);
  } else if ((await em.count(PersonRow, { administrator: true, demo: false, closedAt: null })) === 0) {
    // The link of an earlier start is worth nothing any more.
    await em.nativeDelete(OneTimeLink, { kind: 'administrator', usedAt: null });
    const word = await makeLink(em, at, { kind: 'administrator', label: 'the administrator', madeBy: null });
    console.log(
      `The first account is the administrator’s. Open this link to make it, once, within a week:\n${linkAddress(publicUrl, word)}`,
    );
  }
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
} finally {
  await orm.close(true);
}
