import type { QuizDocument } from '../../api/types';
import { questionName } from '../../quiz/names';
import { say } from '../../words/words';
import { SortHead, sorted, useSorting } from './Sorting';

export interface Column<T> {
    key: string;
    words: string;
    /** Null where it cannot be told. */
    value: (row: T) => number | null;
    show: (row: T) => string | number;
    detail?: (row: T) => string;
    className?: (row: T) => string;
}

/** Every question with its figures, in the order of the quiz or sorted by one of them. */
export function QuestionRows<T extends { question: string }>({
    document,
    rows,
    columns,
    onSelect,
}: {
    document: QuizDocument;
    rows: T[];
    columns: Column<T>[];
    onSelect: (id: string) => void;
}) {
    const { sorting, turn } = useSorting();
    return (
        <div className="overflow-x-auto rounded-lg border border-line bg-sheet">
            <table className="w-full text-sm">
                <thead>
                    <tr className="border-b border-line align-bottom text-left">
                        <th className="px-3 py-2">{say('teacher.question-rows.question')}</th>
                        {columns.map(({ key, words }) => (
                            <SortHead key={key} of={key} words={words} sorting={sorting} turn={turn} className="px-2 text-right" />
                        ))}
                    </tr>
                </thead>
                <tbody>
                    {sorted(rows, sorting, columns.find(({ key }) => key === sorting?.key)?.value).map((row) => (
                        <tr key={row.question} className="border-b border-line last:border-0">
                            <th scope="row" className="px-3 py-1.5 text-left font-normal">
                                <button
                                    type="button"
                                    className="line-clamp-2 text-left underline decoration-edge underline-offset-2"
                                    onClick={() => onSelect(row.question)}
                                >
                                    {questionName(document, row.question)}
                                </button>
                            </th>
                            {columns.map(({ key, show, detail, className }) => (
                                <td
                                    key={key}
                                    className={`px-2 text-right whitespace-nowrap ${className?.(row) ?? ''}`}
                                    title={detail?.(row)}
                                >
                                    {show(row)}
                                </td>
                            ))}
                        </tr>
                    ))}
                </tbody>
            </table>
        </div>
    );
}
