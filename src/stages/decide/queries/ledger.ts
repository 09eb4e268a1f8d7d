import { z } from 'zod';
import { AXIS_LABELS } from '@/core/classify';
import { STAGE_WORDS, STAGES, type Stage, VERDICT_WORDS } from '@/core/flow';
import { writeCsv, writeRow } from '@/core/formats';
import { type Context, openReview } from '@/platform/context';
import { broughtUntil } from '../store/brought';
import { BOTH_HAVE_JUDGED } from '../store/judgements';

const SAMPLE_WORDS: Record<string, string> = {
  keep: 'would be kept',
  exclude: 'would be excluded',
  unsure: 'cannot be told',
  undo: 'judgement taken back',
};

const CHANGE_WORDS: Partial<Record<LedgerKind, Record<string, string>>> = {
  retrieval: { added: 'begun', withdrawn: 'withdrawn', restored: 'restored' },
  file: { added: 'added', archived: 'archived', restored: 'restored' },
  pdf: { attached: 'attached', removed: 'taken away', restored: 'restored' },
  member: { invited: 'invited', joined: 'joined', changed: 'changed', removed: 'taken out', withdrawn: 'invitation withdrawn' },
  setting: { added: 'added', changed: 'changed', removed: 'removed', archived: 'put away', restored: 'restored' },
};

export const LEDGER_KINDS = {
  decision: 'decisions on works',
  judgement: 'what each of two said, and settling',
  ruling: 'rulings on a classification',
  merge: 'rulings on joins and links',
  override: 'choices at a limiter',
  difference: 'written differences',
  edit: 'fields set',
  reason: 'changes of the reasons',
  sieve: 'versions of the sieve',
  sample: 'samples drawn and judged',
  known: 'lists of known works',
  retrieval: 'retrievals and withdrawals',
  file: 'files',
  pdf: 'PDFs of full texts',
  member: 'people of the review',
  setting: 'settings',
} as const;
export type LedgerKind = keyof typeof LEDGER_KINDS;

const LedgerInput = z.object({
  kind: z.enum(['', ...(Object.keys(LEDGER_KINDS) as LedgerKind[])]).catch(''),
  person: z.string().max(120).catch(''),
  reason: z.string().max(40).catch(''),
  stage: z.enum(['', ...STAGES]).catch(''),
  from: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .catch(''),
  to: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .catch(''),
  work: z.coerce.number().int().min(1).catch(0),
  page: z.coerce.number().int().min(1).max(100_000).catch(1),
});
export type LedgerInput = z.infer<typeof LedgerInput>;
export const ledgerInput = (params: unknown): LedgerInput => LedgerInput.parse(params);

export interface LedgerLine {
  kind: LedgerKind;
  at: string;
  person: string;
  work: number | null;
  title: string;
  /** What was done, in words. */
  what: string;
  stage: Stage | null;
  reason: string;
  /** Grounds, or the reason that was given. */
  why: string;
  /** The classification and what the sieve said at the time. */
  state: string;
  sieveVersion: number | null;
  /** It was done elsewhere, before the review was brought here as a bundle. */
  brought: boolean;
}

interface Row {
  kind: LedgerKind;
  at: Date;
  person: string;
  work_no: number | null;
  title: string | null;
  what: string;
  stage: Stage | null;
  reason_code: string;
  why: string;
  snapshot: { axes?: Record<string, { codes: string[] }>; dateWords?: string; outcome?: string } | null;
  sieve_version: number | null;
}

const PAGE = 100;

