'use client';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { post } from '@/client/call';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { many } from '@/ui/words';
import type { PersonLine } from '../house';
import { GivenLink } from './GivenLink';

interface Made {
  words: string;
  address: string;
}

/** Everybody with an account, for administrators: who is let in, and who gets a link for a new password. */
export function HouseScreen({ people, you }: { people: readonly PersonLine[]; you: string }) {
  const router = useRouter();
  const [made, setMade] = useState<Made | null>(null);
  const [closing, setClosing] = useState<PersonLine | null>(null);
  async function change(given: object, words?: string) {
    const answer = await post<{ address?: string; sent?: boolean }>('/api/house', given);
    if (!answer.ok) return void toast.error(answer.message);
    if (answer.address && words) setMade({ words: answer.sent ? `${words} It was sent by mail, too.` : words, address: answer.address });
    refreshPage(router);
  }
  function invite(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = event.currentTarget;
    const label = String(new FormData(form).get('label'));
    void change({ do: 'invite', label }, `For ${label}, holds a week and is shown only now:`);
    form.reset();
  }
  const columns: TableColumn<PersonLine>[] = [
    {
      ...{ id: 'name', header: 'Name', value: (p) => p.name },
      cell: (p) => (
        <span dir="auto" className={p.closed ? 'text-slate' : 'font-medium'}>
          {p.name}
          {p.id === you && <span className="font-normal text-slate"> (you)</span>}
        </span>
      ),
    },
    {
      id: 'email',
      header: 'E-mail',
      value: (p) => p.email,
      cell: (p) => (p.closed ? <span className="text-slate">closed</span> : p.email),
    },
    { id: 'reviews', header: 'Reviews', width: 'w-[100px]', value: (p) => p.reviews, cell: (p) => many(p.reviews, 'review') },
    {
      ...{ id: 'second', header: 'Second factor', width: 'w-[130px]', value: (p) => (p.twoFactor ? 'yes' : 'no') },
      cell: (p) => (p.closed ? '' : p.twoFactor ? 'yes' : 'no'),
    },
    {
      ...{ id: 'acts', header: 'What to do', hideHeader: true, width: 'w-[400px]' },
      cell: (p) =>
        !p.closed && (
          <span className="-my-1.5 flex flex-wrap gap-3">
            <Button
              look="quiet"
              aria-label={`Link for a new password of ${p.name}`}
              onClick={() => void change({ do: 'password-link', person: p.id }, `For ${p.name}, holds a day and is shown only now:`)}
            >
              New password
            </Button>
            <Button
              look="quiet"
              aria-label={p.administrator ? `Make ${p.name} no administrator` : `Make ${p.name} an administrator`}
              onClick={() => void change({ do: 'set-administrator', person: p.id, administrator: !p.administrator })}
            >
              {p.administrator ? 'Administrator: take back' : 'Make administrator'}
            </Button>
            <Button look="quiet" aria-label={`Close the account of ${p.name}`} onClick={() => setClosing(p)}>
              Close
            </Button>
          </span>
        ),
    },
  ];
  return (
    <main className="mx-auto max-w-[1120px] px-5 py-6">
      <h1 className="text-display">Accounts</h1>
      <p className="mb-4 max-w-[80ch] text-slate">
        Who may sign in here. Of a person nothing is kept but name and e-mail; what each may do in a review is said in the review.
      </p>
      <DataTable caption="Accounts of this installation" columns={columns} rows={people} rowKey={(p) => p.id} />
      <section aria-labelledby="let-in" className="mt-8 border-ink border-t-2 pt-2">
        <h2 id="let-in" className="text-lead">
          Let somebody in
        </h2>
        <form onSubmit={invite} className="mt-2 flex flex-wrap items-end gap-3">
          <div className="w-[280px]">
            <TextField label="For whom" name="label" required maxLength={120} />
          </div>
          <Button look="solid" type="submit">
            Make a link
          </Button>
        </form>
        {made && <GivenLink words={made.words} address={made.address} />}
      </section>
      <Dialog
        open={closing !== null}
        onOpenChange={(open) => !open && setClosing(null)}
        title={`Close the account of ${closing?.name ?? ''}?`}
      >
        <p>
          They cannot sign in any more, and belong to no review. Everything they did stays under their name; the e-mail is forgotten. It
          cannot be undone.
        </p>
        <div className="mt-4">
          <Button
            look="solid"
            onClick={() => {
              void change({ do: 'close', person: closing!.id });
              setClosing(null);
            }}
          >
            Close it
          </Button>
        </div>
      </Dialog>
    </main>
  );
}
