import type { Member, Reply, Role } from '@grim-lantern/contract';
import { roles } from '@grim-lantern/contract';
import { useEffect, useState } from 'react';
import { LinkShown } from '../../ui/LinkShown';
import { Labelled } from '../../ui/Labelled';
import { TextField } from '../../ui/TextField';
import type { Answer } from '../../data/request';
import { request, whyNot } from '../../data/request';
import { newId } from '../../data/newId';
import { FieldRow } from './FieldRow';
import { roleMeanings, roleWords } from './roleWords';

/** A link that was made just now, for whom. */
interface Link {
  readonly name: string;
  readonly address: string;
  readonly until: Date;
}

/** The people of the workshop: adding, roles, links to choose a password, ending access. */
export function PeopleSection() {
  const [members, setMembers] = useState<readonly Member[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const [link, setLink] = useState<Link | null>(null);
  const take = (answer: Answer<Reply<'members'>>) =>
    answer.status === 'done' ? setMembers(answer.reply.members) : setWhy(whyNot(answer));
  useEffect(() => {
    void request('members').then(take);
  }, []);
  const load = async () => take(await request('members'));
  const made = (name: string, { token, expiresAt }: { token: string; expiresAt: string }) =>
    setLink({ name, address: `${location.origin}/welcome#${token}`, until: new Date(expiresAt) });
  const change = async (member: Member, to: Partial<Member>) => {
    const { name, role, active } = { ...member, ...to };
    const answer = await request('changeMember', {
      params: { personId: member.id },
      body: { name, role, active },
    });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    await load();
  };
  const forget = async (member: Member) => {
    const answer = await request('forgetMember', { params: { personId: member.id } });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    await load();
  };
  const renew = async (member: Member) => {
    const answer = await request('renewLink', { params: { personId: member.id } });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    if (answer.status === 'done') made(member.name, answer.reply);
    await load();
  };
  const add = async (name: string, role: Role) => {
    const answer = await request('invite', { body: { id: newId(), name, role } });
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    if (answer.status === 'done') made(name, answer.reply);
    await load();
    return answer.status === 'done';
  };
  return (
    <section aria-labelledby="people" className="flex flex-col gap-3">
      <h2 id="people" className="text-2xl font-semibold">
        People
      </h2>
      {why !== null && (
        <p role="alert" className="text-clash">
          {why}
        </p>
      )}
      {link !== null && (
        <LinkShown
          address={link.address}
          until={link.until}
          words={`Send ${link.name} this link, by a way that only they read. It works once, until`}
        />
      )}
      <ul>
        {members.map((member) => (
          <MemberRow
            key={member.id}
            member={member}
            onChange={(to) => void change(member, to)}
            onLink={() => void renew(member)}
            onForget={() => void forget(member)}
          />
        ))}
      </ul>
      <AddPerson onAdd={add} />
    </section>
  );
}

function MemberRow({
  member,
  onChange,
  onLink,
  onForget,
}: {
  readonly member: Member;
  readonly onChange: (to: Partial<Member>) => void;
  readonly onLink: () => void;
  readonly onForget: () => void;
}) {
  const [sure, setSure] = useState(false);
  const { name, login, role, active, invited } = member;
  return (
    <li className="border-line flex flex-wrap items-center gap-x-4 gap-y-2 border-b py-2">
      <div className="min-w-40 grow">
        <p className={`text-lg break-words ${active ? '' : 'text-dim line-through'}`}>{name}</p>
        <p className="text-dim text-[15px] break-all">
          {!active ? 'No access' : (login ?? 'No password yet')}
          {invited && ' · link sent, not used yet'}
        </p>
      </div>
      {active ? (
        <>
          <RoleSelect
            label={`Role of ${name}`}
            role={role}
            onChoose={(chosen) => onChange({ role: chosen })}
          />
          <button type="button" className="key border-line" onClick={onLink}>
            New link
          </button>
          <button type="button" className="key border-line" onClick={() => onChange({ active: false })}>
            End access
          </button>
        </>
      ) : (
        <>
          <button type="button" className="key border-line" onClick={() => onChange({ active: true })}>
            Give access
          </button>
          {login !== null && (
            <button
              type="button"
              className={`key border-line ${sure ? 'text-clash' : ''}`}
              onBlur={() => setSure(false)}
              onClick={() => (sure ? onForget() : setSure(true))}
            >
              {sure ? 'Delete name and login for good' : 'Delete their data'}
            </button>
          )}
        </>
      )}
    </li>
  );
}

function RoleSelect({
  label,
  id,
  role,
  onChoose,
}: {
  readonly label?: string;
  readonly id?: string;
  readonly role: Role;
  readonly onChoose: (role: Role) => void;
}) {
  return (
    <select
      id={id}
      aria-label={label}
      className="field block w-auto"
      value={role}
      onChange={({ target }) => onChoose(target.value as Role)}
    >
      {roles.map((each) => (
        <option key={each} value={each}>
          {roleWords[each]}
        </option>
      ))}
    </select>
  );
}

function AddPerson({ onAdd }: { readonly onAdd: (name: string, role: Role) => Promise<boolean> }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('technician');
  return (
    <form
      aria-label="Add a person"
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void onAdd(name, role).then((done) => done && setName(''));
      }}
    >
      <FieldRow
        field={<TextField label="Name of a new person" text={name} onType={setName} maxLength={120} />}
      >
        <Labelled id="new-role" label="Role">
          <RoleSelect id="new-role" role={role} onChoose={setRole} />
        </Labelled>
        <button type="submit" className="key" disabled={name.trim() === ''}>
          Add
        </button>
      </FieldRow>
      <p className="text-dim">{roleMeanings[role]}</p>
    </form>
  );
}
