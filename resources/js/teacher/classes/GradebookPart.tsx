import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { ClassGradebook, ClassRecord } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Switch } from '../../ui/Switch';
import { near } from '../../ui/time';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';

interface Props {
    group: string;
    record: ClassRecord;
    nameOf: (student: string) => string;
}

type Passed = ClassGradebook['tasks'][number];

/** What of a class goes to the school's gradebook, where whoever runs the server has set one up. */
export function GradebookPart({ group, record, nameOf }: Props) {
    const found = useQuery({
        queryKey: ['gradebook', group],
        queryFn: () => take(client.GET('/classes/{class}/gradebook', { params: { path: { class: group } } })),
        refetchInterval: 10_000,
    });
    const { error, attempt } = useAttempt('gradebook');
    if (found.data === undefined) {
        return found.error === null ? null : <Notice>{sentence(found.error)}</Notice>;
    }
    const { isSet, columns, away, tasks } = found.data;
    if (!isSet) {
        return null;
    }
    const passOn = (task: string, on: boolean) => {
        const params = { params: { path: { task } } };
        return attempt(() => take(on ? client.PUT('/tasks/{task}/passing', params) : client.DELETE('/tasks/{task}/passing', params)));
    };
    const again = (task: string) => attempt(() => take(client.POST('/tasks/{task}/passing/again', { params: { path: { task } } })));
    const disconnect = () => attempt(() => take(client.DELETE('/classes/{class}/gradebook', { params: { path: { class: group } } })));
    return (
        <section aria-labelledby="gradebook" className="grid max-w-3xl gap-3 print:hidden">
            <h2 id="gradebook" className="text-xl">
                {say('teacher.gradebook.title')}
            </h2>
            {error !== null && <Notice>{error}</Notice>}
            {columns === null ? (
                <Connect group={group} />
            ) : (
                <>
                    {away !== null && (
                        <Notice>{say('teacher.gradebook.away', { why: away.why, at: near(away.at), until: near(away.until) })}</Notice>
                    )}
                    <ul className="grid gap-2">
                        {record.tasks.map(({ id, title }) => (
                            <li key={id} className="rounded-md border border-line bg-sheet px-3 py-2">
                                <PassedLine
                                    title={title}
                                    passed={tasks.find((one) => one.task === id)}
                                    nameOf={nameOf}
                                    onPass={(on) => void passOn(id, on)}
                                    onAgain={() => void again(id)}
                                />
                            </li>
                        ))}
                    </ul>
                    <p className="text-sm text-soft">
                        {say('teacher.gradebook.when')} <span className="break-all">{say('teacher.gradebook.connected', { columns })}</span>{' '}
                        <Button weight="quiet" onClick={() => void disconnect()}>
                            {say('teacher.gradebook.disconnect')}
                        </Button>
                    </p>
                </>
            )}
        </section>
    );
}

/** The address of the class's columns, as the gradebook shows it. */
function Connect({ group }: { group: string }) {
    const [columns, setColumns] = useState('');
    const { error, attempt } = useAttempt('gradebook');
    const connect = () =>
        attempt(() => take(client.PUT('/classes/{class}/gradebook', { params: { path: { class: group } }, body: { columns } })));
    return (
        <form
            className="flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
                event.preventDefault();
                void connect();
            }}
        >
            <div className="min-w-64 flex-1">
                <Field
                    label={say('teacher.gradebook.columns')}
                    hint={say('teacher.gradebook.where-columns')}
                    error={error ?? undefined}
                    required
                    maxLength={900}
                    value={columns}
                    onChange={(event) => setColumns(event.currentTarget.value)}
                />
            </div>
            <Button type="submit" className="min-h-[42px]">
                {say('teacher.gradebook.connect')}
            </Button>
        </form>
    );
}

interface LineProps {
    title: string;
    passed: Passed | undefined;
    nameOf: (student: string) => string;
    onPass: (on: boolean) => void;
    onAgain: () => void;
}

function PassedLine({ title, passed, nameOf, onPass, onAgain }: LineProps) {
    const scores = passed?.scores ?? [];
    const of = (state: Passed['scores'][number]['state']) => scores.filter((one) => one.state === state);
    const refused = of('refused');
    const counts = { sent: of('sent').length, waiting: of('waiting').length, refused: refused.length };
    const isOn = passed?.isOn ?? false;
    return (
        <>
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                <Switch label={say('teacher.gradebook.pass-on', { title })} checked={isOn} onChange={onPass} />
                {scores.length > 0 && <span className="text-sm tabular-nums">{say('teacher.gradebook.counts', counts)}</span>}
                {isOn && scores.length === 0 && <span className="text-sm text-soft">{say('teacher.gradebook.nothing-yet')}</span>}
                {isOn && counts.waiting + counts.refused > 0 && (
                    <Button weight="quiet" aria-label={say('teacher.gradebook.again-of', { title })} onClick={onAgain}>
                        {say('teacher.gradebook.again')}
                    </Button>
                )}
            </div>
            {refused.length > 0 && (
                <ul className="mt-1 grid gap-0.5 text-sm">
                    {refused.map((one) => (
                        <li key={one.student}>
                            {say('teacher.gradebook.refused', { name: nameOf(one.student), why: one.reason ?? 'other' })}
                        </li>
                    ))}
                </ul>
            )}
        </>
    );
}
