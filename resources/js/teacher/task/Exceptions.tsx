import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { client, take } from '../../api/client';
import type { Task, Terms } from '../../api/types';
import { TermsEditor } from '../../quiz/TermsEditor';
import { Button } from '../../ui/Button';
import { Check, Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { near } from '../../ui/time';
import { useAttempt } from '../../ui/useAttempt';
import { listed, say } from '../../words/words';
import { asMoment, asTyped } from './members';

type Exception = Task['exceptions'][number];

/** What holds otherwise for single students: a later time, other terms. */
export function Exceptions({ task }: { task: Task }) {
    const [student, setStudent] = useState('');
    const { error, attempt } = useAttempt('task');
    const lookout = useQuery({
        queryKey: ['lookout', task.id],
        queryFn: () => take(client.GET('/tasks/{task}/lookout', { params: { path: { task: task.id } } })),
    });
    const path = (one: string) => ({ params: { path: { task: task.id, student: one } } });
    const free = lookout.data?.students.filter((one) => task.exceptions.every((other) => other.student !== one.id)) ?? [];
    return (
        <section aria-labelledby="exceptions" className="grid gap-3 border-t border-line pt-4">
            <h2 id="exceptions" className="text-base font-semibold">
                {say('teacher.exceptions.for-single-students')}
            </h2>
            <ul>
                {task.exceptions.map((one) => (
                    <li key={one.student} className="flex flex-wrap items-center gap-x-4 border-b border-line py-1">
                        <span className="min-w-40 flex-1 font-semibold">{one.name}</span>
                        <span className="text-sm">{listed(one.differs.map((what) => inWords(what, one)))}</span>
                        <Button
                            aria-label={say('teacher.exceptions.as-for-all', { name: one.name })}
                            onClick={() =>
                                void attempt(async () => {
                                    await take(client.DELETE('/tasks/{task}/exceptions/{student}', path(one.student)));
                                    await take(client.DELETE('/tasks/{task}/lifted/{student}', path(one.student)));
                                })
                            }
                        >
                            {say('teacher.exceptions.as-for-all-again')}
                        </Button>
                    </li>
                ))}
            </ul>
            {free.length > 0 && (
                <Select
                    label={say('teacher.exceptions.otherwise-for')}
                    className="max-w-72"
                    value={student}
                    onChange={(event) => setStudent(event.currentTarget.value)}
                >
                    <option value="">{say('teacher.roster.choose-a-name')}</option>
                    {free.map((one) => (
                        <option key={one.id} value={one.id}>
                            {one.name}
                        </option>
                    ))}
                </Select>
            )}
            {student !== '' && task.gates.length > 0 && (
                <Button
                    className="w-fit"
                    onClick={() =>
                        void attempt(async () => {
                            await take(client.PUT('/tasks/{task}/lifted/{student}', path(student)));
                            setStudent('');
                        })
                    }
                >
                    {say('teacher.gates.lift-for-one')}
                </Button>
            )}
            {student !== '' && (
                <Otherwise
                    key={student}
                    task={task}
                    onKeep={(body) =>
                        void attempt(async () => {
                            await take(client.PUT('/tasks/{task}/exceptions/{student}', { ...path(student), body }));
                            setStudent('');
                        })
                    }
                />
            )}
            {error !== null && <Notice>{error}</Notice>}
        </section>
    );
}

/** One thing that is not as for all. */
function inWords(what: Exception['differs'][number], one: Exception): string {
    switch (what) {
        case 'dueAt':
            return say('teacher.exceptions.due-is', { when: one.dueAt === null ? 'none' : near(one.dueAt) });
        case 'closesAt':
            return say('teacher.exceptions.closes-at', { when: one.closesAt === null ? 'none' : near(one.closesAt) });
        case 'terms':
            return say('teacher.exceptions.has-other-terms');
        case 'lifted':
            return say('teacher.exceptions.gates-lifted');
    }
}

function Otherwise({
    task,
    onKeep,
}: {
    task: Task;
    onKeep: (body: { dueAt: string | null; closesAt: string | null; terms?: Terms }) => void;
}) {
    const [due, setDue] = useState(asTyped(task.dueAt));
    const [closes, setCloses] = useState(asTyped(task.closesAt));
    const [terms, setTerms] = useState<Terms | null>(null);
    const keep = (event: FormEvent) => {
        event.preventDefault();
        onKeep({ dueAt: asMoment(due), closesAt: asMoment(closes), ...(terms === null ? {} : { terms }) });
    };
    return (
        <form className="grid max-w-3xl gap-3" onSubmit={keep}>
            <div className="grid gap-3 sm:grid-cols-2">
                <Field
                    label={say('teacher.exceptions.due')}
                    type="datetime-local"
                    value={due}
                    onChange={(event) => setDue(event.currentTarget.value)}
                />
                <Field
                    label={say('teacher.exceptions.closes')}
                    type="datetime-local"
                    value={closes}
                    onChange={(event) => setCloses(event.currentTarget.value)}
                />
            </div>
            <Check
                label={say('teacher.exceptions.other-terms')}
                checked={terms !== null}
                onChange={(on) => setTerms(on ? task.terms : null)}
            />
            {terms !== null && <TermsEditor terms={terms} closes={closes !== ''} onChange={setTerms} />}
            <Button type="submit" weight="main" className="w-fit">
                {say('teacher.exceptions.keep')}
            </Button>
        </form>
    );
}
