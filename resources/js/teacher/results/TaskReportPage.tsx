import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Evidence, QuizDocument, Standing, Task, TaskRounds } from '../../api/types';
import { entryName, questionName, questionNumber } from '../../quiz/names';
import { entriesOf, findQuestion } from '../../quiz/places';
import { useCovers } from '../../ui/covers';
import { byLastName, percent, shareWords } from '../../ui/figures/words';
import { audience } from '../../ui/GivenTo';
import { Notice } from '../../ui/Notice';
import { PaperCell, PaperHeads, PaperName, PaperPart, PaperRow } from '../../ui/PaperTable';
import { PrintBar } from '../../ui/PrintBar';
import { ScreenCovers } from '../../ui/ScreenCovers';
import { Legend, StandingMark, standingWords } from '../../ui/Standing';
import { day, exact } from '../../ui/time';
import { say } from '../../words/words';
import { misconceptionsOf, needOf, objectivesOf } from './needs';

/** A task on paper: what came of it in sentences, its questions, what to teach to whom, and its students. */
export function TaskReportPage() {
    const id = useParams().task ?? '';
    const covers = useCovers();
    const path = { task: id };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', { params: { path } })) });
    const rounds = useQuery({ queryKey: ['rounds', id], queryFn: () => take(client.GET('/tasks/{task}/rounds', { params: { path } })) });
    const evidence = useQuery({
        queryKey: ['evidence', id, 2],
        queryFn: () => take(client.GET('/tasks/{task}/evidence', { params: { path, query: { leastGroup: 2 } } })),
    });
    if (task.data === undefined || evidence.data === undefined || rounds.data === undefined) {
        const error = task.error ?? evidence.error ?? rounds.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    const { title, givenAt, dueAt, document } = task.data;
    const { summary, students } = evidence.data;
    const people = peopleOf(rounds.data, covers.seen.names);
    return (
        <main>
            <PrintBar
                title={say('teacher.report.of', { name: title })}
                back={`/tasks/${id}/evidence`}
                backWords={say('teacher.report.back-to-the-evidence')}
            >
                <ScreenCovers covers={covers} of={['names', 'scores']} />
            </PrintBar>
            <article className="paper mx-auto grid max-w-3xl grid-cols-[minmax(0,1fr)] gap-6 px-6 py-8">
                <header>
                    <h1 className="text-2xl">{title}</h1>
                    <p>
                        {say('teacher.report.task-on', {
                            now: exact(new Date().toISOString()),
                            to: audience(task.data),
                            given: day(givenAt),
                            due: day(dueAt ?? givenAt),
                            isDue: dueAt === null ? 'no' : 'yes',
                            began: students,
                            of: people.size,
                        })}
                    </p>
                </header>
                {summary.length > 0 && (
                    <PaperPart id="in-short" title={say('teacher.evidence.in-short')}>
                        <ul className="grid list-disc gap-1 pl-5">
                            {summary.map(({ sentence: line }) => (
                                <li key={line}>{line}</li>
                            ))}
                        </ul>
                    </PaperPart>
                )}
                <Questions document={document} evidence={evidence.data} />
                <ToTeach document={document} evidence={evidence.data} people={people} />
                <Students task={task.data} evidence={evidence.data} rounds={rounds.data} people={people} scores={covers.seen.scores} />
            </article>
        </main>
    );
}

/** Names by last name, in that order; or numbers, where names are covered. */
function peopleOf({ students }: TaskRounds, isNamed: boolean): Map<string, string> {
    return new Map(
        Object.entries(students).map(([id, { family, given }], index) => [
            id,
            isNamed ? byLastName({ family, given }) : say('teacher.record.student-number', { number: index + 1 }),
        ]),
    );
}

function Questions({ document, evidence }: { document: QuizDocument; evidence: Evidence }) {
    return (
        <PaperPart id="questions" title={say('teacher.question-table.questions')}>
            <table className="rows w-full text-sm">
                <PaperHeads
                    heads={[
                        [say('teacher.record.column', { of: 'question' }), 'words'],
                        [say('teacher.question-table.right-at-once'), 'number'],
                        [say('teacher.question-table.after-help'), 'number'],
                        [say('teacher.report.most-instead'), 'words'],
                    ]}
                />
                <tbody>
                    {evidence.questions.map((figures) => (
                        <PaperRow key={figures.question}>
                            <PaperCell>{questionName(document, figures.question)}</PaperCell>
                            <PaperCell column="number">{figures.atOnce.of === 0 ? '–' : shareWords(figures.atOnce)}</PaperCell>
                            <PaperCell column="number">{figures.afterHelp.of === 0 ? '–' : shareWords(figures.afterHelp)}</PaperCell>
                            <PaperCell>{insteadOf(document, figures)}</PaperCell>
                        </PaperRow>
                    ))}
                </tbody>
            </table>
        </PaperPart>
    );
}

/** The foreseen wrong answer that most gave first, and how many. */
function insteadOf(document: QuizDocument, { question: id, entries }: Evidence['questions'][number]): string {
    const question = findQuestion(document, id);
    const wrong = question === null ? [] : entriesOf(question).filter((entry) => !entry.right && (entries[entry.id]?.count ?? 0) > 0);
    const [most] = wrong.sort((a, b) => (entries[b.id]?.count ?? 0) - (entries[a.id]?.count ?? 0));
    return most === undefined || question === null
        ? ''
        : say('teacher.report.so-often', { words: entryName(most, question.kind), n: entries[most.id]?.count ?? 0 });
}

interface PeopleProps {
    evidence: Evidence;
    /** By id, those whom the task is for. */
    people: Map<string, string>;
}

/** Misconceptions and objectives with those who show or miss them, and the groups. */
function ToTeach({ document, evidence, people }: PeopleProps & { document: QuizDocument }) {
    const names = (students: string[]) => [...people].filter(([id]) => students.includes(id)).map(([, name]) => name);
    const needs = [
        ...misconceptionsOf(document, evidence).map(({ id, text, now }) => ({ id, text: `“${text}”`, students: now })),
        ...objectivesOf(document, evidence).map(({ id, text, unmet }) => ({ id, text, students: unmet })),
    ].filter(({ students }) => students.length > 0);
    if (needs.length === 0) {
        return null;
    }
    const item = ({ id, text, students }: (typeof needs)[number]) => (
        <li key={id} className="break-inside-avoid">
            <b>{text}</b> {names(students).join(' · ')}
        </li>
    );
    return (
        <PaperPart id="to-teach" title={say('teacher.report.who-needs-what')}>
            <ul className="grid gap-1 text-sm">{needs.map(item)}</ul>
            {evidence.groups.length > 0 && (
                <>
                    <h3 className="mt-3 mb-1 text-base">{say('teacher.evidence.groups-that-need-the-same')}</h3>
                    <ul className="grid gap-1 text-sm">
                        {evidence.groups.map(({ need, students }) => item({ id: need, text: needOf(document, need), students }))}
                    </ul>
                </>
            )}
        </PaperPart>
    );
}

interface StudentsProps extends PeopleProps {
    task: Task;
    rounds: TaskRounds;
    scores: boolean;
}

function Students({ task, evidence, rounds, people, scores }: StudentsProps) {
    const rows = new Map(evidence.rows.map((row) => [row.student, row]));
    const questions = evidence.questions.map(({ question }) => question);
    const last = new Map(rounds.rounds.map(({ student, beganAt, endedAt }) => [student, endedAt ?? beganAt]));
    return (
        <PaperPart id="students" title={say('teacher.roster.students')}>
            <table className="rows w-full text-sm">
                <PaperHeads
                    heads={[
                        [say('teacher.student-rows.student'), 'words'],
                        [say('teacher.student-table.rounds'), 'number'],
                        ...(scores
                            ? ([
                                  [say('teacher.student-table.first'), 'number'],
                                  [say('teacher.student-table.best'), 'number'],
                              ] as const)
                            : []),
                        [say('teacher.report.last-seen'), 'words'],
                    ]}
                >
                    {questions.map((question) => (
                        <th key={question} className="text-center font-normal tabular-nums" title={questionName(task.document, question)}>
                            {questionNumber(task.document, question)}
                        </th>
                    ))}
                </PaperHeads>
                <tbody>
                    {[...people].map(([id, name]) => {
                        const row = rows.get(id);
                        const at = last.get(id);
                        return (
                            <PaperRow key={id}>
                                <PaperName>{name}</PaperName>
                                <PaperCell column="number">{row?.rounds ?? ''}</PaperCell>
                                {scores && <PaperCell column="number">{row === undefined ? '' : percent(row.first)}</PaperCell>}
                                {scores && <PaperCell column="number">{row === undefined ? '' : percent(row.best)}</PaperCell>}
                                <PaperCell>
                                    <span className="whitespace-nowrap">{at === undefined ? '' : day(at)}</span>
                                </PaperCell>
                                {questions.map((question) => (
                                    <td key={question} className="py-1 text-center">
                                        {row !== undefined && <Mark standing={row.standings[question] as Standing | undefined} />}
                                    </td>
                                ))}
                            </PaperRow>
                        );
                    })}
                </tbody>
            </table>
            <div className="mt-2">
                <Legend />
            </div>
        </PaperPart>
    );
}

function Mark({ standing = 'untouched' }: { standing?: Standing | undefined }) {
    return (
        <>
            <StandingMark standing={standing} size={14} />
            <span className="sr-only">{standingWords[standing]}</span>
        </>
    );
}
