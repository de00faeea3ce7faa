import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

/** The frame of the pages outside the door, with one form. */
function Outside({
    title,
    submit,
    send,
    children,
    below,
}: {
    title: string;
    submit: string;
    send: () => Promise<void>;
    children: ReactNode;
    below: ReactNode;
}) {
    const [error, setError] = useState<string | null>(null);
    const [busy, setBusy] = useState(false);
    const onSubmit = async (event: FormEvent) => {
        event.preventDefault();
        setBusy(true);
        setError(null);
        try {
            await send();
        } catch (problem) {
            setError(sentence(problem));
        }
        setBusy(false);
    };
    return (
        <div className="grid min-h-dvh md:grid-cols-[1fr_minmax(24rem,30rem)]">
            <aside className="flex flex-col max-md:hidden" aria-hidden="true">
                <div className="flex flex-1 items-end px-12 pb-6">
                    <p className="max-w-md font-display text-5xl leading-tight">{say('teacher.account.whoever-knows-walks-on-whoever')}</p>
                </div>
                <div className="relative h-[46%] overflow-hidden border-t-3 border-ink bg-earth">
                    <svg
                        aria-hidden="true"
                        viewBox="0 0 400 240"
                        className="absolute left-24 h-full text-rail"
                        fill="none"
                        stroke="currentColor"
                        strokeWidth="5"
                    >
                        <path d="M20 0v210M80 0v210M20 35h60M20 80h60M20 125h60M20 170h60" />
                        <circle cx="50" cy="103" r="14" className="fill-accent stroke-none" />
                        <path d="M210 0v130M270 0v130M210 35h60M210 80h60" />
                    </svg>
                </div>
            </aside>
            <main className="flex flex-col justify-center bg-sheet px-8 py-10">
                <p className="mb-8 font-display text-lg md:hidden">{say('teacher.account.hidden-ladder')}</p>
                <h1 className="mb-6 text-3xl">{title}</h1>
                <form className="grid gap-4" onSubmit={(event) => void onSubmit(event)}>
                    {children}
                    {error !== null && <Notice>{error}</Notice>}
                    <Button type="submit" weight="main" large disabled={busy}>
                        {submit}
                    </Button>
                </form>
                <div className="mt-6 grid gap-2 text-sm">{below}</div>
            </main>
        </div>
    );
}

interface Typed {
    value: string;
    onChange: (value: string) => void;
}

function MailField({ value, onChange }: Typed) {
    return (
        <Field
            label={say('teacher.account.mail-address')}
            type="email"
            autoComplete="username"
            required
            value={value}
            onChange={(event) => onChange(event.currentTarget.value)}
        />
    );
}

function NewPasswordField({ label, value, onChange }: Typed & { label: string }) {
    return (
        <Field
            label={label}
            hint={say('teacher.account.at-least-10-characters')}
            type="password"
            autoComplete="new-password"
            minLength={10}
            required
            value={value}
            onChange={(event) => onChange(event.currentTarget.value)}
        />
    );
}

const link = 'underline decoration-edge underline-offset-4 hover:decoration-ink';

function useEntry() {
    const navigate = useNavigate();
    const queries = useQueryClient();
    const to = useSearchParams()[0].get('to') ?? '';
    return async () => {
        queries.clear();
        // Only to a page of ours: an address may have come from anywhere.
        await navigate(/^\/invitation\/\w+$/.test(to) ? to : '/today');
    };
}

export function SignIn() {
    const [email, setEmail] = useState('');
    const [password, setPassword] = useState('');
    const [remember, setRemember] = useState(false);
    const enter = useEntry();
    return (
        <Outside
            title={say('teacher.account.sign-in')}
            submit={say('teacher.account.sign-in')}
            send={async () => {
                await take(client.POST('/teacher/sign-in', { body: { email, password, remember } }));
                await enter();
            }}
            below={
                <>
                    <p>
                        {say('teacher.account.new-here')}{' '}
                        <Link className={link} to="/sign-up">
                            {say('teacher.account.make-an-account')}
                        </Link>
                    </p>
                    <p>
                        <Link className={link} to="/forgotten-password">
                            {say('teacher.account.forgotten-your-password')}
                        </Link>
                    </p>
                    <p>
                        {say('teacher.account.are-you-a-student')}{' '}
                        <a className={link} href="/join">
                            {say('teacher.account.come-in-with-your-phrase')}
                        </a>
                    </p>
                </>
            }
        >
            <MailField value={email} onChange={setEmail} />
            <Field
                label={say('teacher.account.password')}
                type="password"
                autoComplete="current-password"
                required
                value={password}
                onChange={(event) => setPassword(event.currentTarget.value)}
            />
            <label className="flex items-center gap-2">
                <input
                    type="checkbox"
                    className="size-4 accent-accent"
                    checked={remember}
                    onChange={(event) => setRemember(event.currentTarget.checked)}
                />
                {say('teacher.account.stay-signed-in-on-this')}
            </label>
        </Outside>
    );
}

