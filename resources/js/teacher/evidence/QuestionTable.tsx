import type { Evidence, QuizDocument } from '../../api/types';
import { type Column, QuestionRows } from '../figures/QuestionRows';
import { FEW, secondsWords, shareDetail, shareWords } from '../figures/words';

type Figures = Evidence['questions'][number];

const ofHowMany = ({ atOnce }: Figures) => `Of ${atOnce.of} ${atOnce.of === 1 ? 'student' : 'students'}`;

const columns: Column<Figures>[] = [
    {
        key: 'atOnce',
        words: 'right at once',
        value: ({ atOnce }) => (atOnce.of === 0 ? null : atOnce.count / atOnce.of),
        show: ({ atOnce }) => (atOnce.of === 0 ? '–' : shareWords(atOnce)),
        detail: ({ atOnce }) => shareDetail(atOnce),
    },
    {
        key: 'afterHelp',
        words: 'after help',
        value: ({ afterHelp }) => (afterHelp.of === 0 ? null : afterHelp.count / afterHelp.of),
        show: ({ afterHelp }) => (afterHelp.of === 0 ? '–' : shareWords(afterHelp)),
        detail: ({ afterHelp }) => `Of those who were not right at once: ${shareDetail(afterHelp)}`,
    },
    {
        key: 'tries',
        words: 'tries',
        value: ({ tries }) => tries,
        show: ({ tries }) => (tries === null ? '–' : tries.toFixed(1)),
        detail: ofHowMany,
    },
    {
        key: 'seconds',
        words: 'median time',
        value: ({ seconds }) => seconds?.median ?? null,
        show: ({ seconds }) => (seconds === null ? '–' : secondsWords(seconds.median)),
        detail: ({ seconds }) =>
            seconds === null ? '' : `Half of ${seconds.n} took between ${secondsWords(seconds.lower)} and ${secondsWords(seconds.upper)}`,
    },
    {
        key: 'itemRest',
        words: 'goes with the rest',
        value: ({ itemRest }) => itemRest,
        detail: ofHowMany,
        show: ({ itemRest, atOnce }) =>
            atOnce.of < FEW ? 'too few' : itemRest === null ? 'cannot be told' : itemRest.toFixed(2).replace('-', '−'),
    },
    {
        key: 'upperLower',
        words: 'best less weakest',
        value: ({ upperLower }) => upperLower,
        detail: ofHowMany,
        show: ({ upperLower, atOnce }) =>
            atOnce.of < FEW ? 'too few' : upperLower === null ? '–' : upperLower.toFixed(2).replace('-', '−'),
    },
];

/** Every question with its figures from first rounds. */
export function QuestionTable({
    document,
    evidence,
    onSelect,
}: {
    document: QuizDocument;
    evidence: Evidence;
    onSelect: (id: string) => void;
}) {
    return (
        <section aria-labelledby="questions" className="min-w-0">
            <h2 id="questions" className="mb-2 text-xl">
                Questions
            </h2>
            <QuestionRows document={document} rows={evidence.questions} columns={columns} onSelect={onSelect} />
            <p className="mt-2 max-w-4xl text-sm text-soft">
                First rounds only. “Goes with the rest” is the correlation of being right at once here with being right at once elsewhere;
                “best less weakest” is the share right among the best 27 % less that among the weakest 27 %. Clearly below 0, something is
                wrong with the key or the words.{' '}
                {evidence.alpha === null
                    ? 'How well the questions go together as a whole (alpha) cannot be told yet.'
                    : `As a whole the questions go together with an alpha of ${evidence.alpha.toFixed(2)}.`}
            </p>
        </section>
    );
}
