import type { Evidence, QuizDocument, Share } from '../../api/types';
import { questionName } from '../../cutaway/Cutaway';
import { entriesOf, findQuestion, laddersOf, letter, rungName, showsOptions } from '../../quiz/document';
import { FEW, secondsWords, shareDetail, shareWords } from './words';

/** One question: how it went, which first answers were given, and what each rung under it did. */
export function QuestionCloseUp({ document, evidence, question: id }: { document: QuizDocument; evidence: Evidence; question: string }) {
    const question = findQuestion(document, id);
    const figures = evidence.questions.find((one) => one.question === id);
    if (question === null || figures === undefined) {
        return null;
    }
    const given = entriesOf(question).filter((entry) => entry.text.trim() !== '' || figures.entries[entry.id] !== undefined);
    const foreseen = Object.values(figures.entries).reduce((sum, { count }) => sum + count, 0);
    const other = figures.atOnce.of - foreseen;
    const most = Math.max(1, other, ...Object.values(figures.entries).map(({ count }) => count));
    const rungs = laddersOf(question).flatMap((ladder) => ladder.rungs);
    const again = evidence.again[id];
    return (
        <article className="mb-6 rounded-lg border border-line bg-sheet p-4">
            <h2 className="text-lg">{questionName(document, id)}</h2>
            <dl className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
                <Figure words="right at once" share={figures.atOnce} />
                <Figure words="right after help" share={figures.afterHelp} />
                {figures.tries !== null && <Plain words="tries" value={figures.tries.toFixed(1)} />}
                {figures.seconds !== null && (
                    <Plain
                        words={`median time of ${figures.seconds.n}; half between ${secondsWords(figures.seconds.lower)} and ${secondsWords(figures.seconds.upper)}`}
                        value={secondsWords(figures.seconds.median)}
                    />
                )}
            </dl>
            <h3 className="mt-4 mb-1 text-base">First answers</h3>
            <ul className="grid max-w-3xl gap-1.5">
                {given.map((entry, index) => (
                    <Bar
                        key={entry.id}
                        words={`${showsOptions(question.kind) ? `${letter(index)} ` : ''}${entry.text || 'a foreseen answer'}${entry.right ? ' (right)' : ''}`}
                        right={entry.right}
                        count={figures.entries[entry.id]?.count ?? 0}
                        mean={figures.entries[entry.id]?.meanScore ?? null}
                        most={most}
                    />
                ))}
                {other > 0 && <Bar words="another answer, or none of these" right={false} count={other} mean={null} most={most} />}
            </ul>
            <p className="mt-1 text-sm text-soft">
                Students in their first round; behind it, how much of the whole quiz those who gave that answer had right at once. A wrong
                answer of students who do well otherwise deserves a look.
            </p>
            {rungs.length > 0 && (
                <>
                    <h3 className="mt-4 mb-1 text-base">What the rungs did</h3>
                    <ul className="grid max-w-3xl gap-1 text-sm">
                        {rungs.map((rung) => {
                            const share = evidence.rungs[rung.id];
                            return (
                                <li key={rung.id} className="grid grid-cols-[minmax(0,1fr)_17rem] gap-3">
                                    <span className="truncate">{rungName(rung)}</span>
                                    <span title={share === undefined ? undefined : shareDetail(share)}>
                                        {share === undefined
                                            ? 'nobody came here'
                                            : `${share.of} came, ${shareWords(share)} right at the next try`}
                                    </span>
                                </li>
                            );
                        })}
                    </ul>
                    {again !== undefined && (
                        <p className="mt-1 text-sm text-soft">
                            Of those who tried again without a rung in between, {shareWords(again)} were right ({again.of} tries).
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

function Bar({ words, right, count, mean, most }: { words: string; right: boolean; count: number; mean: number | null; most: number }) {
    return (
        <li className="grid grid-cols-[minmax(0,1fr)_9rem_2rem_7rem] items-center gap-3 text-sm max-sm:grid-cols-[minmax(0,1fr)_4rem_2rem]">
            <span className={right ? 'font-semibold text-well' : ''}>{words}</span>
            <span className="h-3 rounded-sm bg-paper" aria-hidden="true">
                <span className={`block h-3 rounded-sm ${right ? 'bg-well' : 'bg-rail'}`} style={{ width: `${(count / most) * 100}%` }} />
            </span>
            <span className="text-right">{count}</span>
            <span className="text-soft max-sm:hidden">{mean === null ? '' : `${Math.round(100 * mean)} % of all`}</span>
        </li>
    );
}
