import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../api/client';
import type { Assignment, Evidence, QuizDocument } from '../api/types';
import { Cutaway } from '../cutaway/Cutaway';
import { find, questionsAt } from '../quiz/document';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { Legend } from '../ui/Standing';
import { QuestionCloseUp } from './evidence/QuestionCloseUp';
import { QuestionTable } from './evidence/QuestionTable';
import { StudentTable } from './evidence/StudentTable';
import { WatchMaps } from './evidence/WatchMaps';
import { shareWords } from './evidence/words';

/** Looking back at a task: what the answers say, in sentences first, then on the cutaway, then figure by figure. */
export function EvidencePage() {
    const id = useParams().assignment ?? '';
    const [leastGroup, setLeastGroup] = useState(2);
    const path = { assignment: id };
    const assignment = useQuery({
        queryKey: ['assignment', id],
        queryFn: () => take(client.GET('/assignments/{assignment}', { params: { path } })),
    });
    const evidence = useQuery({
        queryKey: ['evidence', id, leastGroup],
        queryFn: () => take(client.GET('/assignments/{assignment}/evidence', { params: { path, query: { leastGroup } } })),
        placeholderData: (before) => before,
        staleTime: 0,
    });
    if (assignment.data === undefined || evidence.data === undefined) {
        const error = assignment.error ?? evidence.error;
        return <main className="p-8">{error === null ? 'One moment …' : <Notice>{sentence(error)}</Notice>}</main>;
    }
    return <EvidenceView assignment={assignment.data} evidence={evidence.data} leastGroup={leastGroup} setLeastGroup={setLeastGroup} />;
}

interface ViewProps {
    assignment: Assignment;
    evidence: Evidence;
    leastGroup: number;
    setLeastGroup: (least: number) => void;
}

function EvidenceView({ assignment, evidence, leastGroup, setLeastGroup }: ViewProps) {
    const [selected, setSelected] = useState<string | null>(null);
    const { document } = assignment;
    const questions = new Map(evidence.questions.map((question) => [question.question, question]));
    const close = (selected === null ? [] : questionsAt(document, selected)).filter(({ id }) => questions.has(id));
    const show = (id: string) => {
        setSelected(find(document, id) === null ? null : id);
        window.document
            .getElementById(find(document, id) === null ? 'misconceptions' : 'picture')
            ?.scrollIntoView({ behavior: 'smooth', block: 'start' });
    };

    return (
        <main className="grid grid-cols-[minmax(0,1fr)] gap-6 px-5 py-5">
            <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
                <div className="mr-auto">
                    <h1 className="text-2xl">{assignment.title}: looking back</h1>
                    <p className="text-sm text-soft">
                        <Link className="underline" to={`/classes/${assignment.class.id}`}>
                            {assignment.class.name}
                        </Link>{' '}
                        ·{' '}
                        <Link className="underline" to={`/assignments/${assignment.id}`}>
                            who is where
                        </Link>{' '}
                        · {evidence.students} {evidence.students === 1 ? 'student' : 'students'} began
                        {evidence.otherEditions > 0 &&
                            ` · ${evidence.otherEditions} ${evidence.otherEditions === 1 ? 'round was' : 'rounds were'} of an older edition: what is still asked counts`}
                    </p>
                </div>
            </div>
            {evidence.students === 0 ? (
                <Notice>Nobody has begun yet. What the answers say will stand here as they arrive.</Notice>
            ) : (
                <>
                    <section aria-labelledby="summary">
                        <h2 id="summary" className="mb-2 text-xl">
                            In short
                        </h2>
                        {evidence.summary.length === 0 ? (
                            <p>Nothing stands out yet. Fewer than five answers to a question say little.</p>
                        ) : (
                            <ul className="grid max-w-3xl gap-1.5">
                                {evidence.summary.map((line) => (
                                    <li key={line.sentence} className="border-l-4 border-rail pl-3">
                                        {line.sentence}{' '}
                                        {line.at !== null && (
                                            <button type="button" className="text-sm underline" onClick={() => show(line.at ?? '')}>
                                                Show it
                                            </button>
                                        )}
                                    </li>
                                ))}
                            </ul>
                        )}
                    </section>
                    <section aria-labelledby="depth">
                        <h2 id="depth" className="mb-1 text-xl">
                            How deep the class went
                        </h2>
                        <p className="mb-2 text-sm text-soft">
                            Above the ground, right at once. Below it, the share that came down to each rung. Choose a stop to see its
                            answers.
                        </p>
                        <div id="picture" className="h-[27rem]">
                            <Cutaway
                                document={document}
                                label="How deep the class went"
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
                                All questions
                            </Button>
                            {close.map(({ id }) => (
                                <QuestionCloseUp key={id} document={document} evidence={evidence} question={id} />
                            ))}
                        </div>
                    )}
                    {close.length === 0 && <QuestionTable document={document} evidence={evidence} onSelect={setSelected} />}
                    <StudentTable assignment={assignment} evidence={evidence} />
                    <Legend />
                    <div className="grid items-start gap-6 lg:grid-cols-2">
                        <Needs document={document} evidence={evidence} />
                        <GroupList document={document} evidence={evidence} least={leastGroup} onLeast={setLeastGroup} />
                    </div>
                    <WatchMaps document={document} evidence={evidence} />
                </>
            )}
        </main>
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
        <span className="rounded-sm bg-tint px-1 text-xs font-semibold" title="Right at once">
            {shareWords(share)}
        </span>
    );
}

