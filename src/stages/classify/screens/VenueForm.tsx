'use client';
import { useState } from 'react';
import { checkIssn } from '@/core/record';
import { JOURNAL_KINDS, PRESS_KINDS, type VenueEntry } from '@/core/venues';
import { SOURCE_TYPES } from '@/core/vocabularies';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { Select, TextField } from '@/ui/field';
import { Segmented } from '@/ui/segmented';

type Edited = { before: string | null; entry: VenueEntry };
interface VenueFormProps {
  edited: Edited | null;
  onClose(): void;
  /** @returns what is wrong, in words; '' when it was saved */
  onSave(before: string | null, entry: VenueEntry): Promise<string>;
}

/** One entry of the register. */
export function VenueForm({ edited, onClose, onSave }: VenueFormProps) {
  return (
    <Dialog open={edited !== null} onOpenChange={(open) => !open && onClose()} title={edited?.before ? 'Change an entry' : 'Add an entry'}>
      {edited && <Fields key={edited.before ?? 'new'} edited={edited} onClose={onClose} onSave={onSave} />}
    </Dialog>
  );
}

const list = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);
const asYear = (text: string): number | null => (/^\d{4}$/.test(text.trim()) ? Number(text) : null);

function Fields({ edited, onClose, onSave }: { edited: Edited } & Omit<VenueFormProps, 'edited'>) {
  const { entry } = edited;
  const [type, setType] = useState(entry.type);
  const [name, setName] = useState(entry.type === 'journal' ? entry.title : entry.name);
  const [numbers, setNumbers] = useState((entry.type === 'journal' ? entry.issns : entry.isbnPrefixes).join(' '));
  const [kind, setKind] = useState<string>(entry.kind);
  const [refereed, setRefereed] = useState(entry.type === 'journal' ? entry.refereed : '');
  const [from, setFrom] = useState(entry.type === 'journal' ? String(entry.from ?? '') : '');
  const [to, setTo] = useState(entry.type === 'journal' ? String(entry.to ?? '') : '');
  const [publisher, setPublisher] = useState(entry.type === 'journal' ? entry.publisher : '');
  const [error, setError] = useState('');
  const wrong = type === 'journal' ? list(numbers).find((n) => !checkIssn(n)) : undefined;

  async function save() {
    if (wrong) return setError(`The check digit of the ISSN “${wrong}” is wrong, or it is no ISSN.`);
    const made: VenueEntry =
      type === 'journal'
        ? {
            type,
            title: name.trim(),
            issns: list(numbers).map(checkIssn),
            kind: (JOURNAL_KINDS as readonly string[]).includes(kind) ? (kind as never) : '',
            refereed: refereed as never,
            from: asYear(from),
            to: asYear(to),
            publisher: publisher.trim(),
            tags: entry.type === 'journal' ? entry.tags : [],
          }
        : {
            type,
            name: name.trim(),
            isbnPrefixes: list(numbers).map((n) => n.replace(/-/g, '')),
            kind: (PRESS_KINDS as readonly string[]).includes(kind) ? (kind as never) : 'scholarly',
          };
    const problem = await onSave(edited.before, made);
    if (problem) setError(problem);
    else onClose();
  }
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Segmented<VenueEntry['type']>
        label="It is a"
        value={type}
        options={[
          { value: 'journal', label: 'Journal or other periodical' },
          { value: 'press', label: 'Press' },
        ]}
        onChange={setType}
      />
      <TextField label={type === 'journal' ? 'Title' : 'Name'} value={name} maxLength={400} onChange={(e) => setName(e.target.value)} />
      <TextField
        label={type === 'journal' ? 'ISSNs, separated by spaces' : 'ISBN prefixes, as 978-1-234'}
        value={numbers}
        error={wrong ? `“${wrong}” is no ISSN: its check digit is wrong.` : undefined}
        onChange={(e) => setNumbers(e.target.value)}
      />
      <div className="grid grid-cols-2 gap-3">
        <Select label="Kind" value={kind} onChange={(e) => setKind(e.target.value)}>
          {type === 'journal' ? (
            <>
              <option value="">unknown</option>
              {JOURNAL_KINDS.map((k) => (
                <option key={k} value={k}>
                  {SOURCE_TYPES.find((s) => s.code === k)?.label}
                </option>
              ))}
            </>
          ) : (
            PRESS_KINDS.map((k) => (
              <option key={k} value={k}>
                {k}
              </option>
            ))
          )}
        </Select>
        {type === 'journal' && (
          <Select label="Refereed" value={refereed} onChange={(e) => setRefereed(e.target.value as never)}>
            <option value="">unknown</option>
            <option value="yes">yes</option>
            <option value="no">no</option>
          </Select>
        )}
      </div>
      {type === 'journal' && (
        <div className="grid grid-cols-[90px_90px_1fr] gap-3">
          <TextField label="From year" inputMode="numeric" value={from} onChange={(e) => setFrom(e.target.value)} />
          <TextField label="To year" inputMode="numeric" value={to} onChange={(e) => setTo(e.target.value)} />
          <TextField label="Publisher" maxLength={300} value={publisher} onChange={(e) => setPublisher(e.target.value)} />
        </div>
      )}
      {error && (
        <p role="alert" className="font-medium text-copper">
          {error}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="solid" type="submit">
          Save
        </Button>
      </div>
    </form>
  );
}
