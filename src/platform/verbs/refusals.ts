/**
 * Every expected failure by its code, with the HTTP status it is answered with: 404 for what is not there, 409 for
 * what is in the way or was changed meanwhile, 422 for what cannot be done with what was given.
 */
export const REFUSALS = {
  // Asking itself.
  'bad-input': 422,
  'not-allowed': 403,
  'not-a-reader': 403,
  'not-signed-in': 401,
  'not-let-in': 401,
  'too-often': 429,
  'not-ours': 403,
  'try-again': 503,
  'no-room': 507,
  // What the request names is not there, or not there any more.
  'not-found': 404,
  'no-database': 404,
  'no-door': 404,
  'no-entry': 404,
  'no-file': 404,
  'no-job': 404,
  'no-known': 404,
  'no-lead': 404,
  'no-lender': 422,
  'no-list': 404,
  'no-limiter': 404,
  'no-line': 404,
  'no-look': 404,
  'no-link': 404,
  'no-person': 404,
  'no-match': 404,
  'no-pdf': 404,
  'no-reason': 404,
  'no-record': 404,
  'no-retrieval': 404,
  'no-native': 404,
  'no-sample': 404,
  'no-scheme': 404,
  'no-search': 404,
  'no-thesaurus': 404,
  'no-version': 404,
  'no-work': 404,
  'no-works': 404,
  // Something else is in the way.
  'changed-meanwhile': 409,
  'code-in-use': 409,
  'code-merged': 409,
  'code-taken': 409,
  'has-records': 409,
  'in-use': 409,
  'kind-in-use': 409,
  'last-owner': 409,
  'last-administrator': 409,
  'email-taken': 409,
  'level-in-use': 409,
  'name-taken': 409,
  'not-drawn': 409,
  'not-judged': 409,
  'not-third': 409,
  'judged-by-two': 409,
  'not-kept': 409,
  'not-merged': 409,
  'not-standing': 409,
  'nothing-to-draw': 409,
  'nothing-to-undo': 409,
  'other-scheme': 409,
  'read-already': 409,
  rebuilding: 409,
  'same-file': 409,
  'tag-taken': 409,
  'there-already': 409,
  withdrawn: 409,
  working: 409,
  // It cannot be done with what was given.
  'bad-mapping': 422,
  'bad-query': 422,
  'code-twice': 422,
  dates: 422,
  'no-name': 422,
  'no-text': 422,
  'not-a-value': 422,
  'not-a-member': 422,
  'not-testable': 422,
  'nothing-read': 422,
  'nothing-taken': 422,
  'older-columns': 422,
  'outside-fault': 422,
  'other-title': 422,
  'same-record': 422,
  'too-large': 422,
  'too-many': 422,
  'unknown-code': 422,
  'unknown-slot': 422,
  unreadable: 422,
  years: 422,
} as const satisfies Record<string, 401 | 403 | 404 | 409 | 422 | 429 | 503 | 507>;
export type RefusalCode = keyof typeof REFUSALS;

/** An expected failure: a code for programs, a sentence for people. */
export interface Refusal<C extends string = string> {
  ok: false;
  code: C;
  message: string;
}
export type Result<T, C extends string = string> = ({ ok: true } & T) | Refusal<C>;

export const refuse = <C extends string>(code: C, message: string): Refusal<C> => ({ ok: false, code, message });

/** The status that an answer is sent with. A code of a file that cannot be read counts as what cannot be done. */
export const statusOf = (answer: object): number => {
  if (!('ok' in answer) || answer.ok !== false || !('code' in answer)) return 200;
  return Object.hasOwn(REFUSALS, String(answer.code)) ? REFUSALS[answer.code as RefusalCode] : 422;
};
