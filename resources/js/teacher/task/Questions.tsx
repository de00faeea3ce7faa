import type { QuestionFigures, Task } from '../../api/types';
import { showsOptions } from '../../quiz/kinds';
import { questionName, rungName } from '../../quiz/names';
import { findQuestion, laddersOf } from '../../quiz/places';
import { Button } from '../../ui/Button';
import type { Covers } from '../../ui/covers';
import { AnswerBars } from '../../ui/figures/AnswerBars';
import { type Column, QuestionRows } from '../../ui/figures/QuestionRows';
import { StandingMark } from '../../ui/Standing';
import { say } from '../../words/words';

function notYet(figures: QuestionFigures): number {
    return figures.standings['on-the-ladder'] + figures.standings['set-aside'];
}

const counts: Column<QuestionFigures>[] = [
    {
        key: 'clear',
        words: say('teacher.task.right-at-once'),
        value: ({ standings }) => standings.clear,
        show: ({ standings }) => standings.clear,
    },
    {
        key: 'climbed',
        words: say('teacher.task.right-after-help'),
        value: ({ standings }) => standings.climbed,
        show: ({ standings }) => standings.climbed,
    },
    {
        key: 'not-yet',
        words: say('teacher.task.not-yet'),
        value: notYet,
        show: notYet,
        className: (figures) => (notYet(figures) > 0 ? 'font-semibold text-yet' : ''),
    },
    {
        key: 'answered',
        words: say('teacher.task.given'),
        value: ({ standings }) => standings.answered,
        show: ({ standings }) => standings.answered,
    },
    {
        key: 'untouched',
        words: say('teacher.task.untouched'),
        value: ({ standings }) => standings.untouched,
        show: ({ standings }) => standings.untouched,
        className: () => 'text-soft',
    },
];

/** Under the cover of the scores: how many have answered, and how many have not. */
const veiledCounts: Column<QuestionFigures>[] = [
    {
        key: 'answered',
        words: say('teacher.task.given'),
        value: ({ students, standings }) => students - standings.untouched,
        show: ({ students, standings }) => students - standings.untouched,
    },
    ...counts.filter(({ key }) => key === 'untouched'),
];

export function AllQuestions({
    task,
    figures,
    scores,
    onSelect,
}: {
    task: Task;
    figures: QuestionFigures[];
    scores: boolean;
    onSelect: (id: string) => void;
}) {
    return (
        <>
            <h2 className="mb-2 text-xl">{say('teacher.task.questions')}</h2>
            <QuestionRows document={task.document} rows={figures} columns={scores ? counts : veiledCounts} onSelect={onSelect} />
            <p className="mt-2 text-sm text-soft">{say('teacher.task.counts-of-students-each-in')}</p>
        </>
    );
}

export function CloseUp({
    task,
    question: id,
    figures,
    covers,
}: {
    task: Task;
    question: string;
    figures: QuestionFigures;
    covers: Covers;
}) {
    const question = findQuestion(task.document, id);
    if (question === null) {
        return null;
    }
    const touched = figures.students - figures.standings.untouched;
    return (
        <article className="mb-6 rounded-lg border border-line bg-sheet p-4">
            <h2 className="text-lg">{questionName(task.document, id)}</h2>
            {!covers.seen.scores && (
                <p className="mt-3">{say('teacher.task.so-many-have-answered', { n: touched, of: figures.students })}</p>
            )}
            <dl className={`mt-3 flex flex-wrap gap-x-6 gap-y-1 ${covers.seen.scores ? '' : 'hidden'}`}>
                {[
                    { words: say('teacher.task.right-at-once'), count: figures.standings.clear, mark: 'clear' as const },
                    { words: say('teacher.task.right-after-help'), count: figures.standings.climbed, mark: 'climbed' as const },
                    { words: say('teacher.task.not-yet'), count: notYet(figures), mark: 'on-the-ladder' as const },
                ].map((line) => (
                    <div key={line.words} className="flex items-center gap-2">
                        <StandingMark standing={line.mark} />
                        <dt className="text-sm">{line.words}</dt>
                        <dd className="font-semibold">
                            {line.count} <span className="text-sm font-normal text-soft">{say('teacher.task.of', { touched })}</span>
                        </dd>
                    </div>
                ))}
            </dl>
            {!covers.answersTo(id) && (
                <Button className="mt-4" onClick={() => covers.liftAnswersTo(id)}>
                    {say('teacher.task.lift-the-answers')}
                </Button>
            )}
            {covers.answersTo(id) && (
                <>
                    <h3 className="mt-4 mb-1 text-base">{say('teacher.task.what-was-answered')}</h3>
                    <AnswerBars question={question} counts={figures.matched} />
                    <p className="mt-1 text-sm text-soft">
                        {showsOptions(question.kind)
                            ? say('teacher.task.students-who-ever-chose-it')
                            : say('teacher.task.students-who-ever-gave-it')}
                    </p>
                </>
            )}
            {covers.seen.scores && laddersOf(question).some((ladder) => ladder.rungs.length > 0) && (
                <>
                    <h3 className="mt-4 mb-1 text-base">{say('teacher.task.how-far-down-the-ladder')}</h3>
                    <ul className="grid gap-1 text-sm">
                        {laddersOf(question).flatMap((ladder) =>
                            ladder.rungs.map((rung) => (
                                <li key={rung.id} className="grid grid-cols-[minmax(0,1fr)_5rem] gap-3">
                                    <span className="truncate">{rungName(rung)}</span>
                                    <span className="text-right">
                                        {figures.rungs[rung.id] ?? 0}{' '}
                                        <span className="text-soft">{say('teacher.task.of', { touched })}</span>
                                    </span>
                                </li>
                            )),
                        )}
                    </ul>
                </>
            )}
        </article>
    );
}
