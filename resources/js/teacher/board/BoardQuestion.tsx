import type { Sitting } from '../../api/types';
import { letter } from '../../player/answers/parts';
import { OnPicture, pictureOf } from '../../player/OnPicture';
import { Rich } from '../../player/Rich';
import { isEmpty } from '../../quiz/text';
import { StandingMark } from '../../ui/Standing';
import { say } from '../../words/words';

type Board = Sitting['board'];

/** A question as the class reads it from the last row; once it is revealed, how many took which, and what is right. */
export function BoardQuestion({ board, here }: { board: Board; here: number }) {
    const { question, answers, revealed } = board;
    if (question === null) {
        return null;
    }
    const picture = pictureOf(question);
    const count = (entry: string) => answers?.find((one) => one.entry === entry)?.count ?? 0;
    const typed = (answers ?? []).filter((one) => one.entry === null || !question.options.some((option) => option.id === one.entry));
    return (
        <div className="mx-auto w-full max-w-6xl">
            <Rich text={picture?.rest ?? question.prompt} className="font-display text-[clamp(1.75rem,3.6vw,3.5rem)] leading-tight" />
            {picture !== null && (
                <OnPicture
                    question={question}
                    picture={picture}
                    right={revealed?.right ?? []}
                    beside={(option) => (answers === null ? null : String(count(option)))}
                    className="mt-4"
                />
            )}
            {question.options.length > 0 && picture === null && (
                <ol className="mt-6 grid gap-3">
                    {question.options.map((option, index) => {
                        const isRight = revealed?.right.includes(option.id) === true;
                        return (
                            <li
                                key={option.id}
                                className={`relative flex items-center gap-4 overflow-hidden rounded-lg border-2 px-5 py-3 text-[clamp(1.25rem,2.4vw,2.25rem)] ${isRight ? 'border-ink' : 'border-line'}`}
                            >
                                {answers !== null && (
                                    <span
                                        className="absolute inset-y-0 left-0 bg-tint"
                                        style={{ width: `${here === 0 ? 0 : (100 * count(option.id)) / Math.max(here, 1)}%` }}
                                        aria-hidden="true"
                                    />
                                )}
                                <span className="relative w-10 shrink-0 text-center font-semibold text-soft">{letter(index)}</span>
                                <Rich text={option.text} className="relative flex-1" />
                                {isRight && (
                                    <span className="relative flex items-center gap-2 font-semibold">
                                        <StandingMark standing="clear" size={32} /> {say('teacher.board.right')}
                                    </span>
                                )}
                                {answers !== null && <span className="relative min-w-12 text-right tabular-nums">{count(option.id)}</span>}
                            </li>
                        );
                    })}
                </ol>
            )}
            {question.items !== undefined && (
                <ul className="mt-6 flex flex-wrap gap-3">
                    {question.items.map((item) => (
                        <li key={item.id} className="rounded-lg border-2 border-line px-4 py-2 text-[clamp(1.1rem,2vw,2rem)]">
                            <Rich text={item.text} />
                        </li>
                    ))}
                </ul>
            )}
            {question.pairs !== undefined && (
                <ul className="mt-3 grid gap-2">
                    {question.pairs.map((pair) => (
                        <li key={pair.id} className="text-[clamp(1.1rem,2vw,2rem)]">
                            <Rich text={pair.text} /> → …
                        </li>
                    ))}
                </ul>
            )}
            {question.sentence !== undefined && <Rich text={question.sentence} className="mt-6 text-[clamp(1.25rem,2.4vw,2.25rem)]" />}
            {typed.length > 0 && (
                <ul className="mt-6 flex flex-wrap gap-3" aria-label={say('teacher.board.what-was-written')}>
                    {typed.slice(0, 12).map((one) => (
                        <li
                            key={one.entry ?? one.words ?? ''}
                            className="rounded-lg border-2 border-line px-4 py-2 text-[clamp(1.1rem,2vw,2rem)]"
                        >
                            {one.words ?? say('teacher.board.other-answers')} <span className="text-soft tabular-nums">× {one.count}</span>
                        </li>
                    ))}
                </ul>
            )}
            {board.shown !== null && (
                <blockquote className="mt-6 border-l-8 border-edge bg-sheet px-6 py-4 text-[clamp(1.25rem,2.4vw,2.25rem)]">
                    {board.shown.map((line) => (
                        <Rich key={line} text={line} />
                    ))}
                </blockquote>
            )}
            {revealed !== null && (
                <div className="mt-6 text-[clamp(1.1rem,2vw,2rem)]" role="status">
                    {question.options.length === 0 && revealed.key.length > 0 && (
                        <p className="flex flex-wrap items-center gap-3 font-semibold">
                            <StandingMark standing="clear" size={28} /> {say('teacher.board.right')}:
                            {revealed.key.map((line) => (
                                <Rich key={line} text={line} />
                            ))}
                        </p>
                    )}
                    {(answers ?? []).map(
                        (one) =>
                            (one.feedback !== null || one.shows !== null) &&
                            one.entry !== null && (
                                <div key={one.entry} className="mt-2 flex gap-3">
                                    <span className="font-semibold text-soft">
                                        {letter(question.options.findIndex((option) => option.id === one.entry))}
                                    </span>
                                    <span>
                                        {one.shows !== null && <span className="block font-semibold">{one.shows}</span>}
                                        {one.feedback !== null && <Rich text={one.feedback} />}
                                    </span>
                                </div>
                            ),
                    )}
                    {!isEmpty(revealed.explanation) && <Rich text={revealed.explanation} className="mt-3" />}
                </div>
            )}
        </div>
    );
}
