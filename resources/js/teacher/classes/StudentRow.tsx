import { useQuery } from '@tanstack/react-query';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { type FormEvent, useId, useState } from 'react';
import { client, take } from '../../api/client';
import type { RosterName, SchoolClass } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { exact, near } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { ChooseName } from './ChooseName';

const factors = [1, 1.25, 1.5, 2];

/** One student of a class: when they were here, and behind their name all that can be put right. */
export function StudentRow({ group, student }: { group: SchoolClass; student: RosterName }) {
    const [open, setOpen] = useState(false);
    const [message, setMessage] = useState<string | null>(null);
    const panel = useId();
    const { error, attempt: tried } = useAttempt('class');
    const path = { params: { path: { class: group.id, student: student.id } } };
    const attempt = (work: () => Promise<unknown>) => {
        setMessage(null);
        return tried(work);
    };
    const Sign = open ? ChevronDown : ChevronRight;
    return (
        <li className="border-b border-line">
            <div className="flex flex-wrap items-center gap-x-4 py-0.5">
                <button
                    type="button"
                    className="flex min-h-9 min-w-48 flex-1 items-center gap-2 text-left font-semibold"
                    aria-expanded={open}
                    aria-controls={panel}
                    onClick={() => setOpen(!open)}
                >
                    <Sign size={16} aria-hidden="true" className="shrink-0 text-soft" />
                    <span dir="auto" className="break-words">
                        {student.name}
                    </span>
                </button>
                {student.extraTime !== 1 && <span className="text-sm">{say('teacher.roster.time', { factor: student.extraTime })}</span>}
                {student.shutUntil !== null && (
                    <Button
                        aria-label={say('teacher.class.let-try-again', { name: student.name })}
                        title={say('teacher.class.too-many-wrong-secrets-the', { when: exact(student.shutUntil) })}
                        onClick={() => void attempt(() => take(client.DELETE('/classes/{class}/students/{student}/pause', path)))}
                    >
                        {say('teacher.class.let-in-again')}
                    </Button>
                )}
                <span className="w-44 text-sm text-soft" title={student.cameInAt === null ? undefined : exact(student.cameInAt)}>
                    {student.cameInAt === null
                        ? say('teacher.roster.never-came-in')
                        : say('teacher.roster.came-in', { when: near(student.cameInAt) })}
                </span>
            </div>
            {message !== null && <Notice tone="well">{message}</Notice>}
            {error !== null && <Notice>{error}</Notice>}
            <div id={panel} hidden={!open}>
                {open && <Panel group={group} student={student} attempt={attempt} tell={setMessage} />}
            </div>
        </li>
    );
}

interface PanelProps {
    group: SchoolClass;
    student: RosterName;
    attempt: (work: () => Promise<unknown>) => Promise<void>;
    tell: (message: string) => void;
}

function Panel({ group, student, attempt, tell }: PanelProps) {
    const path = { params: { path: { class: group.id, student: student.id } } };
    const undo = useUndo();
    const takeOut = () =>
        attempt(async () => {
            await take(client.DELETE('/classes/{class}/students/{student}', path));
            undo.offer(say('teacher.class.is-out-of-the-class', { name: student.name }), say('teacher.class.bring-back'), () =>
                attempt(() => take(client.POST('/classes/{class}/students/{student}/restore', path))),
            );
        });
    return (
        <div className="mb-3 ml-6 grid gap-4 rounded-lg border border-line bg-sheet p-4">
            <NameForm group={group} student={student} attempt={attempt} tell={tell} />
            <div className="flex flex-wrap items-end gap-3 border-t border-line pt-4">
                <Select
                    label={say('teacher.roster.time-where-there-is-a-limit')}
                    value={student.extraTime}
                    onChange={(event) => {
                        const extraTime = Number(event.currentTarget.value);
                        void attempt(() => take(client.PUT('/classes/{class}/students/{student}/time', { ...path, body: { extraTime } })));
                    }}
                >
                    {factors.map((factor) => (
                        <option key={factor} value={factor}>
                            {factor === 1 ? say('teacher.class.usual-time') : say('teacher.roster.time', { factor })}
                        </option>
                    ))}
                </Select>
                {student.hasSecret && (
                    <Button
                        className="min-h-[42px]"
                        onClick={() =>
                            void attempt(async () => {
                                const { code } = await take(client.DELETE('/classes/{class}/students/{student}/secret', path));
                                tell(
                                    code === null
                                        ? say('teacher.person-acts.asked', { name: student.name })
                                        : say('teacher.roster.new-code', { name: student.name, code }),
                                );
                            })
                        }
                    >
                        {say('teacher.roster.forgot-the-secret')}
                    </Button>
                )}
                <Button className="min-h-[42px]" onClick={() => void takeOut()}>
                    {say('teacher.roster.take-out-of-class', { name: group.name })}
                </Button>
            </div>
            <Elsewhere group={group} student={student} attempt={attempt} tell={tell} />
        </div>
    );
}

