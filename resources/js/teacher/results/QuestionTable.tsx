import type { Evidence, QuizDocument } from '../../api/types';
import { type Column, QuestionRows } from '../../ui/figures/QuestionRows';
import { FEW, secondsWords, shareDetail, shareWords } from '../../ui/figures/words';
import { say } from '../../words/words';

type Figures = Evidence['questions'][number];

const ofHowMany = ({ atOnce }: Figures) => say('teacher.question-table.of', { of: atOnce.of });

const columns: Column<Figures>[] = [
    {
        key: 'atOnce',
        words: say('teacher.question-table.right-at-once'),
        value: ({ atOnce }) => (atOnce.of === 0 ? null : atOnce.count / atOnce.of),
        show: ({ atOnce }) => (atOnce.of === 0 ? '–' : shareWords(atOnce)),
        detail: ({ atOnce }) => shareDetail(atOnce),
    },
    {
        key: 'afterHelp',
        words: say('teacher.question-table.after-help'),
        value: ({ afterHelp }) => (afterHelp.of === 0 ? null : afterHelp.count / afterHelp.of),
        show: ({ afterHelp }) => (afterHelp.of === 0 ? '–' : shareWords(afterHelp)),
        detail: ({ afterHelp }) => say('teacher.question-table.of-those-who-were-not', { share: shareDetail(afterHelp) }),
    },
    {
        key: 'tries',
        words: say('teacher.question-table.tries'),
        value: ({ tries }) => tries,
        show: ({ tries }) => (tries === null ? '–' : tries.toFixed(1)),
        detail: ofHowMany,
    },
    {
        key: 'seconds',
        words: say('teacher.question-table.median-time'),
        value: ({ seconds }) => seconds?.median ?? null,
        show: ({ seconds }) => (seconds === null ? '–' : secondsWords(seconds.median)),
        detail: ({ seconds }) =>
            seconds === null
                ? ''
                : say('teacher.question-table.half-of-took-between-and', {
                      n: seconds.n,
                      time: secondsWords(seconds.lower),
                      time2: secondsWords(seconds.upper),
                  }),
    },
    {
        key: 'itemRest',
        words: say('teacher.question-table.goes-with-the-rest'),
        value: ({ itemRest }) => itemRest,
        detail: ofHowMany,
        show: ({ itemRest, atOnce }) =>
            atOnce.of < FEW
                ? say('teacher.question-table.too-few')
                : itemRest === null
                  ? say('teacher.question-table.cannot-be-told')
                  : itemRest.toFixed(2).replace('-', '−'),
    },
    {
        key: 'upperLower',
        words: say('teacher.question-table.best-less-weakest'),
        value: ({ upperLower }) => upperLower,
        detail: ofHowMany,
        show: ({ upperLower, atOnce }) =>
            atOnce.of < FEW ? say('teacher.question-table.too-few') : upperLower === null ? '–' : upperLower.toFixed(2).replace('-', '−'),
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
                {say('teacher.question-table.questions')}
            </h2>
            <QuestionRows document={document} rows={evidence.questions} columns={columns} onSelect={onSelect} />
            <p className="mt-2 max-w-4xl text-sm text-soft">
                {say('teacher.question-table.first-rounds-only-goes-with')}{' '}
                {evidence.alpha === null
                    ? say('teacher.question-table.no-alpha')
                    : say('teacher.question-table.alpha', { alpha: evidence.alpha })}
            </p>
        </section>
    );
}
