/** A field of a MARC record. A control field has no indicators and one value, under the code ''. */
export interface MarcField {
  tag: string;
  /** Two characters, or '' for a control field. */
  ind: string;
  subs: (readonly [code: string, value: string])[];
}

export interface MarcRecord {
  /** 24 characters. */
  leader: string;
  fields: MarcField[];
}

export const isControl = (tag: string): boolean => tag.startsWith('00');

/** Values of a field's subfields of these codes, in the field's order. */
export const valuesOf = (field: MarcField | undefined, codes: string): string[] =>
  field ? field.subs.filter(([code]) => codes.includes(code)).map(([, value]) => value) : [];
export const firstOf = (field: MarcField | undefined, code: string): string => valuesOf(field, code)[0] ?? '';

/**
 * A field as text, "245 10$aTitle$bsubtitle": blanks of indicators are "#", a dollar or brace of the text has a name.
 * @source Library of Congress, MARC 21 documentation (# for a blank) and its mnemonics for MARC text files
 */
export function showField({ tag, ind, subs }: MarcField): string {
  const safe = (text: string) => text.replace(/[${]/g, (c) => (c === '$' ? '{dollar}' : '{lcub}'));
  const body = ind === '' ? safe(subs[0]?.[1] ?? '') : subs.map(([code, value]) => `$${code}${safe(value)}`).join('');
  return `${tag} ${ind.replaceAll(' ', '#')}${body}`;
}

/** What `showField` shows, as a field again; null when it is none. */
export function fieldFrom(text: string): MarcField | null {
  const plain = (value: string) => value.replace(/\{(?:dollar|lcub)\}/g, (name) => (name === '{dollar}' ? '$' : '{'));
  const tag = text.slice(0, 3);
  if (!/^\w{3}$/.test(tag) || text[3] !== ' ') return null;
  if (isControl(tag)) return { tag, ind: '', subs: [['', plain(text.slice(4))]] };
  const parts = text.slice(6).split('$').slice(1);
  return {
    tag,
    ind: text.slice(4, 6).replaceAll('#', ' '),
    subs: parts.map((part) => [part.slice(0, 1), plain(part.slice(1))] as const),
  };
}
