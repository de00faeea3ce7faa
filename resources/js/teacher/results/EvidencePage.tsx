import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Evidence, QuizDocument, Task } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { find, questionsAt } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { useCovers } from '../../ui/covers';
import { Fold } from '../../ui/Fold';
import { FollowUpLink } from '../../ui/FollowUpLink';
import { byWords } from '../../ui/figures/Sorting';
import { shareWords } from '../../ui/figures/words';
import { GivenTo } from '../../ui/GivenTo';
import { Notice } from '../../ui/Notice';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { Legend } from '../../ui/Standing';
import { TakeAway } from '../../ui/TakeAway';
import { say } from '../../words/words';
import { ComingBack } from './ComingBack';
import { FollowUps } from './FollowUps';
import { Groups } from './Groups';
import { Needs } from './Needs';
import { NextLesson } from './NextLesson';
import { PollCloseUp, QuestionCloseUp } from './QuestionCloseUp';
import { QuestionTable } from './QuestionTable';
import { StudentTable } from './StudentTable';
import { taskSheets } from './sheets';
import { Unforeseen } from './Unforeseen';
import { WatchMaps } from './WatchMaps';

/** While a class still works the figures follow its answers, in milliseconds. */
const LOOK_EVERY = 20_000;

/** Looking back at a task: what the answers say, in sentences first, then on the cutaway, then figure by figure. */
export function EvidencePage() {
    const id = useParams().task ?? '';
    const [leastGroup, setLeastGroup] = useState(2);
    const path = { task: id };
    const task = useQuery({
        queryKey: ['task', id],
        queryFn: () => take(client.GET('/tasks/{task}', { params: { path } })),
    });
    const evidence = useQuery({
        queryKey: ['evidence', id, leastGroup],
        queryFn: () => take(client.GET('/tasks/{task}/evidence', { params: { path, query: { leastGroup } } })),
        placeholderData: (before) => before,
        staleTime: 0,
        refetchInterval: LOOK_EVERY,
    });
    if (task.data === undefined || evidence.data === undefined) {
        const error = task.error ?? evidence.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    return <EvidenceView task={task.data} evidence={evidence.data} leastGroup={leastGroup} setLeastGroup={setLeastGroup} />;
}

interface ViewProps {
    task: Task;
    evidence: Evidence;
    leastGroup: number;
    setLeastGroup: (least: number) => void;
}

function EvidenceView({ task, evidence, leastGroup, setLeastGroup }: ViewProps) {
    const [query] = useSearchParams();
    const [selected, setSelected] = useState<string | null>(() => {
        const at = query.get('at');
        return at !== null && find(task.document, at) !== null ? at : null;
    });
    const covers = useCovers();
    const named = covers.seen.names;
    const { document } = task;
    const follow = task.class !== null;
    const opens = follow && evidence.opening.length > 0;
    // What the opening shows anyhow is not said twice.
    const lines = evidence.summary.filter(
        (line) => !(opens && line.for === 'lesson' && evidence.opening.some(({ question }) => question === line.at)),
    );
    const questions = new Set(evidence.questions.map(({ question }) => question));
    const rounds = () => take(client.GET('/tasks/{task}/rounds', { params: { path: { task: task.id } } }));
    const close = (selected === null ? [] : questionsAt(document, selected)).filter(({ id }) => questions.has(id) || id in evidence.polls);
    const number = useMemo(() => new Map(evidence.rows.map(({ student }, index) => [student, index + 1])), [evidence.rows]);
    const nameOf = (student: string) =>
        named ? (evidence.names[student] ?? '') : say('teacher.evidence.student', { student: number.get(student) ?? '' });
    const namesOf = (students: string[]) =>
        students
            .filter((student) => student in evidence.names)
            .map(nameOf)
            .sort(byWords);
    const show = (id: string) => {
        const isOnPicture = find(document, id) !== null;
        setSelected(isOnPicture ? id : null);
        window.document.getElementById(isOnPicture ? 'picture' : 'misconceptions')?.scrollIntoView({ behavior: 'smooth', block: 'start' });
    };

    return (
        <main className="grid grid-cols-[minmax(0,1fr)] gap-6 px-5 py-5">
            <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
                <div className="mr-auto">
                    <h1 className="text-2xl">{say('teacher.evidence.looking-back', { title: task.title })}</h1>
                    <p className="text-sm text-soft">
                        <GivenTo task={task} /> ·{' '}
                        <Link className="underline" to={`/tasks/${task.id}`}>
                            {say('teacher.evidence.who-is-where')}
                        </Link>{' '}
                        · {say('teacher.evidence.began', { students: evidence.students })}
                        {evidence.otherEditions > 0 && ` · ${say('teacher.evidence.older-editions', { rounds: evidence.otherEditions })}`}
                    </p>
                </div>
                <ScreenCovers covers={covers} of={['names']} />
                {named && (
                    <TakeAway
                        name={task.title}
                        events={() => take(client.POST('/tasks/{task}/exports', { params: { path: { task: task.id } } }))}
                        report={`/tasks/${task.id}/report`}
                        sheets={async () => taskSheets(document, await rounds(), evidence)}
                    />
                )}
            </div>
            {evidence.students === 0 ? (
                <Notice>{say('teacher.evidence.nobody-has-begun-yet-what')}</Notice>
            ) : (
                <>
                    <section aria-labelledby="summary">
                        <h2 id="summary" className="mb-2 text-xl">
                            {say('teacher.evidence.in-short')}
                        </h2>
                        {follow && <NextLesson task={task} opening={evidence.opening} onShow={show} />}
                        {lines.length === 0 && !opens ? (
                            <p>{say('teacher.evidence.nothing-stands-out-yet-fewer')}</p>
                        ) : (
                            <ul className="grid max-w-3xl gap-1.5">
                                {lines.map((line) => (
                                    <SummaryLine
                                        key={line.sentence}
                                        task={task}
                                        line={line}
                                        students={follow ? (evidence.misconceptions[line.at ?? '']?.now ?? []) : []}
                                        onShow={show}
                                    />
                                ))}
                            </ul>
                        )}
                    </section>
                    {(task.terms.returns?.days ?? []).length > 0 && <ComingBack task={task.id} nameOf={nameOf} />}
                    <section aria-labelledby="depth">
                        <h2 id="depth" className="mb-1 text-xl">
                            {say('teacher.evidence.how-deep-the-class-went')}
                        </h2>
                        <p className="mb-2 text-sm text-soft">{say('teacher.evidence.above-the-ground-right-at')}</p>
                        <div id="picture" className="flex max-h-[27rem] flex-col">
                            <Cutaway
                                document={document}
                                label={say('teacher.evidence.how-deep-the-class-went')}
                                selected={selected}
                                onSelect={setSelected}
                                at={(node) => <AtOnce document={document} node={node} evidence={evidence} />}
                                share={(rung) => Math.min(1, (evidence.rungs[rung]?.of ?? 0) / evidence.students)}
                            />
                        </div>
                    </section>
                    {close.length > 0 && (
                        <div>
                            <Button weight="quiet" className="-ml-3" onClick={() => setSelected(null)}>
                                {say('teacher.evidence.all-questions')}
                            </Button>
                            {close.map(({ id, kind }) => {
                                const CloseUp = kind === 'poll' ? PollCloseUp : QuestionCloseUp;
                                return <CloseUp key={id} document={document} evidence={evidence} question={id} />;
                            })}
                        </div>
                    )}
                    {close.length === 0 && (
                        <Fold name="each-question" heading={say('teacher.evidence.each-question')} open={false}>
                            <QuestionTable document={document} evidence={evidence} onSelect={setSelected} />
                        </Fold>
                    )}
                    <StudentTable task={task} evidence={evidence} nameOf={nameOf} />
                    <Legend />
                    <div className="grid items-start gap-6 lg:grid-cols-2">
                        <Needs task={task.id} follow={follow} document={document} evidence={evidence} namesOf={namesOf} />
                        <Groups
                            task={task.id}
                            follow={follow}
                            document={document}
                            evidence={evidence}
                            nameOf={nameOf}
                            least={leastGroup}
                            onLeast={setLeastGroup}
                        />
                    </div>
                    <FollowUps task={task.id} namesOf={namesOf} />
                    <Unforeseen quiz={task.quiz} document={document} evidence={evidence} />
                    <WatchMaps task={task.id} document={document} evidence={evidence} />
                </>
            )}
        </main>
    );
}

interface LineProps {
    task: Task;
    line: Evidence['summary'][number];
    /** Whom it is to be taken up with. */
    students: string[];
    onShow: (at: string) => void;
}

/** What to do, with the way to what it rests on and to where it is done. */
function SummaryLine({ task, line: { sentence: words, at, for: kind }, students, onShow }: LineProps) {
    return (
        <li className="border-l-4 border-rail pl-3">
            {words}{' '}
            {at !== null && (
                <button type="button" className="mr-3 text-sm underline" onClick={() => onShow(at)}>
                    {say('teacher.evidence.show-it')}
                </button>
            )}
            {at !== null && kind === 'quiz' && (
                <Link className="text-sm underline" to={`/quizzes/${task.quiz}?at=${at}`}>
                    {say('teacher.evidence.in-the-quiz')}
                </Link>
            )}
            {at !== null && students.length > 0 && <FollowUpLink task={task.id} need={at} students={students} />}
        </li>
    );
}

function AtOnce({ document, node, evidence }: { document: QuizDocument; node: string; evidence: Evidence }) {
    const place = find(document, node);
    if (place === null || place.kind === 'rung' || (place.kind === 'stop' && place.stop.kind !== 'question')) {
        return null;
    }
    const [question] = questionsAt(document, node);
    const share = evidence.questions.find((one) => one.question === question?.id)?.atOnce;
    return share === undefined || share.of === 0 ? null : (
        <span className="rounded-sm bg-tint px-1 text-xs font-semibold" title={say('teacher.evidence.right-at-once')}>
            {shareWords(share)}
        </span>
    );
}
