'use client';
import { type FormEvent, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { Button } from '@/ui/button';
import { Select, TextField } from '@/ui/field';
import { dayWords } from '@/ui/words';
import type { InvitationLine, MembersView } from '../queries/members-view';
import type { MemberLine } from '../store/members';
import { GivenLink } from './GivenLink';
import { ROLE_WORDS } from './role-words';

type Role = MemberLine['role'];
const ROLE_NAMES = Object.keys(ROLE_WORDS) as Role[];

/** Who belongs to a review, as what, and who is invited. */
export function MembersScreen({ reviewId, initial }: { reviewId: string; initial: MembersView }) {
  const view = useAsk(reviewId, 'members-view', {}, { given: initial }).data ?? initial;
  const manages = view.right === 'manage';
  return (
    <main className="mx-auto max-w-[1120px] px-5 py-6">
      <h1 className="text-display">People</h1>
      <p className="mb-4 max-w-[80ch] text-slate">
        Everything that somebody does here carries their name for ever, also when they leave. Who does not belong to the review does not
        learn that it exists.
      </p>
      <div className="relative overflow-x-auto">
        <table className="w-full min-w-[860px] text-left">
          <caption className="sr-only">Members of this review</caption>
          <thead>
            <tr className="text-slate text-small">
              <th scope="col" className="py-1 pr-4 font-medium">
                Name
              </th>
              {manages && (
                <th scope="col" className="pr-4 font-medium">
                  E-mail
                </th>
              )}
              <th scope="col" className="w-[200px] pr-4 font-medium">
                Role
              </th>
              <th scope="col" className="pr-4 font-medium">
                May do
              </th>
              <th scope="col" className="w-[110px] pr-4 font-medium">
                Since
              </th>
              {manages && <td className="w-[80px]" />}
            </tr>
          </thead>
          <tbody>
            {view.members.map((m) => (
              <MemberRow key={m.id} reviewId={reviewId} member={m} you={view.you === m.id} manages={manages} />
            ))}
          </tbody>
        </table>
      </div>
      {view.members.length === 0 && (
        <p className="mt-2 text-slate">Nobody yet: the review is from before people signed in, and belongs to the administrators.</p>
      )}
      {manages && <Invite reviewId={reviewId} invitations={view.invitations} />}
    </main>
  );
}

function MemberRow({ reviewId, member: m, you, manages }: { reviewId: string; member: MemberLine; you: boolean; manages: boolean }) {
  async function change(role: Role | 'none') {
    const answer = await call(reviewId, 'change-member', { person: m.id, role });
    if (!answer.ok) toast.error(answer.message);
  }
  return (
    <tr className="border-rule border-t align-baseline">
      <th scope="row" className="py-2 pr-4 text-left font-medium">
        <span dir="auto">{m.name}</span>
        {you && <span className="font-normal text-slate"> (you)</span>}
      </th>
      {manages && <td className="pr-4 text-small">{m.email}</td>}
      <td className="pr-4">
        {manages ? (
          <Select hideLabel label={`Role of ${m.name}`} value={m.role} onChange={(e) => void change(e.target.value as Role)}>
            {ROLE_NAMES.map((r) => (
              <option key={r} value={r}>
                {ROLE_WORDS[r].label}
              </option>
            ))}
          </Select>
        ) : (
          ROLE_WORDS[m.role].label
        )}
      </td>
      <td className="pr-4 text-slate text-small">{ROLE_WORDS[m.role].may}</td>
      <td className="pr-4 text-small">{dayWords(m.since.slice(0, 10))}</td>
      {manages && (
        <td>
          <Button look="quiet" aria-label={`Take ${m.name} out of the review`} onClick={() => void change('none')}>
            Take out
          </Button>
        </td>
      )}
    </tr>
  );
}

function Invite({ reviewId, invitations }: { reviewId: string; invitations: readonly InvitationLine[] }) {
  const [made, setMade] = useState<{ label: string; address: string } | null>(null);
  async function invite(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = event.currentTarget;
    const fields = new FormData(form);
    const label = String(fields.get('label'));
    const answer = await call(reviewId, 'invite', { label, role: String(fields.get('role')) as Role });
    if (!answer.ok) return void toast.error(answer.message);
    setMade({ label, address: answer.address });
    form.reset();
  }
  async function withdraw(invitation: string) {
    const answer = await call(reviewId, 'withdraw-invitation', { invitation });
    if (!answer.ok) toast.error(answer.message);
  }
  return (
    <section aria-labelledby="invite" className="mt-8 border-ink border-t-2 pt-2">
      <h2 id="invite" className="text-lead">
        Invite somebody
      </h2>
      <p className="mb-2 max-w-[80ch] text-slate text-small">
        You are given a link to hand over. It holds for two weeks and for one person, who signs in with it or makes an account.
      </p>
      <form onSubmit={(e) => void invite(e)} className="flex flex-wrap items-end gap-3">
        <div className="w-[280px]">
          <TextField label="For whom" name="label" required maxLength={120} />
        </div>
        <div className="w-[180px]">
          <Select label="As" name="role" defaultValue="reviewer">
            {ROLE_NAMES.map((r) => (
              <option key={r} value={r}>
                {ROLE_WORDS[r].label}
              </option>
            ))}
          </Select>
        </div>
        <Button look="solid" type="submit">
          Make a link
        </Button>
      </form>
      {made && <GivenLink words={`For ${made.label}, shown only now:`} address={made.address} />}
      {invitations.length > 0 && (
        <ul aria-label="Invitations that nobody used yet" className="mt-4">
          {invitations.map((i) => (
            <li key={i.invitation} className="flex items-baseline gap-4 border-rule border-t py-1.5">
              <span dir="auto">{i.label}</span>
              <span className="text-slate text-small">
                as {ROLE_WORDS[i.role].a}, until {dayWords(i.until.slice(0, 10))}
              </span>
              <Button look="quiet" aria-label={`Withdraw the invitation of ${i.label}`} onClick={() => void withdraw(i.invitation)}>
                Withdraw
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
