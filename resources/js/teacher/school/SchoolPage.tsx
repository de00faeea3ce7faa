import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { School } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { day, exact, near } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { Page } from '../Navigation';
import { OnePerson } from './OnePerson';
import { SharedStudentsLog } from './SharedStudentsLog';

type Colleague = School['teachers'][number];

/** A school, for its keepers: who teaches there, who is asked to come, and who may sign up. */
export function SchoolPage() {
    const found = useQuery({ queryKey: ['school'], queryFn: () => take(client.GET('/school')) });
    const teacher = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    const { error, attempt } = useAttempt('school', 'teacher', 'classes');
    if (found.data === undefined || teacher.data === undefined) {
        const problem = found.error ?? teacher.error;
        return (
            <Page title={say('teacher.navigation.school')}>
                {problem === null ? say('ui.one-moment') : <Notice>{sentence(problem)}</Notice>}
            </Page>
        );
    }
    const school = found.data;
    return (
        <Page title={say('teacher.navigation.school')}>
            {error !== null && <Notice>{error}</Notice>}
            <div className="grid gap-10 lg:grid-cols-[1fr_22rem]">
                <section aria-labelledby="colleagues" className="order-2 lg:order-1">
                    <h2 id="colleagues" className="mb-2 text-xl">
                        {say('teacher.school.who-teaches-here')}
                    </h2>
                    <ul>
                        {school.teachers.map((one) => (
                            <ColleagueRow key={one.id} one={one} self={teacher.data.id} school={school} attempt={attempt} />
                        ))}
                    </ul>
                    {school.invitations.length > 0 && (
                        <>
                            <h2 className="mt-8 mb-2 text-xl">{say('teacher.school.asked-to-come')}</h2>
                            <ul>
                                {school.invitations.map((invitation) => (
                                    <li key={invitation.id} className="flex flex-wrap items-center gap-x-4 border-b border-line py-1">
                                        <span className="flex-1 break-all">{invitation.email}</span>
                                        <span className="text-sm text-soft" title={exact(invitation.endsAt)}>
                                            {say('teacher.school.by-until', { by: invitation.by, when: near(invitation.endsAt) })}
                                        </span>
                                        <Button
                                            weight="quiet"
                                            aria-label={say('teacher.school.take-back-the-invitation-of', { email: invitation.email })}
                                            onClick={() =>
                                                void attempt(() =>
                                                    take(
                                                        client.DELETE('/school/invitations/{invitation}', {
                                                            params: { path: { invitation: invitation.id } },
                                                        }),
                                                    ),
                                                )
                                            }
                                        >
                                            {say('teacher.school.take-back')}
                                        </Button>
                                    </li>
                                ))}
                            </ul>
                        </>
                    )}
                    <SharedStudentsLog />
                </section>
                <div className="order-1 grid content-start gap-8 lg:order-2">
                    <Invite attempt={attempt} />
                    <OnePerson />
                    <About school={school} attempt={attempt} />
                </div>
            </div>
        </Page>
    );
}

interface Attempting {
    attempt: (work: () => Promise<unknown>) => Promise<void>;
}

function ColleagueRow({ one, self, school, attempt }: Attempting & { one: Colleague; self: string; school: School }) {
    const [leaving, setLeaving] = useState(false);
    const [to, setTo] = useState(self);
    const undo = useUndo();
    const path = { params: { path: { teacher: one.id } } };
    const bringBack = () => attempt(() => take(client.DELETE('/school/teachers/{teacher}/leaving', path)));
    const letGo = () =>
        attempt(async () => {
            await take(client.POST('/school/teachers/{teacher}/leaving', { ...path, body: { to } }));
            setLeaving(false);
            undo.offer(say('teacher.school.is-let-go', { name: one.name }), say('teacher.class.bring-back'), () => void bringBack());
        });
    return (
        <li className="border-b border-line py-2">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                <div className="min-w-48 flex-1">
                    <p className="font-semibold">{one.name}</p>
                    <p className="text-sm break-all text-soft">
                        {one.letGoAt === null
                            ? say('teacher.school.address-and-classes', { email: one.email, classes: one.classes })
                            : say('teacher.school.let-go-on', { email: one.email, when: day(one.letGoAt) })}
                    </p>
                </div>
                {one.letGoAt === null ? (
                    <>
                        <label className="flex items-center gap-2 text-sm">
                            <input
                                type="checkbox"
                                className="size-4 accent-accent"
                                checked={one.isKeeper}
                                aria-label={say('teacher.school.is-a-keeper', { name: one.name })}
                                onChange={(event) => {
                                    const isKeeper = event.currentTarget.checked;
                                    void attempt(() =>
                                        take(client.PUT('/school/teachers/{teacher}/keeper', { ...path, body: { isKeeper } })),
                                    );
                                }}
                            />
                            {say('teacher.school.keeper')}
                        </label>
                        {one.id !== self && (
                            <Button weight="quiet" aria-expanded={leaving} onClick={() => setLeaving(!leaving)}>
                                {say('teacher.school.let-go')}
                            </Button>
                        )}
                    </>
                ) : (
                    <Button onClick={() => void bringBack()}>{say('teacher.class.bring-back')}</Button>
                )}
            </div>
            {leaving && (
                <div className="mt-2 grid gap-3 rounded-lg border border-line bg-sheet p-4">
                    <p>{say('teacher.school.letting-go-means', { name: one.name })}</p>
                    <div className="flex flex-wrap items-end gap-3">
                        <Select
                            label={say('teacher.school.who-takes-over')}
                            value={to}
                            onChange={(event) => setTo(event.currentTarget.value)}
                        >
                            {school.teachers
                                .filter((other) => other.id !== one.id && other.letGoAt === null)
                                .map((other) => (
                                    <option key={other.id} value={other.id}>
                                        {other.name}
                                    </option>
                                ))}
                        </Select>
                        <Button className="min-h-[42px]" onClick={() => void letGo()}>
                            {say('teacher.school.let-them-go', { name: one.name })}
                        </Button>
                    </div>
                </div>
            )}
        </li>
    );
}