function NameForm({ group, student, attempt, tell }: PanelProps) {
    const [typed, setTyped] = useState({
        given: student.given,
        family: student.family,
        called: student.called ?? '',
        number: student.number ?? '',
    });
    const isChanged =
        typed.given !== student.given ||
        typed.family !== student.family ||
        typed.called !== (student.called ?? '') ||
        typed.number !== (student.number ?? '');
    const rename = (event: FormEvent) => {
        event.preventDefault();
        void attempt(async () => {
            const { asked } = await take(
                client.PUT('/classes/{class}/students/{student}/name', {
                    params: { path: { class: group.id, student: student.id } },
                    body: {
                        ...typed,
                        called: typed.called === '' ? null : typed.called,
                        number: typed.number === '' ? null : typed.number,
                    },
                }),
            );
            if (asked) {
                tell(say('teacher.person-acts.asked', { name: student.name }));
            }
        });
    };
    const field = (member: keyof typeof typed, label: string, most = 100) => (
        <Field
            label={label}
            dir="auto"
            maxLength={most}
            value={typed[member]}
            required={member === 'given'}
            onChange={(event) => setTyped({ ...typed, [member]: event.currentTarget.value })}
        />
    );
    return (
        <form className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4" onSubmit={rename}>
            {field('given', say('teacher.roster.given-name'))}
            {field('family', say('teacher.roster.family-name'))}
            {field('called', say('teacher.roster.called'))}
            {field('number', say('teacher.roster.number'), 60)}
            {isChanged && (
                <div className="flex flex-wrap items-center gap-3 sm:col-span-2 lg:col-span-4">
                    <Button type="submit" weight="main">
                        {say('teacher.roster.rename')}
                    </Button>
                    <p className="text-sm text-soft">{say('teacher.roster.a-new-name-holds-in-all')}</p>
                </div>
            )}
        </form>
    );
}

/** Into another class, or one with somebody who is the same person. */
function Elsewhere({ group, student, attempt, tell }: PanelProps) {
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    const [from, setFrom] = useState(group.id);
    const there = useQuery({
        queryKey: ['class', from],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: from } } })),
    });
    const undo = useUndo();
    const others = classes.data?.filter((one) => one.id !== group.id && one.archivedAt === null) ?? [];
    const move = (to: string, toName: string) =>
        attempt(async () => {
            const go = (a: string, b: string) =>
                take(
                    client.POST('/classes/{class}/students/{student}/move', {
                        params: { path: { class: a, student: student.id } },
                        body: { to: b },
                    }),
                );
            await go(group.id, to);
            undo.offer(say('teacher.roster.is-in-now', { name: student.name, class: toName }), say('teacher.roster.move-back'), () =>
                attempt(() => go(to, group.id)),
            );
        });
    const merge = (gone: string, name: string) =>
        attempt(async () => {
            const { id } = await take(
                client.POST('/classes/{class}/students/{student}/merges', {
                    params: { path: { class: group.id, student: student.id } },
                    body: { gone },
                }),
            );
            if (id === null) {
                tell(say('teacher.person-acts.asked', { name: student.name }));
                return;
            }
            undo.offer(say('teacher.roster.are-one-now', { kept: student.name, gone: name }), say('teacher.roster.two-after-all'), () =>
                attempt(() => take(client.DELETE('/merges/{merge}', { params: { path: { merge: id } } }))),
            );
        });
    return (
        <div className="flex flex-wrap items-end gap-6 border-t border-line pt-4">
            {others.length > 0 && (
                <ChooseName
                    label={say('teacher.roster.move-to')}
                    nothing={say('teacher.roster.choose-a-class')}
                    choices={others}
                    act={say('teacher.roster.move')}
                    onChoose={(to, name) => void move(to, name)}
                />
            )}
            <ChooseName
                label={say('teacher.roster.is-the-same-as')}
                choices={there.data?.roster.filter((one) => one.id !== student.id) ?? []}
                act={say('teacher.roster.make-one')}
                onChoose={(gone, name) => void merge(gone, name)}
            >
                {others.length > 0 && (
                    <Select
                        label={say('teacher.roster.of-which-class')}
                        value={from}
                        onChange={(event) => setFrom(event.currentTarget.value)}
                    >
                        {[group, ...others].map((one) => (
                            <option key={one.id} value={one.id}>
                                {one.name}
                            </option>
                        ))}
                    </Select>
                )}
            </ChooseName>
        </div>
    );
}