/** Everything that people did to the review, as one list. All of it is only ever added to. */
const ALL = `
  select 'decision' as kind, at, person, work_no, verdict || '|' || reason_text as what, stage, reason_code,
    concat_ws(' — ', nullif(grounds, ''), nullif('page ' || page, 'page '), nullif(note, '')) as why, snapshot, sieve_version, seq from decision where review_id = ?
  union all select 'judgement', at, person, work_no, verdict || '|' || reason_text, stage, reason_code,
    concat_ws(' — ', nullif(grounds, ''), nullif('page ' || page, 'page '), nullif(note, '')), snapshot, null, seq from judgement t where review_id = ? and ${BOTH_HAVE_JUDGED}
  union all select 'judgement', at, person, work_no, 'note|', stage, '', text, null, null, seq from difference_note where review_id = ?
  union all select 'ruling', at, person, null, axis || '|' || codes::text || '|' || works || '|' || coalesce(undoes::text, ''), null, '', reason, null, null, seq from ruling where review_id = ?
  union all select 'merge', at, person, null, verdict || '|' || a || '|' || b || '|' || coalesce(link, ''), null, '', reason, null, null, seq from merge_ruling where review_id = ?
  union all select 'override', at, person, work_no, fate || '|' || limiters::text, null, '', reason, null, null, seq from sieve_override where review_id = ?
  union all select 'difference', at, person, work_no, text, null, '', '', null, null, seq from written_difference where review_id = ?
  union all select 'edit', at, person, work_no, field || '|' || coalesce(value, ''), null, '', '', null, null, seq from work_edit where review_id = ?
  union all select 'reason', at, person, null, kind || '|' || code || '|' || before || '|' || after, null, code, '', null, null, seq from reason_change where review_id = ?
  union all select 'sieve', at, person, null, number::text, null, '', note, null, number, number from sieve_version where review_id = ?
  union all select 'sample', at, person, null, 'drawn|' || number || '|' || jsonb_array_length("order") || '|' || kind || '|' || seed, null, '', '', null, sieve_version, number from sample_check where review_id = ?
  union all select 'sample', at, person, work_no, verdict || '|' || check_number, null, '', note, null, null, seq from sample_verdict where review_id = ?
  union all select 'known', at, person, null, count(*)::text || '|' || source, null, '', '', null, null, min(number) from known_record where review_id = ? group by at, person, source
  union all select case when kind in ('retrieval', 'file', 'pdf', 'member') then kind else 'setting' end, at, person, work_no,
      did || '|' || coalesce(decisions::text, '') || '|' || subject || coalesce(chr(31) || before || chr(31) || after, ''), null, '', why, null, null, seq
    from review_change where review_id = ?`;
/** Each part of it wants to know the review. */
const PARTS = ALL.split('?').length - 1;

function selected(
  reviewId: string,
  { kind, person, reason, stage, from, to, work }: LedgerInput,
  until: Date | null = null,
): { sql: string; values: unknown[] } {
  const conditions: [string, unknown][] = [];
  if (kind) conditions.push(['l.kind = ?', kind]);
  if (person) conditions.push(['l.person = ?', person]);
  if (reason) conditions.push(['l.reason_code = ?', reason]);
  if (stage) conditions.push(['l.stage = ?', stage]);
  if (from) conditions.push(['l.at >= ?::date', from]);
  if (to) conditions.push(["l.at < ?::date + interval '1 day'", to]);
  if (work) conditions.push(['l.work_no = ?', work]);
  if (until) conditions.push(['l.at <= ?', until]);
  const where = conditions.length ? `where ${conditions.map(([c]) => c).join(' and ')}` : '';
  return { sql: `from (${ALL}) l ${where}`, values: [...Array.from({ length: PARTS }, () => reviewId), ...conditions.map(([, v]) => v)] };
}

/** A page of the ledger, newest first, with how many lines there are and who is in it. */
export async function ledger(
  ctx: Context,
  reviewId: string,
  input: LedgerInput,
): Promise<{ lines: LedgerLine[]; total: number; pages: number; people: string[] }> {
  await openReview(ctx, reviewId);
  const { sql, values } = selected(reviewId, input);
  const [{ n }] = await ctx.em.execute<[{ n: number }]>(`select count(*)::int as n ${sql}`, values);
  const people = await ctx.em.execute<{ person: string }[]>(
    `select distinct l.person from (${ALL}) l order by 1`,
    Array.from({ length: PARTS }, () => reviewId),
  );
  return {
    lines: await linesOf(ctx, reviewId, input, PAGE, (input.page - 1) * PAGE),
    total: n,
    pages: Math.max(1, Math.ceil(n / PAGE)),
    people: people.map((p) => p.person),
  };
}

async function linesOf(
  ctx: Context,
  reviewId: string,
  input: LedgerInput,
  limit: number,
  offset: number,
  until: Date | null = null,
): Promise<LedgerLine[]> {
  const { sql, values } = selected(reviewId, input, until);
  const brought = broughtUntil(await openReview(ctx, reviewId));
  const rows = await ctx.em.execute<Row[]>(
    `select l.*, w.title ${sql.replace(') l ', ') l left join work w on w.review_id = ? and w.no = l.work_no ')}
     order by l.at desc, l.kind, l.work_no, l.seq desc limit ${limit} offset ${offset}`,
    [...values.slice(0, PARTS), reviewId, ...values.slice(PARTS)],
  );
  return rows.map((r) => ({
    ...{ kind: r.kind, at: new Date(r.at).toISOString(), person: r.person, work: r.work_no, title: r.title ?? '', stage: r.stage },
    ...{ reason: r.reason_code, why: r.why, sieveVersion: r.sieve_version, what: whatOf(r), state: stateWords(r.snapshot) },
    brought: brought(r.at),
  }));
}

