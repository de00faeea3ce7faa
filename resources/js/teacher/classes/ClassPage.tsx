import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { SchoolClass } from '../../api/types';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { OpenFront } from '../../ui/OpenFront';
import { joinAddress, QrCode } from '../../ui/QrCode';
import { TaskLine } from '../../ui/TaskLine';
import { rich, say } from '../../words/words';
import { Calendar } from './Calendar';
import { ClassFrame } from './ClassFrame';

/** A class at work: its tasks, and how its students come in. */
export function ClassPage() {
    return (
        <ClassFrame>
            {(group) => (
                <div key={group.id} className="grid gap-10 lg:grid-cols-[1fr_20rem]">
                    <div className="grid content-start gap-6">
                        {group.roster.length === 0 && (
                            <Notice>
                                {rich('teacher.class.nobody-is-in-it', {
                                    a: (words: ReactNode) => (
                                        <Link className="underline" to={`/classes/${group.id}/roster`}>
                                            {words}
                                        </Link>
                                    ),
                                })}
                            </Notice>
                        )}
                        <Tasks group={group} />
                        {group.archivedAt === null && group.roster.length > 0 && (
                            <details>
                                <summary className="min-h-9 content-center font-semibold">{say('teacher.board.from-the-front')}</summary>
                                <div className="mt-2">
                                    <OpenFront group={group.id} task={null} />
                                </div>
                            </details>
                        )}
                        {group.tasks.length > 0 && <Calendar tasks={group.tasks} />}
                    </div>
                    <WayIn group={group} />
                </div>
            )}
        </ClassFrame>
    );
}

function Tasks({ group }: { group: SchoolClass }) {
    return (
        <section aria-labelledby="tasks">
            <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
                <h2 id="tasks" className="text-xl">
                    {say('teacher.class.tasks')}
                </h2>
                {group.archivedAt === null && (
                    <Link className={buttonClass('main')} to={`/give?class=${group.id}`}>
                        {say('teacher.give.give-out-a-quiz')}
                    </Link>
                )}
            </div>
            {group.tasks.length === 0 && <p className="mb-3 text-soft">{say('teacher.class.nothing-has-been-given-to')}</p>}
            <ul className="grid gap-2">
                {group.tasks.map((task) => (
                    <TaskLine key={task.id} task={task} withClass={false} />
                ))}
            </ul>
        </section>
    );
}

function WayIn({ group }: { group: SchoolClass }) {
    const address = joinAddress(group.phrase);
    const queries = useQueryClient();
    const [told, setTold] = useState<string | null>(null);
    const renew = async () => {
        try {
            const now = await take(client.POST('/classes/{class}/phrase', { params: { path: { class: group.id } } }));
            queries.setQueryData(['class', group.id], now);
            setTold(say('teacher.class.the-old-phrase-leads-nowhere'));
        } catch (problem) {
            setTold(sentence(problem));
        }
    };
    return (
        <aside aria-labelledby="way-in" className="h-fit rounded-lg border border-line bg-sheet p-5">
            <h2 id="way-in" className="text-xl">
                {say('teacher.class.the-way-in')}
            </h2>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.class-phrase')}</p>
            <p className="font-display text-2xl">{group.phrase}</p>
            <QrCode address={address} className="mt-4 aspect-square w-full" />
            <p className="mt-3 text-sm break-all">
                <a className="underline" href={address}>
                    {address}
                </a>
            </p>
            <p className="mt-3 text-sm text-soft">{say('teacher.class.students-give-their-name-as')}</p>
            <div className="mt-3 flex flex-wrap gap-2">
                <Link className={buttonClass()} to={`/classes/${group.id}/cards`}>
                    {say('teacher.roster.print-cards')}
                </Link>
                <Button weight="quiet" onClick={() => void renew()}>
                    {say('teacher.class.a-new-phrase')}
                </Button>
            </div>
            {told !== null && <p className="mt-2 text-sm font-semibold">{told}</p>}
        </aside>
    );
}
