import type { RuledAxis, WorkAxis } from '@/core/classify';

/** A ruling of a person that stands, with what it is bound to. */
export interface StandingRuling {
  seq: number;
  axis: WorkAxis;
  codes: string[];
  /** On one work; on the works that shared a cause then; or on later ones too. */
  reach: 'one' | 'these' | 'standing';
  cause?: { kind: string; key: string } | null;
  records: readonly number[];
  names: readonly string[];
  reason: string;
  person: string;
}

/** Rulings by what they are bound to. */
export interface RulingIndex {
  byRecord: ReadonlyMap<number, RuledAxis[]>;
  byName: ReadonlyMap<string, RuledAxis[]>;
  byJournal: ReadonlyMap<string, RuledAxis[]>;
  byClaims: ReadonlyMap<string, RuledAxis[]>;
}

/** As before anybody ruled. */
export const NO_RULINGS: RulingIndex = { byRecord: new Map(), byName: new Map(), byJournal: new Map(), byClaims: new Map() };

export function indexRulings(rows: readonly StandingRuling[]): RulingIndex {
  const index = { byRecord: new Map(), byName: new Map(), byJournal: new Map(), byClaims: new Map() } as {
    [K in keyof RulingIndex]: Map<string | number, RuledAxis[]>;
  };
  const put = (map: Map<string | number, RuledAxis[]>, key: string | number, ruled: RuledAxis) => {
    const list = map.get(key);
    if (list) list.push(ruled);
    else map.set(key, [ruled]);
  };
  for (const row of rows) {
    const ruled = asRuled(row);
    for (const no of row.records) put(index.byRecord, no, ruled);
    for (const name of row.names) put(index.byName, name, ruled);
    if (row.reach === 'standing' && row.cause) put(row.cause.kind === 'journal' ? index.byJournal : index.byClaims, row.cause.key, ruled);
  }
  return index as unknown as RulingIndex;
}

export const asRuled = (row: Pick<StandingRuling, 'axis' | 'codes' | 'seq' | 'reach' | 'reason' | 'person'>): RuledAxis => ({
  axis: row.axis,
  codes: row.codes,
  seq: row.seq,
  single: row.reach === 'one',
  reason: row.reason,
  person: row.person,
});