function whatOf({ kind, what }: Row): string {
  const [first = '', second = '', third = '', fourth = ''] = what.split('|');
  switch (kind) {
    case 'judgement':
      if (first === 'note') return 'said to the other reviewer';
      return `as one of two: ${(VERDICT_WORDS as Record<string, string>)[first] ?? first}${second && `: ${second}`}`;
    case 'decision':
      return `${(VERDICT_WORDS as Record<string, string>)[first] ?? first}${second && `: ${second}`}`;
    case 'ruling': {
      const axis = (AXIS_LABELS as Record<string, string>)[first]?.toLowerCase() ?? first;
      if (fourth) return `ruling ${fourth} on ${axis} taken back`;
      return `${axis} ruled ${(JSON.parse(second) as string[]).join(' or ')} on ${third} ${third === '1' ? 'work' : 'works'}`;
    }
    case 'merge':
      return first === 'undo'
        ? `ruling on records ${second} and ${third} taken back`
        : `records ${second} and ${third}: ${fourth || first}`;
    case 'override':
      return { pass: 'let through at a limiter', stop: 'stopped at a limiter', undo: 'choice at a limiter taken back' }[first] ?? first;
    case 'difference':
      return what ? `what sets it apart: ${what}` : 'the written difference taken back';
    case 'edit':
      return second ? `${first} set to “${what.slice(first.length + 1, first.length + 160)}”` : `${first}: as the records say`;
    case 'reason':
      return `reason ${second} ${first}${third && fourth ? `: “${third}”, then “${fourth}”` : third || fourth ? `: “${third || fourth}”` : ''}`;
    case 'sieve':
      return `sieve saved as version ${what}`;
    case 'sample':
      if (first === 'drawn')
        return `sample ${second} drawn: ${third} ${fourth === 'stopped' ? 'stopped works' : 'own decisions'}, seed ${what.split('|')[4]}`;
      return `sample ${second}: ${SAMPLE_WORDS[first] ?? first}`;
    case 'retrieval':
    case 'file':
    case 'pdf': {
      const did = CHANGE_WORDS[kind]?.[first] ?? first;
      const subject = what.split('|').slice(2).join('|');
      return `${kind === 'retrieval' ? '' : kind === 'file' ? 'file ' : 'PDF '}${subject} ${did}${second && second !== '0' ? `: ${second} ${second === '1' ? 'decision' : 'decisions'} touched` : ''}`;
    }
    case 'member':
    case 'setting': {
      const did = CHANGE_WORDS[kind]?.[first] ?? first;
      const [subject = '', before, after] = what.split('|').slice(2).join('|').split('\u001f');
      return `${subject} ${did}${before !== undefined && after !== undefined ? `: “${short(before)}”, then “${short(after)}”` : ''}`;
    }
    case 'known':
      return `${first} known ${first === '1' ? 'work' : 'works'} brought${second && `, from ${second}`}`;
  }
}

const short = (text: string): string => (text.length > 160 ? `${text.slice(0, 159)}…` : text);

const stateWords = (snapshot: Row['snapshot']): string =>
  snapshot
    ? [
        ...Object.entries(snapshot.axes ?? {}).flatMap(([axis, { codes }]) =>
          codes.length <= 3 ? [`${(AXIS_LABELS as Record<string, string>)[axis]?.toLowerCase() ?? axis}: ${codes.join(' or ')}`] : [],
        ),
        snapshot.dateWords,
        snapshot.outcome,
      ]
        .filter(Boolean)
        .join('; ')
    : '';

/** Lines that are asked for at once. */
const AT_ONCE = 10_000;

/** What is selected of the ledger as CSV, newest first. */
export async function* ledgerCsv(ctx: Context, reviewId: string, input: LedgerInput): AsyncGenerator<string> {
  await openReview(ctx, reviewId);
  const header = [
    'at',
    'kind',
    'person',
    'stage',
    'work',
    'title',
    'what',
    'reason code',
    'grounds or reason given',
    'state at the time',
    'sieve version',
    'brought in from elsewhere',
  ]; // prettier-ignore
  yield writeCsv([header]);
  // What is done meanwhile would move every later page.
  const began = ctx.now();
  for (let at = 0; ; at += AT_ONCE) {
    const lines = await linesOf(ctx, reviewId, input, AT_ONCE, at, began);
    for (const l of lines)
      yield writeRow([
        l.at,
        l.kind,
        l.person,
        l.stage ? STAGE_WORDS[l.stage] : '',
        l.work,
        l.title,
        l.what,
        l.reason,
        l.why,
        l.state,
        l.sieveVersion,
        l.brought ? 'yes' : '',
      ]);
    if (lines.length < AT_ONCE) return;
  }
}
