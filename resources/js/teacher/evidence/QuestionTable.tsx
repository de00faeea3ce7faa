import { useState } from 'react';
import type { Evidence, QuizDocument } from '../../api/types';
import { questionName } from '../../cutaway/Cutaway';
import { FEW, secondsWords, shareDetail, shareWords } from './words';

type Question = Evidence['questions'][number];

const columns: {
    key: string;
    words: string;
    value: (question: Question) => number;
    show: (question: Question) => string;
    detail?: (question: Question) => string;
}[] = [
    {
        key: 'atOnce',
        words: 'right at once',
        value: ({ atOnce }) => (atOnce.of === 0 ? 2 : atOnce.count / atOnce.of),
        show: ({ atOnce }) => (atOnce.of === 0 ? '–' : shareWords(atOnce)),
        detail: ({ atOnce }) => shareDetail(atOnce),
    },
    {
        key: 'afterHelp',
        words: 'after help',
        value: ({ afterHelp }) => (afterHelp.of === 0 ? 2 : afterHelp.count / afterHelp.of),
        show: ({ afterHelp }) => (afterHelp.of === 0 ? '–' : shareWords(afterHelp)),
        detail: ({ afterHelp }) => `Of those who were not right at once: ${shareDetail(afterHelp)}`,
    },
    { key: 'tries', words: 'tries', value: ({ tries }) => tries ?? 0, show: ({ tries }) => (tries === null ? '–' : tries.toFixed(1)) },
    {
        key: 'seconds',
        words: 'median time',
        value: ({ seconds }) => seconds?.median ?? 0,
        show: ({ seconds }) => (seconds === null ? '–' : secondsWords(seconds.median)),
        detail: ({ seconds }) =>
            seconds === null ? '' : `Half of ${seconds.n} took between ${secondsWords(seconds.lower)} and ${secondsWords(seconds.upper)}`,
    },
    {
        key: 'itemRest',
        words: 'goes with the rest',
        value: ({ itemRest }) => itemRest ?? 2,
        show: ({ itemRest, atOnce }) => (atOnce.of < FEW ? 'too few' : itemRest === null ? 'cannot be told' : itemRest.toFixed(2)),
    },
    {
        key: 'upperLower',
        words: 'best less weakest',
        value: ({ upperLower }) => upperLower ?? 2,
        show: ({ upperLower, atOnce }) => (atOnce.of < FEW ? 'too few' : upperLower === null ? '–' : upperLower.toFixed(2)),
    },
];

/** Every question with its figures, in the order of the quiz or sorted by one of them. */
export function QuestionTable({
    document,
    evidence,
    onSelect,
}: {
    document: QuizDocument;
    evidence: Evidence;
    onSelect: (id: string) => void;
}) {
    const [sorted, setSorted] = useState<{ key: string; down: boolean } | null>(null);
    const column = columns.find(({ key }) => key === sorted?.key);
    const rows =
        column === undefined
            ? evidence.questions
            : [...evidence.questions].sort((a, b) => (column.value(a) - column.value(b)) * (sorted?.down === true ? -1 : 1));
    return (
        <section aria-labelledby="questions" className="min-w-0">
            <h2 id="questions" className="mb-2 text-xl">
                Questions
            </h2>
            <div className="overflow-x-auto rounded-lg border border-line bg-sheet">
                <table className="w-full text-sm">
                    <thead>
                        <tr className="border-b border-line align-bottom text-left">
                            <th className="px-3 py-2">Question</th>
                            {columns.map(({ key, words }) => (
                                <th
                                    key={key}
                                    className="px-2 py-2 text-right font-normal"
                                    aria-sort={sorted?.key === key ? (sorted.down ? 'descending' : 'ascending') : 'none'}
                                >
                                    <button
                                        type="button"
                                        className="rounded-sm underline decoration-edge underline-offset-2 hover:bg-tint"
                                        onClick={() =>
                                            setSorted(
                                                sorted?.key === key ? (sorted.down ? null : { key, down: true }) : { key, down: false },
                                            )
                                        }
                                    >
                                        {words}
                                        {sorted?.key === key && (sorted.down ? ' ↓' : ' ↑')}
                                    </button>
                                </th>
                            ))}
                        </tr>
                    </thead>
                    <tbody>
                        {rows.map((question) => (
                            <tr key={question.question} className="border-b border-line last:border-0">
                                <th scope="row" className="px-3 py-1.5 text-left font-normal">
                                    <button
                                        type="button"
                                        className="line-clamp-2 text-left underline decoration-edge underline-offset-2"
                                        onClick={() => onSelect(question.question)}
                                    >
                                        {questionName(document, question.question)}
                                    </button>
                                </th>
                                {columns.map(({ key, show, detail }) => (
                                    <td key={key} className="px-2 text-right whitespace-nowrap" title={detail?.(question)}>
                                        {show(question)}
                                    </td>
                                ))}
                            </tr>
                        ))}
                    </tbody>
                </table>
            </div>
            <p className="mt-2 max-w-4xl text-sm text-soft">
                First rounds only. “Goes with the rest” is the correlation of being right at once here with being right at once elsewhere;
                “best less weakest” is the share right among the best 27 % less that among the weakest 27 %. Below 0 something is wrong with
                the key or the words.{' '}
                {evidence.alpha === null
                    ? 'How well the questions go together as a whole (alpha) cannot be told yet.'
                    : `As a whole the questions go together with an alpha of ${evidence.alpha.toFixed(2)}.`}
            </p>
        </section>
    );
}