/** Asks a colleague to come: a letter goes out, and the link stands here to be passed on by hand. */
function Invite({ attempt }: Attempting) {
    const [email, setEmail] = useState('');
    const [asked, setAsked] = useState<{ email: string; address: string } | null>(null);
    const invite = (event: FormEvent) => {
        event.preventDefault();
        void attempt(async () => {
            const { address } = await take(client.POST('/school/invitations', { body: { email } }));
            setAsked({ email, address });
            setEmail('');
        });
    };
    return (
        <section aria-labelledby="invite">
            <h2 id="invite" className="mb-2 text-xl">
                {say('teacher.school.ask-a-colleague')}
            </h2>
            <form className="grid gap-3" onSubmit={invite}>
                <Field
                    label={say('teacher.school.their-mail-address')}
                    type="email"
                    maxLength={190}
                    required
                    value={email}
                    onChange={(event) => setEmail(event.currentTarget.value)}
                />
                <Button type="submit" weight="main" className="min-h-[42px] w-fit" disabled={email.trim() === ''}>
                    {say('teacher.school.ask')}
                </Button>
            </form>
            {asked !== null && (
                <div className="mt-3">
                    <Notice tone="well">
                        <p>{say('teacher.school.a-letter-is-on-its-way', { email: asked.email })}</p>
                        <p className="mt-1 text-sm break-all select-all">{asked.address}</p>
                    </Notice>
                </div>
            )}
        </section>
    );
}

/** All that this browser knows, and the school's own. */
function zones(own: string): string[] {
    const known = Intl.supportedValuesOf('timeZone');
    return known.includes(own) ? known : [own, ...known];
}

function About({ school, attempt }: Attempting & { school: School }) {
    const [name, setName] = useState(school.name);
    const change = (body: { name?: string; timeZone?: string; signUp?: NonNullable<School['signUp']> }) =>
        attempt(() => take(client.PATCH('/school', { body })));
    return (
        <section aria-labelledby="about" className="grid gap-4">
            <h2 id="about" className="text-xl">
                {say('teacher.school.this-school')}
            </h2>
            <p className="text-sm">
                {say('teacher.school.media', {
                    used: Math.round(school.media.bytes / 1024 / 1024),
                    limit: school.media.limit / 1024 ** 3,
                })}
            </p>
            {school.media.isFull && <Notice>{say('teacher.today.disk-is-full')}</Notice>}
            <form
                className="flex items-end gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    void change({ name });
                }}
            >
                <div className="flex-1">
                    <Field
                        label={say('teacher.school.name-of-the-school')}
                        maxLength={120}
                        required
                        value={name}
                        onChange={(event) => setName(event.currentTarget.value)}
                    />
                </div>
                {name !== school.name && (
                    <Button type="submit" className="min-h-[42px]" disabled={name.trim() === ''}>
                        {say('teacher.school.save')}
                    </Button>
                )}
            </form>
            <Select
                label={say('teacher.school.time-zone')}
                hint={say('teacher.school.days-begin-by-it')}
                value={school.timeZone}
                onChange={(event) => void change({ timeZone: event.currentTarget.value })}
            >
                {zones(school.timeZone).map((zone) => (
                    <option key={zone} value={zone}>
                        {zone.replaceAll('_', ' ')}
                    </option>
                ))}
            </Select>
            {school.signUp !== null && (
                <fieldset className="grid gap-1">
                    <legend className="mb-1 text-sm font-semibold">{say('teacher.school.who-may-sign-up')}</legend>
                    {(['anyone', 'invited', 'nobody'] as const).map((who) => (
                        <label key={who} className="flex items-baseline gap-2">
                            <input
                                type="radio"
                                name="sign-up"
                                className="size-4 translate-y-0.5 accent-accent"
                                checked={school.signUp === who}
                                onChange={() => void change({ signUp: who })}
                            />
                            {say('teacher.school.may-sign-up', { who })}
                        </label>
                    ))}
                </fieldset>
            )}
        </section>
    );
}
