/**
 * The form that something is kept in. What is written carries the form's stamp; what carries another stamp is never
 * read, because a code that was added, removed or moved would silently change what is meant: it is worked out anew.
 */
export interface StoredForm {
  readonly name: string;
  /** Raised when the layout changes. */
  readonly version: number;
  /** Of the vocabularies whose places or names the form rests on. */
  readonly fingerprint: string;
}

/** @param vocabularies lists of codes in their order, by whatever name; anything that JSON can hold */
export const storedForm = (name: string, version: number, vocabularies: unknown): StoredForm => ({
  name,
  version,
  fingerprint: fingerprint(vocabularies),
});

export const stampOf = ({ name, version, fingerprint }: StoredForm): string => `${name}/${version}:${fingerprint}`;

/** What was kept is of another form than this program's: it is to be worked out anew. */
export class OtherForm extends Error {
  constructor(
    form: StoredForm,
    readonly found: string,
  ) {
    super(`kept as ${found || 'a form without a name'}, where ${stampOf(form)} is read`);
  }
}

/** A short name for a value: 64 bits of FNV-1a (Fowler, Noll, Vo), in hexadecimal. Equal JSON, equal name. */
export function fingerprint(value: unknown): string {
  const text = JSON.stringify(value);
  let hash = 0xcbf29ce484222325n;
  for (let i = 0; i < text.length; i++) {
    hash ^= BigInt(text.charCodeAt(i));
    hash = BigInt.asUintN(64, hash * 0x100000001b3n);
  }
  return hash.toString(16).padStart(16, '0');
}
