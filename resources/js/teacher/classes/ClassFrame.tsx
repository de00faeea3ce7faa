import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, type ReactNode, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { SchoolClass } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { day } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** What stands on every page of a class: its name, and the way to its tasks and its roster. */
export function ClassFrame({ children }: { children: (group: SchoolClass) => ReactNode }) {
    const id = useParams().class ?? '';
    const found = useQuery({
        queryKey: ['class', id],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: id } } })),
        refetchInterval: 10_000,
    });
    if (found.data === undefined) {
        return (
            <Page title={say('teacher.class.class')}>
                {found.error === null ? say('ui.one-moment') : <Notice>{sentence(found.error)}</Notice>}
            </Page>
        );
    }
    const group = found.data;
    const place = (to: string, words: string) => (
        <NavLink
            to={to}
            end
            className={({ isActive }) =>
                `border-b-3 px-1 pb-1 font-semibold ${isActive ? 'border-ink' : 'border-transparent text-soft hover:text-ink'}`
            }
        >
            {words}
        </NavLink>
    );
    return (
        <Page title={group.name} action={<Settings group={group} />}>
            <nav aria-label={say('teacher.class.parts-of-the-class')} className="mb-6 flex flex-wrap gap-5 border-b border-line">
                {place(`/classes/${group.id}`, say('teacher.class.tasks'))}
                {place(`/classes/${group.id}/record`, say('teacher.class.record'))}
                {place(`/classes/${group.id}/exit-checks`, say('teacher.exit-check.exit-checks'))}
                {place(`/classes/${group.id}/roster`, say('teacher.class.roster', { roster: group.roster.length }))}
            </nav>
            {group.archivedAt !== null && <Archived group={group} at={group.archivedAt} />}
            {children(group)}
        </Page>
    );
}

/** Changes the class, and puts what the server says it is now in its place. */
function useChange(group: SchoolClass) {
    const queries = useQueryClient();
    return async (body: { name?: string; archived?: boolean }) => {
        const now = await take(client.PATCH('/classes/{class}', { params: { path: { class: group.id } }, body }));
        queries.setQueryData(['class', group.id], now);
        await queries.invalidateQueries({ queryKey: ['classes'] });
    };
}

function Archived({ group, at }: { group: SchoolClass; at: string }) {
    const change = useChange(group);
    const [error, setError] = useState<string | null>(null);
    return (
        <div className="mb-6">
            <Notice>
                {error ?? say('teacher.class.archived', { when: day(at) })}
                <Button
                    className="mt-2 flex"
                    onClick={() => void change({ archived: false }).catch((problem) => setError(sentence(problem)))}
                >
                    {say('teacher.class.take-it-up-again')}
                </Button>
            </Notice>
        </div>
    );
}

/** The name of the class, and whether it is still in use. */
function Settings({ group }: { group: SchoolClass }) {
    const change = useChange(group);
    const undo = useUndo();
    const [name, setName] = useState<string | null>(null);
    const [error, setError] = useState<string | null>(null);
    const attempt = (work: Promise<void>, then: () => void) => {
        setError(null);
        work.then(then).catch((problem) => setError(sentence(problem)));
    };
    const rename = (event: FormEvent) => {
        event.preventDefault();
        attempt(change({ name: name ?? '' }), () => setName(null));
    };
    return (
        <div className="grid justify-items-end gap-2">
            {name === null ? (
                <div className="flex gap-1">
                    <Button weight="quiet" onClick={() => setName(group.name)}>
                        {say('teacher.class.rename')}
                    </Button>
                    {group.archivedAt === null && (
                        <Button
                            weight="quiet"
                            onClick={() =>
                                attempt(change({ archived: true }), () =>
                                    undo.offer(
                                        say('teacher.class.is-archived', { name: group.name }),
                                        say('teacher.class.take-it-up-again'),
                                        () => attempt(change({ archived: false }), () => undefined),
                                    ),
                                )
                            }
                        >
                            {say('teacher.class.archive')}
                        </Button>
                    )}
                </div>
            ) : (
                <form className="flex items-end gap-2" onSubmit={rename}>
                    <Field
                        label={say('teacher.class.name-of-the-class')}
                        value={name}
                        maxLength={120}
                        required
                        autoFocus
                        onChange={(event) => setName(event.currentTarget.value)}
                    />
                    <Button type="submit" className="min-h-[42px]" disabled={name.trim() === ''}>
                        {say('teacher.class.rename')}
                    </Button>
                    <Button weight="quiet" className="min-h-[42px]" onClick={() => setName(null)}>
                        {say('teacher.class.leave-it')}
                    </Button>
                </form>
            )}
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
