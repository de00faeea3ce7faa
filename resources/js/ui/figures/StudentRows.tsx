import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { QuizDocument, Standing } from '../../api/types';
import { questionName, questionNumber } from '../../quiz/names';
import { say } from '../../words/words';
import { StandingMark, standingWords } from '../Standing';
import { SortHead, sorted, useSorting } from './Sorting';

export interface StudentRow {
    id: string;
    name: string;
    /** Where to read what the student did; null where they have not begun. */
    to: string | null;
    /** By question; null where the student has not begun. */
    standings: Partial<Record<string, string>> | null;
}

interface Column<T> {
    key: string;
    words: string;
    value: (row: T) => number | string | null;
    show: (row: T) => ReactNode;
    title?: (row: T) => string | undefined;
    className?: string;
}

/** From what needs most to what needs least: so a question's column sorts. */
const order: Standing[] = ['on-the-ladder', 'set-aside', 'shown', 'untouched', 'answered', 'to-be-read', 'noted', 'climbed', 'clear'];

/** So many rows are shown until all are asked for: a table of thousands makes a tablet wait. */
const MOST_ROWS = 150;

const standingOf = (row: StudentRow, question: string) => (row.standings?.[question] ?? 'untouched') as Standing;

/** Students by questions: how each stands at each, by shape. */
export function StudentRows<T extends StudentRow>({
    document,
    questions,
    rows,
    columns,
}: {
    document: QuizDocument;
    questions: string[];
    rows: T[];
    columns: Column<T>[];
}) {
    const { sorting, turn } = useSorting();
    const [all, setAll] = useState(false);
    const value =
        sorting === null
            ? undefined
            : sorting.key === 'name'
              ? (row: T) => row.name
              : (columns.find(({ key }) => key === sorting.key)?.value ??
                ((row: T) => (row.standings === null ? null : order.indexOf(standingOf(row, sorting.key)))));
    const inOrder = sorted(rows, sorting, value);
    const shown = all ? inOrder : inOrder.slice(0, MOST_ROWS);
    return (
        <div className="overflow-x-auto rounded-lg border border-line bg-sheet">
            <table className="w-full text-sm">
                <thead>
                    <tr className="border-b border-line text-left">
                        <SortHead
                            of="name"
                            words={say('teacher.student-rows.student')}
                            sorting={sorting}
                            turn={turn}
                            className="px-3 font-semibold"
                        />
                        {questions.map((question) => (
                            <SortHead
                                key={question}
                                of={question}
                                words={questionNumber(document, question)}
                                whole={questionName(document, question)}
                                sorting={sorting}
                                turn={turn}
                                className="px-1 text-center"
                            />
                        ))}
                        {columns.map(({ key, words, className }) => (
                            <SortHead
                                key={key}
                                of={key}
                                words={words}
                                sorting={sorting}
                                turn={turn}
                                className={`px-2 ${className ?? ''}`}
                            />
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {shown.map((row) => (
                        <tr key={row.id} className="border-b border-line last:border-0">
                            <th scope="row" className="px-3 py-1 text-left font-normal whitespace-nowrap">
                                {row.to === null ? (
                                    <span className="text-soft">{row.name}</span>
                                ) : (
                                    <Link className="underline decoration-edge underline-offset-2" to={row.to}>
                                        {row.name}
                                    </Link>
                                )}
                            </th>
                            {questions.map((question) => {
                                const standing = standingOf(row, question);
                                return (
                                    <td key={question} className="px-1 py-1 text-center" title={standingWords[standing]}>
                                        {row.standings !== null && (
                                            <>
                                                <StandingMark standing={standing} size={18} />
                                                <span className="sr-only">{standingWords[standing]}</span>
                                            </>
                                        )}
                                    </td>
                                );
                            })}
                            {columns.map(({ key, show, title, className }) => (
                                <td key={key} className={`px-2 py-1 whitespace-nowrap ${className ?? ''}`} title={title?.(row)}>
                                    {show(row)}
                                </td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
            {shown.length < rows.length && (
                <p className="border-t border-line px-3 py-2 text-sm">
                    {say('teacher.student-rows.of-students', { shown: shown.length, rows: rows.length })}{' '}
                    <button type="button" className="underline" onClick={() => setAll(true)}>
                        {say('teacher.student-rows.show-all')}
                    </button>
                </p>
            )}
        </div>
    );
}
