import { checkOrcid, type Person } from '@/core/record';
import { firstOf, type MarcField, valuesOf } from './fields';

const CORPORATE = /^[17]1[01]$/;

/**
 * A name of a work's author: without a relator, or with one that says so. A name with a title is of another work that
 * is in this one or belongs to it.
 * @source Library of Congress, MARC 21 Format for Bibliographic Data, X00, X10, X11; MARC Code List for Relators
 */
export function isAuthor(field: MarcField): boolean {
  if (firstOf(field, 't') !== '') return false;
  const relators = [
    ...valuesOf(field, '4').map((code) => code.replace(/^.*\//, '')),
    ...valuesOf(field, field.tag.endsWith('11') ? 'j' : 'e'),
  ];
  return relators.length === 0 || relators.some((r) => /^(?:aut|cre|dis)\b|author|creator|verfasser|auteur|autor/i.test(r));
}

/** A name as family and given; of a body or meeting all of it. */
export function personOf(field: MarcField, plain: boolean): Person {
  const main = withoutMarks(firstOf(field, 'a'), plain);
  if (CORPORATE.test(field.tag)) {
    const parts = [main, ...valuesOf(field, field.tag.endsWith('10') ? 'b' : 'ndc').map((p) => withoutMarks(p, plain))];
    return { family: parts.filter(Boolean).join(field.tag.endsWith('10') ? '. ' : ' '), given: '' };
  }
  const comma = field.ind[0] === '0' ? -1 : main.indexOf(',');
  if (comma < 0) return withOrcid({ family: [main, ...valuesOf(field, 'b')].join(' '), given: '' }, field);
  const given = main.slice(comma + 1).trim();
  const suffix = valuesOf(field, 'c')
    .map((c) => withoutMarks(c, plain))
    .find((c) => /^(?:jr|sr|i{2,3}|iv)\.?$/i.test(c));
  return withOrcid({ family: main.slice(0, comma).trim(), given: suffix ? `${given}, ${suffix}` : given }, field);
}

function withOrcid(person: Person, field: MarcField): Person {
  const orcid = valuesOf(field, '01')
    .filter((id) => /orcid/i.test(id))
    .map((id) => checkOrcid(id.replace(/^\(orcid\)/i, '')))
    .find(Boolean);
  return orcid ? { ...person, orcid } : person;
}

/** A name ends with a comma before what follows it, and with a full stop that is not an initial's. */
function withoutMarks(name: string, plain: boolean): string {
  const text = name.replace(/\s*,$/, '').trim();
  return plain || /(?:^|[\s.-])\p{L}{1,2}\.$/u.test(text) ? text : text.replace(/\.$/, '');
}
