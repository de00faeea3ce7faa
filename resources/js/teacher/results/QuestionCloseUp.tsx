import type { Evidence, Question, QuizDocument, Share } from '../../api/types';
import { questionName, rungName } from '../../quiz/names';
import { entriesOf, findQuestion, laddersOf } from '../../quiz/places';
import { nameOf } from '../../quiz/text';
import { AnswerBars } from '../../ui/figures/AnswerBars';
import { FEW, secondsWords, shareDetail, shareWords } from '../../ui/figures/words';
import { say } from '../../words/words';

/** One question: how it went, which first answers were given, and what each rung under it did. */
export function QuestionCloseUp({ document, evidence, question: id }: { document: QuizDocument; evidence: Evidence; question: string }) {
    const question = findQuestion(document, id);
    const figures = evidence.questions.find((one) => one.question === id);
    if (question === null || figures === undefined) {
        return null;
    }
    const counts = Object.fromEntries(Object.entries(figures.entries).map(([entry, { count }]) => [entry, count]));
    const rungs = laddersOf(question).flatMap((ladder) => ladder.rungs);
    const again = evidence.again[id];
    return (
        <article className="mb-6 rounded-lg border border-line bg-sheet p-4">
            <h2 className="text-lg">{questionName(document, id)}</h2>
            <dl className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
                <Figure words={say('teacher.question-close-up.right-at-once')} share={figures.atOnce} />
                <Figure words={say('teacher.question-close-up.right-after-help')} share={figures.afterHelp} />
                {figures.tries !== null && <Plain words={say('teacher.question-close-up.tries')} value={figures.tries.toFixed(1)} />}
                {figures.seconds !== null && (
                    <Plain
                        words={say('teacher.question-close-up.median-time-of-half-between', {
                            n: figures.seconds.n,
                            time: secondsWords(figures.seconds.lower),
                            time2: secondsWords(figures.seconds.upper),
                        })}
                        value={secondsWords(figures.seconds.median)}
                    />
                )}
            </dl>
            <h3 className="mt-4 mb-1 text-base">{say('teacher.question-close-up.first-answers')}</h3>
            {Object.keys(figures.parts).length > 0 && <Parts question={question} parts={figures.parts} />}
            <AnswerBars
                question={question}
                counts={counts}
                other={others(question, figures)}
                note={(entry) => {
                    const mean = figures.entries[entry]?.meanScore;
                    return mean === undefined ? '' : say('teacher.question-close-up.of-all', { percent: Math.round(100 * mean) });
                }}
            />
            <p className="mt-1 text-sm text-soft">
                {say('teacher.question-close-up.a-wrong-answer-of-students', {
                    several: question.kind === 'several-choices' ? 'yes' : 'no',
                })}
            </p>
            {rungs.length > 0 && (
                <>
                    <h3 className="mt-4 mb-1 text-base">{say('teacher.question-close-up.what-the-rungs-did')}</h3>
                    <ul className="grid max-w-3xl gap-1 text-sm">
                        {rungs.map((rung) => {
                            const share = evidence.rungs[rung.id];
                            return (
                                <li key={rung.id} className="grid grid-cols-[minmax(0,1fr)_17rem] gap-3">
                                    <span className="truncate">{rungName(rung)}</span>
                                    <span title={share === undefined ? undefined : shareDetail(share)}>
                                        {share === undefined
                                            ? say('teacher.question-close-up.nobody-came-here')
                                            : say('teacher.question-close-up.came-right-at-the-next', {
                                                  of: share.of,
                                                  share: shareWords(share),
                                              })}
                                    </span>
                                </li>
                            );
                        })}
                    </ul>
                    {again !== undefined && (
                        <p className="mt-1 text-sm text-soft">
                            {say('teacher.question-close-up.of-those-who-tried-again', { share: shareWords(again), of: again.of })}
                        </p>
                    )}
                </>
            )}
        </article>
    );
}

function Figure({ words, share }: { words: string; share: Share }) {
    return share.of === 0 ? null : (
        <div>
            <dt className="text-sm text-soft">{words}</dt>
            <dd className="text-lg font-semibold">{shareWords(share)}</dd>
            {share.of >= FEW && <dd className="max-w-52 text-sm text-soft">{shareDetail(share)}</dd>}
        </div>
    );
}

function Plain({ words, value }: { words: string; value: string }) {
    return (
        <div>
            <dt className="text-sm text-soft">{words}</dt>
            <dd className="text-lg font-semibold">{value}</dd>
        </div>
    );
}

/** First answers that nobody foresaw, or that were options of an older edition. */
function others(question: Question, { atOnce, entries }: Evidence['questions'][number]): number {
    const { kind } = question;
    // Several options are chosen together; what is right in parts has no entry that stands for it.
    const right = kind === 'gaps' || kind === 'order' || kind === 'match' ? atOnce.count : 0;
    const foreseen = entriesOf(question).reduce((so, { id }) => so + (entries[id]?.count ?? 0), 0);
    return kind === 'several-choices' ? 0 : Math.max(0, atOnce.of - foreseen - right);
}

/** Of gaps and matches: how many had each part right. */
function Parts({ question, parts }: { question: Question; parts: Record<string, Share> }) {
    const named = [
        ...(question.gaps ?? []).map((gap, index) => ({ id: gap.id, words: say('teacher.question-close-up.gap', { number: index + 1 }) })),
        ...(question.pairs ?? []).map((pair) => ({ id: pair.id, words: nameOf(pair.text) || say('teacher.question-close-up.a-pair') })),
    ];
    return (
        <ul className="mb-2 grid max-w-3xl gap-1 text-sm">
            {named.flatMap(({ id, words }) => {
                const share = parts[id];
                return share === undefined
                    ? []
                    : [
                          <li key={id} className="grid grid-cols-[minmax(0,1fr)_17rem] gap-3">
                              <span>{words}</span>
                              <span title={shareDetail(share)}>{say('teacher.question-close-up.right', { share: shareWords(share) })}</span>
                          </li>,
                      ];
            })}
        </ul>
    );
}

/** What was chosen in a poll; there is no right or wrong to it. */
export function PollCloseUp({ document, evidence, question: id }: { document: QuizDocument; evidence: Evidence; question: string }) {
    const question = findQuestion(document, id);
    const poll = evidence.polls[id];
    return question === null || poll === undefined ? null : (
        <article className="mb-6 rounded-lg border border-line bg-sheet p-4">
            <h2 className="mb-3 text-lg">{questionName(document, id)}</h2>
            <AnswerBars question={question} counts={poll.entries} />
            <p className="mt-1 text-sm text-soft">{say('teacher.question-close-up.answered-in-their-first-round', { of: poll.of })}</p>
        </article>
    );
}
