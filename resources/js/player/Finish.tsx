import { Fragment, type ReactNode, useState } from 'react';
import type { FinishPlace, Moment, StandingCounts } from '../api/types';
import { Button } from '../ui/Button';
import { StandingMark, standingWords } from '../ui/Standing';
import { say } from '../words/words';
import { points, standingsInWords } from './Progress';
import { Rich } from './Rich';
import { RightAnswer } from './Verdict';

/** When what is not there yet will be. */
const later: Partial<Record<Moment, string>> = {
    'coming-back': say('player.finish.when-you-come-back-to'),
    'after-last-round': say('player.finish.after-your-last-round'),
    'after-closing': say('player.finish.when-the-task-has-closed'),
    'when-released': say('player.finish.when-your-teacher-releases-it'),
};

interface Props {
    place: FinishPlace;
    standings: StandingCounts | null;
    /** What was mastered came back in it. */
    isReturn: boolean;
    ending: ReactNode;
}

/** The end of a round: the closing words, the score where it may be seen, and what was asked and answered. */
export function Finish({ place, standings, isReturn, ending }: Props) {
    const [open, setOpen] = useState(false);
    return (
        <section className="flex-1 px-4 py-8">
            <div data-read-aloud>
                <h2 className="text-3xl">
                    {isReturn
                        ? say('player.finish.that-was-it')
                        : place.title === ''
                          ? say('player.finish.this-round-is-over')
                          : place.title}
                </h2>
                <Rich text={place.message} className="mt-3 text-lg" />
                {standings !== null && isReturn && (
                    <p className="mt-4 text-lg">
                        {say('player.finish.still-there', {
                            there: standings.clear,
                            asked: Object.values(standings).reduce((sum, n) => sum + n, 0),
                        })}
                    </p>
                )}
                {standings !== null && !isReturn && <p className="mt-4 text-lg">{standingsInWords(standings)}.</p>}
                {place.score !== null && !isReturn && (
                    <p className="mt-1 text-lg">
                        {say('player.finish.of-points', {
                            points: points(place.score.points),
                            of: points(place.score.of),
                            provisional: place.score.provisional ? 'yes' : 'no',
                        })}
                    </p>
                )}
                {place.later !== null && later[place.later] !== undefined && (
                    <p className="mt-4 text-lg">
                        {say('player.finish.you-will-see', { what: standings === null ? 'how' : 'points', later: later[place.later] })}
                    </p>
                )}
                {place.left.length > 0 && (
                    <div className="mt-4">
                        <p className="font-semibold">{say('player.finish.not-yet-and-worth-another')}</p>
                        <ul className="mt-1 list-disc pl-5">
                            {place.left.map((text) => (
                                <li key={text}>{text}</li>
                            ))}
                        </ul>
                    </div>
                )}
            </div>
            <div className="mt-8 print:hidden">{ending}</div>
            {place.review.length > 0 && (
                <details className="mt-8 border-t border-line pt-4" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
                    <summary className="min-h-11 text-lg font-semibold">{say('player.finish.what-you-answered')}</summary>
                    <Button className="mt-2 min-h-11 print:hidden" onClick={() => window.print()}>
                        {say('player.finish.print-it')}
                    </Button>
                    <ol className="mt-2 grid gap-4">
                        {place.review.map((one, index) => (
                            <li key={index} className="border-b border-line pb-3">
                                <Rich text={one.question} className="font-semibold" />
                                {one.own !== null && (
                                    <div className="mt-1">
                                        <span className="text-soft">{say('player.finish.your-answer')} </span>
                                        {one.own.map((text, at) => (
                                            <Fragment key={text}>
                                                {at > 0 && ', '}
                                                <Rich inline text={text} />
                                            </Fragment>
                                        ))}
                                    </div>
                                )}
                                {one.standing !== null && (
                                    <p className="mt-1 flex items-center gap-2">
                                        <StandingMark standing={one.standing} /> {standingWords[one.standing]}
                                    </p>
                                )}
                                {one.feedback.map((text) => (
                                    <Rich key={text} text={text} className="mt-1" />
                                ))}
                                {one.revealed !== null && one.revealed.length > 0 && <RightAnswer lines={one.revealed} />}
                                {one.comment !== '' && (
                                    <p className="mt-1 border-l-4 border-accent pl-3">
                                        <span className="text-soft">{say('player.finish.your-teacher')} </span>
                                        {one.comment}
                                    </p>
                                )}
                            </li>
                        ))}
                    </ol>
                </details>
            )}
        </section>
    );
}
