import { useState } from 'react';
import { Link } from 'react-router';
import { client, take } from '../../api/client';
import type { SchoolClass } from '../../api/types';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { dateOf, type Sheet } from '../../ui/sheets';
import { TakeAway } from '../../ui/TakeAway';
import { near } from '../../ui/time';
import { useUndo } from '../../ui/Undo';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';
import { AddStudents } from './AddStudents';
import { ChooseName } from './ChooseName';
import { ClassFrame } from './ClassFrame';
import { StudentRow } from './StudentRow';

/** Who is in a class, who was, and how more come in. */
export function RosterPage() {
    return <ClassFrame>{(group) => <Roster key={group.id} group={group} />}</ClassFrame>;
}

function Roster({ group }: { group: SchoolClass }) {
    const never = group.roster.filter((student) => student.cameInAt === null).length;
    return (
        <div className="grid gap-10 lg:grid-cols-[1fr_22rem]">
            <section aria-labelledby="roster" className="order-2 lg:order-1">
                <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
                    <h2 id="roster" className="text-xl">
                        {say('teacher.roster.students')}
                    </h2>
                    {never > 0 && <p className="text-sm text-soft">{say('teacher.roster.so-many-never-came-in', { never })}</p>}
                    {group.roster.length > 0 && (
                        <div className="ml-auto flex flex-wrap gap-2">
                            <TakeAway name={`${group.name}, ${say('teacher.roster.students')}`} sheets={() => [rosterSheet(group)]} />
                            <Link className={buttonClass()} to={`/classes/${group.id}/cards`}>
                                {say('teacher.roster.print-cards')}
                            </Link>
                        </div>
                    )}
                </div>
                {group.roster.length === 0 && <p className="text-soft">{say('teacher.roster.nobody-yet')}</p>}
                <ul>
                    {group.roster.map((student) => (
                        <StudentRow key={student.id} group={group} student={student} />
                    ))}
                </ul>
                <Guests group={group} />
                <Before group={group} />
            </section>
            <div className="order-1 grid content-start gap-8 lg:order-2">
                <AddStudents group={group} />
                {group.roster.length > 0 && <FirstSecrets group={group} />}
            </div>
        </div>
    );
}

/** Whether a first secret needs the code of a card: yes, but for one lesson in which the teacher sees who sits there. */
function FirstSecrets({ group }: { group: SchoolClass }) {
    const { error, attempt } = useAttempt('class');
    const put = (withoutCode: boolean) =>
        void attempt(() => take(client.PATCH('/classes/{class}', { params: { path: { class: group.id } }, body: { withoutCode } })));
    return (
        <section aria-labelledby="first-secrets">
            <h2 id="first-secrets" className="mb-2 text-xl">
                {say('teacher.roster.first-secrets')}
            </h2>
            <p className="mb-3 text-sm">
                {group.noCodeUntil === null
                    ? say('teacher.roster.first-secrets-need-a-code')
                    : say('teacher.roster.first-secrets-need-no-code', { when: near(group.noCodeUntil) })}
            </p>
            <Button onClick={() => put(group.noCodeUntil === null)}>
                {group.noCodeUntil === null ? say('teacher.roster.no-code-this-lesson') : say('teacher.roster.ask-for-codes')}
            </Button>
            {error !== null && <Notice>{error}</Notice>}
        </section>
    );
}

/** Who is in the class, as other programs read it. */
function rosterSheet(group: SchoolClass): Sheet {
    return {
        name: say('teacher.roster.students'),
        head: [
            say('teacher.roster.family-name'),
            say('teacher.roster.given-name'),
            say('teacher.record.column', { of: 'called' }),
            say('teacher.record.number'),
            say('teacher.record.column', { of: 'came_in' }),
        ],
        rows: group.roster.map((one) => [one.family, one.given, one.called, one.number, dateOf(one.cameInAt)]),
        frozen: 2,
    };
}

/** Who came to a task without being on the roster, each to be put to a name of it: what they did comes along. */
function Guests({ group }: { group: SchoolClass }) {
    const undo = useUndo();
    const { error, attempt } = useAttempt('class');
    const [asked, setAsked] = useState<string | null>(null);
    if (group.guests.length === 0) {
        return null;
    }
    const tie = (guest: SchoolClass['guests'][number], kept: string, name: string) =>
        attempt(async () => {
            const { id } = await take(
                client.POST('/classes/{class}/students/{student}/merges', {
                    params: { path: { class: group.id, student: kept } },
                    body: { gone: guest.id },
                }),
            );
            if (id === null) {
                setAsked(name);
                return;
            }
            undo.offer(say('teacher.roster.was', { guest: guest.name, name }), say('teacher.roster.not-that-one'), () =>
                attempt(() => take(client.DELETE('/merges/{merge}', { params: { path: { merge: id } } }))),
            );
        });
    return (
        <section aria-labelledby="guests" className="mt-8">
            <h2 id="guests" className="mb-2 text-xl">
                {say('teacher.roster.guests')}
            </h2>
            {error !== null && <Notice>{error}</Notice>}
            {asked !== null && <Notice tone="well">{say('teacher.person-acts.asked', { name: asked })}</Notice>}
            <ul>
                {group.guests.map((guest) => (
                    <li key={guest.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-1">
                        <span dir="auto" className="min-w-40 flex-1 break-words">
                            {guest.name}
                        </span>
                        <span className="text-sm text-soft">{guest.task}</span>
                        <ChooseName
                            label={say('teacher.roster.who-is', { name: guest.name })}
                            hideLabel
                            nothing={say('teacher.roster.put-to-a-name')}
                            choices={group.roster}
                            act={say('teacher.roster.make-one')}
                            onChoose={(kept, name) => void tie(guest, kept, name)}
                        />
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** What can be brought back: who was taken out, and who was made one with somebody else. */
function Before({ group }: { group: SchoolClass }) {
    const { error, attempt } = useAttempt('class');
    if (group.takenOut.length === 0 && group.merges.length === 0) {
        return null;
    }
    return (
        <details className="mt-6">
            <summary className="font-semibold">
                {say('teacher.roster.who-was-here', { n: group.takenOut.length + group.merges.length })}
            </summary>
            {error !== null && <Notice>{error}</Notice>}
            <ul className="mt-2">
                {group.takenOut.map((student) => (
                    <li key={student.id} className="flex flex-wrap items-center gap-3 border-b border-line py-1">
                        <span dir="auto" className="flex-1">
                            {student.name}
                        </span>
                        <Button
                            aria-label={say('teacher.roster.bring-back', { name: student.name })}
                            onClick={() =>
                                void attempt(() =>
                                    take(
                                        client.POST('/classes/{class}/students/{student}/restore', {
                                            params: { path: { class: group.id, student: student.id } },
                                        }),
                                    ),
                                )
                            }
                        >
                            {say('teacher.class.bring-back')}
                        </Button>
                    </li>
                ))}
                {group.merges.map((merge) => (
                    <li key={merge.id} className="flex flex-wrap items-center gap-3 border-b border-line py-1">
                        <span className="flex-1">{say('teacher.roster.were-made-one', { kept: merge.kept, gone: merge.gone })}</span>
                        <Button
                            aria-label={say('teacher.roster.make-two-of', { kept: merge.kept, gone: merge.gone })}
                            onClick={() =>
                                void attempt(() => take(client.DELETE('/merges/{merge}', { params: { path: { merge: merge.id } } })))
                            }
                        >
                            {say('teacher.roster.two-after-all')}
                        </Button>
                    </li>
                ))}
            </ul>
        </details>
    );
}
