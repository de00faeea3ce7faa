import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { client, type Known, sentence, take, unlessChanged } from '../../api/client';
import type { Lookout, LookoutStudent, Task } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { questionsAt } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { ConversationCard } from '../../ui/ConversationCard';
import { useCovers } from '../../ui/covers';
import { Notice } from '../../ui/Notice';
import { Legend } from '../../ui/Standing';
import { again, useLive } from '../../ui/useLive';
import { say } from '../../words/words';
import { AllQuestions, CloseUp } from './Questions';
import { Still } from './Still';
import { StudentGrid, Students, standingHere, veiled } from './Students';
import { TaskHead } from './TaskHead';

/** A class at work on a task, and afterwards how it went: the cutaway with the students, each student, each question. */
export function TaskPage() {
    const id = useParams().task ?? '';
    const path = { params: { path: { task: id } } };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', path)) });
    const known = useRef<Known<Lookout>>(null);
    const queries = useQueryClient();
    const look = useCallback(() => void queries.invalidateQueries({ queryKey: ['lookout', id] }), [queries, id]);
    const heard = useLive(task.data?.live ?? null, look);
    const lookout = useQuery({
        queryKey: ['lookout', id],
        queryFn: () => unlessChanged(known, (headers) => client.GET('/tasks/{task}/lookout', { ...path, headers })),
        refetchInterval: again(heard),
    });
    if (task.data === undefined || lookout.data === undefined) {
        const error = task.error ?? lookout.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    return <LookoutView task={task.data} lookout={lookout.data} lost={lookout.error !== null} />;
}

function LookoutView({ task, lookout, lost }: { task: Task; lookout: Lookout; lost: boolean }) {
    const covers = useCovers();
    const { names, scores } = covers.seen;
    const [selected, setSelected] = useState<string | null>(null);
    const queries = useQueryClient();
    const { document } = task;
    const began = lookout.students.filter((student) => student.round !== null);
    const finished = began.filter((student) => student.round?.finishedAt !== null);
    const figures = useMemo(() => new Map(lookout.questions.map((question) => [question.question, question])), [lookout.questions]);
    const number = useMemo(() => new Map(lookout.students.map(({ id }, index) => [id, index + 1])), [lookout.students]);
    const nameOf = (student: { id: string; name: string }) =>
        names ? student.name : say('teacher.task.student', { number: number.get(student.id) ?? 0 });

    const standing = useMemo(() => {
        const places = new Map<string, LookoutStudent[]>();
        for (const student of lookout.students) {
            const at =
                student.round === null
                    ? null
                    : student.round.finishedAt === null
                      ? student.round.path.at(-1)?.id
                      : (student.round.finish ?? document.finishes[0]?.id);
            if (at !== null && at !== undefined) {
                places.set(at, [...(places.get(at) ?? []), student]);
            }
        }
        return places;
    }, [document.finishes, lookout.students]);

    const rungCounts = useMemo(
        () => Object.assign({}, ...lookout.questions.map((question) => question.rungs)) as Record<string, number>,
        [lookout.questions],
    );
    const close = selected === null ? [] : questionsAt(document, selected);

    const [problem, setProblem] = useState<string | null>(null);
    const change = async (body: object) => {
        setProblem(null);
        try {
            await take(client.PATCH('/tasks/{task}', { params: { path: { task: task.id } }, body }));
            await Promise.all([
                queries.invalidateQueries({ queryKey: ['task', task.id] }),
                queries.invalidateQueries({ queryKey: ['lookout', task.id] }),
            ]);
            return true;
        } catch (refused) {
            setProblem(sentence(refused));
            return false;
        }
    };

    return (
        <main className="grid grid-cols-[minmax(0,1fr)] gap-3 px-5 py-4">
            <TaskHead
                task={task}
                counts={{ students: lookout.students.length, began: began.length, finished: finished.length }}
                covers={covers}
                onChange={change}
            />
            {problem !== null && <Notice>{problem}</Notice>}
            {lookout.calls.length > 0 && (
                <section aria-labelledby="calls">
                    <h2 id="calls" className="mb-2 text-xl">
                        {say('teacher.task.who-calls')}
                    </h2>
                    <div className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
                        {lookout.calls.map((call, index) => (
                            <ConversationCard
                                key={call.id}
                                conversation={call}
                                withQuestion
                                {...(names ? {} : { covered: say('teacher.evidence.student', { student: index + 1 }) })}
                            />
                        ))}
                    </div>
                </section>
            )}
            {lost && <Notice>{say('teacher.task.there-is-no-connection-just')}</Notice>}
            <Still document={document} students={lookout.students} names={names} />
            <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] lg:[--view:max(26rem,calc(100dvh-15.5rem))]">
                <div className="h-[29rem] lg:h-(--view)">
                    <Cutaway
                        document={document}
                        label={say('teacher.task.where-the-students-are')}
                        answers={covers.seen.answers}
                        selected={selected}
                        onSelect={setSelected}
                        at={(node) => (
                            <Students
                                students={standing.get(node) ?? []}
                                standing={(student) => veiled(standingHere(document, student), scores)}
                                names={names}
                            />
                        )}
                        {...(scores ? { share: (rung: string) => (began.length === 0 ? 0 : (rungCounts[rung] ?? 0) / began.length) } : {})}
                    />
                </div>
                <div className="min-w-0 lg:h-(--view) lg:overflow-y-auto">
                    {close.length > 0 ? (
                        <section aria-label={say('teacher.task.questions')}>
                            <Button weight="quiet" className="-ml-3" onClick={() => setSelected(null)}>
                                {say('teacher.task.all-students')}
                            </Button>
                            {close.map((question) => {
                                const counts = figures.get(question.id);
                                return counts === undefined ? null : (
                                    <CloseUp key={question.id} task={task} question={question.id} figures={counts} covers={covers} />
                                );
                            })}
                        </section>
                    ) : (
                        <StudentGrid task={task} lookout={lookout} nameOf={nameOf} names={names} scores={scores} />
                    )}
                </div>
            </div>
            <Legend />
            <section aria-label={say('teacher.task.all-questions')} className="min-w-0">
                <AllQuestions task={task} figures={lookout.questions} scores={scores} onSelect={setSelected} />
            </section>
        </main>
    );
}
