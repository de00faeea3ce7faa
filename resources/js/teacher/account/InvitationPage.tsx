import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Invitation } from '../../api/types';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';
import { SignUpForm } from './Account';

/** A colleague asks somebody to come to their school: with a new account, or with the one that they have. */
export function InvitationPage() {
    const token = useParams().token ?? '';
    const found = useQuery({
        queryKey: ['invitation', token],
        queryFn: () => take(client.GET('/invitations/{token}', { params: { path: { token } } })),
        retry: false,
    });
    if (found.data === undefined) {
        return (
            <main className="mx-auto max-w-xl p-8">
                <h1 className="mb-4 text-3xl">{say('teacher.invitation.an-invitation')}</h1>
                {found.error === null ? say('ui.one-moment') : <Notice>{sentence(found.error)}</Notice>}
                <p className="mt-6">
                    <Link className="underline" to="/sign-in">
                        {say('teacher.account.sign-in')}
                    </Link>
                </p>
            </main>
        );
    }
    const { school, by, email, own } = found.data;
    const title = say('teacher.invitation.come-to', { school });
    return own === null ? (
        <SignUpForm
            title={title}
            before={say('teacher.invitation.asks-you', { by, school })}
            email={email}
            invitation={token}
            signIn={`/sign-in?${new URLSearchParams({ to: `/invitation/${token}` })}`}
        />
    ) : (
        <main className="mx-auto max-w-xl p-8">
            <h1 className="mb-4 text-3xl">{title}</h1>
            <p className="mb-6">{say('teacher.invitation.asks-you', { by, school })}</p>
            <Accept token={token} school={school} own={own} />
        </main>
    );
}

function Accept({ token, school, own }: { token: string; school: string; own: NonNullable<Invitation['own']> }) {
    const [bring, setBring] = useState(true);
    const [error, setError] = useState<string | null>(null);
    const navigate = useNavigate();
    const queries = useQueryClient();
    const accept = async () => {
        setError(null);
        try {
            await take(client.POST('/invitations/{token}/acceptance', { params: { path: { token } }, body: { bring } }));
            queries.clear();
            await navigate('/classes');
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const asks = own.classes > 0 || own.students > 0;
    return (
        <div className="grid gap-5">
            <p>
                {say('teacher.invitation.you-are', {
                    name: own.name,
                    as: own.here ? 'here' : own.colleagues ? 'colleagues' : 'alone',
                    school: own.school,
                })}
            </p>
            {!own.here && !own.colleagues && asks && (
                <fieldset className="grid gap-2">
                    <legend className="mb-2 font-semibold">
                        {say('teacher.invitation.what-about-your-classes', { classes: own.classes, students: own.students })}
                    </legend>
                    {[true, false].map((one) => (
                        <label key={String(one)} className="flex items-baseline gap-2">
                            <input
                                type="radio"
                                name="bring"
                                className="size-4 translate-y-0.5 accent-accent"
                                checked={bring === one}
                                onChange={() => setBring(one)}
                            />
                            {say('teacher.invitation.bring', { bring: one ? 'yes' : 'no', school })}
                        </label>
                    ))}
                </fieldset>
            )}
            {error !== null && <Notice>{error}</Notice>}
            <div className="flex flex-wrap gap-3">
                {!own.here && !own.colleagues && (
                    <Button weight="main" large onClick={() => void accept()}>
                        {say('teacher.invitation.come')}
                    </Button>
                )}
                <Button large onClick={() => void navigate('/today')}>
                    {say('teacher.invitation.not-now')}
                </Button>
            </div>
        </div>
    );
}