const join = (names: string[]) => (names.length === 0 ? 'nobody' : names.join(', '));

/** Misconceptions and objectives, with the students who show or miss them. */
function Needs({ document, evidence }: { document: QuizDocument; evidence: Evidence }) {
    const names = (ids: string[]) => ids.flatMap((id) => evidence.names[id] ?? []);
    const misconceptions = (document.misconceptions ?? []).flatMap(({ id, text }) => {
        const students = evidence.misconceptions[id];
        return students === undefined ? [] : [{ id, text, ...students }];
    });
    const objectives = (document.objectives ?? []).flatMap(({ id, text }) => {
        const students = evidence.objectives[id];
        return students === undefined ? [] : [{ id, text, ...students }];
    });
    return (
        <section aria-labelledby="misconceptions" className="min-w-0">
            <h2 id="misconceptions" className="mb-2 text-xl">
                Misconceptions and objectives
            </h2>
            {misconceptions.length + objectives.length === 0 && <p className="text-sm">No answer has shown one so far.</p>}
            <ul className="grid gap-2 text-sm">
                {misconceptions
                    .sort((a, b) => b.now.length - a.now.length)
                    .map((one) => (
                        <li key={one.id} className="rounded-md border border-line bg-sheet px-3 py-2">
                            <p className="font-semibold">“{one.text}”</p>
                            <p>
                                <b>{one.now.length}</b> {one.now.length === 1 ? 'shows' : 'show'} it now: {join(names(one.now))}
                            </p>
                            {one.left.length > 0 && (
                                <p className="text-soft">
                                    {one.left.length} {one.left.length === 1 ? 'has' : 'have'} left it: {join(names(one.left))}
                                </p>
                            )}
                        </li>
                    ))}
                {objectives.map((one) => (
                    <li key={one.id} className="rounded-md border border-line bg-sheet px-3 py-2">
                        <p className="font-semibold">{one.text}</p>
                        <p>
                            Right at the first try at all its questions they met: <b>{one.met.length}</b> of{' '}
                            {one.met.length + one.unmet.length}
                        </p>
                        {one.unmet.length > 0 && <p className="text-soft">Not yet: {join(names(one.unmet))}</p>}
                    </li>
                ))}
            </ul>
            <p className="mt-2 text-sm text-soft">
                A misconception counts as left when it was contradicted at a first try since: once if it was shown once, twice if it was
                shown more often.
            </p>
        </section>
    );
}

interface GroupProps {
    document: QuizDocument;
    evidence: Evidence;
    least: number;
    onLeast: (least: number) => void;
}

function GroupList({ document, evidence, least, onLeast }: GroupProps) {
    const need = (id: string) =>
        document.misconceptions?.find((one) => one.id === id)?.text ?? document.objectives?.find((one) => one.id === id)?.text ?? '';
    return (
        <section aria-labelledby="groups" className="min-w-0">
            <h2 id="groups" className="mb-2 text-xl">
                Groups that need the same
            </h2>
            <label className="mb-2 block text-sm">
                None smaller than{' '}
                <select
                    className="rounded-md border border-edge bg-sheet px-2 py-1"
                    value={least}
                    onChange={(event) => onLeast(Number(event.currentTarget.value))}
                >
                    {[2, 3, 4, 5, 6, 8].map((count) => (
                        <option key={count}>{count}</option>
                    ))}
                </select>
            </label>
            {evidence.groups.length === 0 ? (
                <p className="text-sm">No {least} students share a need that the answers show.</p>
            ) : (
                <ol className="grid gap-2 text-sm">
                    {evidence.groups.map((group) => (
                        <li key={group.need} className="rounded-md border border-line bg-sheet px-3 py-2">
                            <p className="font-semibold">
                                {group.students.length} students: {need(group.need)}
                            </p>
                            <p>{join(group.students.flatMap((id) => evidence.names[id] ?? []))}</p>
                        </li>
                    ))}
                </ol>
            )}
        </section>
    );
}