/** Who may make an account is said before anything is typed. */
export function SignUp() {
    const may = useQuery({ queryKey: ['sign-up'], queryFn: () => take(client.GET('/teacher/sign-up')) });
    const who = may.data?.signUp ?? 'anyone';
    return who === 'anyone' ? (
        <SignUpForm title={say('teacher.account.make-an-account')} signIn="/sign-in" needsCode={may.data?.needsCode === true} />
    ) : (
        <main className="mx-auto grid max-w-xl gap-5 p-8">
            <h1 className="text-3xl">{say('teacher.account.make-an-account')}</h1>
            <p>{say('teacher.account.who-may', { who })}</p>
            <Link className={link} to="/sign-in">
                {say('teacher.account.sign-in')}
            </Link>
        </main>
    );
}

/** An account of one's own, or by invitation at the school that asks. */
export function SignUpForm({
    title,
    before,
    email: known = '',
    invitation,
    needsCode = false,
    signIn,
}: {
    title: string;
    before?: string;
    email?: string;
    invitation?: string;
    /** It is the first account of the server. */
    needsCode?: boolean;
    signIn: string;
}) {
    const [name, setName] = useState('');
    const [email, setEmail] = useState(known);
    const [password, setPassword] = useState('');
    const [code, setCode] = useState('');
    const enter = useEntry();
    return (
        <Outside
            title={title}
            submit={say('teacher.account.make-the-account')}
            send={async () => {
                const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
                const body = {
                    name,
                    email,
                    password,
                    timeZone,
                    ...(invitation === undefined ? {} : { invitation }),
                    ...(needsCode ? { code } : {}),
                };
                await take(client.POST('/teacher/sign-up', { body }));
                await enter();
            }}
            below={
                <p>
                    {say('teacher.account.you-have-one')}{' '}
                    <Link className={link} to={signIn}>
                        {say('teacher.account.sign-in')}
                    </Link>
                </p>
            }
        >
            {before !== undefined && <p>{before}</p>}
            {needsCode && (
                <Field
                    label={say('teacher.account.startup-code')}
                    hint={say('teacher.account.startup-code-hint')}
                    autoComplete="off"
                    required
                    value={code}
                    onChange={(event) => setCode(event.currentTarget.value)}
                />
            )}
            <Field
                label={say('teacher.account.your-name')}
                hint={say('teacher.account.as-students-and-colleagues-know')}
                autoComplete="name"
                required
                value={name}
                onChange={(event) => setName(event.currentTarget.value)}
            />
            <MailField value={email} onChange={setEmail} />
            <NewPasswordField label={say('teacher.account.password')} value={password} onChange={setPassword} />
        </Outside>
    );
}

export function ForgottenPassword() {
    const [email, setEmail] = useState('');
    const [sent, setSent] = useState(false);
    return (
        <Outside
            title={say('teacher.account.a-new-password')}
            submit={say('teacher.account.send-me-a-link')}
            send={async () => {
                await take(client.POST('/teacher/forgotten-password', { body: { email } }));
                setSent(true);
            }}
            below={
                <p>
                    <Link className={link} to="/sign-in">
                        {say('teacher.account.back-to-sign-in')}
                    </Link>
                </p>
            }
        >
            <MailField value={email} onChange={setEmail} />
            {sent && <Notice tone="well">{say('teacher.account.if-there-is-an-account')}</Notice>}
        </Outside>
    );
}

export function NewPassword() {
    const [query] = useSearchParams();
    const [password, setPassword] = useState('');
    const navigate = useNavigate();
    return (
        <Outside
            title={say('teacher.account.choose-a-new-password')}
            submit={say('teacher.account.set-the-password')}
            send={async () => {
                await take(
                    client.POST('/teacher/new-password', {
                        body: { email: query.get('email') ?? '', token: query.get('token') ?? '', password },
                    }),
                );
                await navigate('/sign-in');
            }}
            below={null}
        >
            <NewPasswordField label={say('teacher.account.new-password')} value={password} onChange={setPassword} />
        </Outside>
    );
}
