import { useState } from 'react';
import { useParams } from 'react-router';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';
import { AskNow } from './AskNow';
import { CommentsList } from './CommentsList';
import { Deeds, Hands, LargeKey, MoodLine, Way } from './Lead';
import { MarkIt } from './MarkIt';
import { NotThere } from './NotThere';
import { QuickTask } from './QuickTask';
import { useSitting } from './useSitting';

/** A class is led from the teacher's own phone: what nobody else sees, and the one large key for the thumb. */
export function LeadPage() {
    const front = useSitting(useParams().sitting ?? '');
    const { sitting, why } = front;
    const [asking, setAsking] = useState(false);
    if (sitting === undefined) {
        return <NotThere front={front} />;
    }
    const isAsked = sitting.board.question !== null;
    const waiting = sitting.strip.students.filter((student) => !student.answered);
    return (
        <main className="mx-auto flex min-h-dvh max-w-xl flex-col px-4 pt-4">
            <h1 className="text-xl">{sitting.class.name}</h1>
            {why !== null && <Notice>{why}</Notice>}
            <p className="mt-2 text-lg tabular-nums" role="status">
                {!sitting.devices
                    ? ''
                    : isAsked
                      ? say('teacher.board.answered', { answered: sitting.answered, here: sitting.here, phase: sitting.phase })
                      : say('teacher.board.here', { count: sitting.here })}
                {sitting.strip.right !== null && ` · ${say('teacher.board.right-so-far', { right: sitting.strip.right })}`}
            </p>
            <div className="mt-3">
                <MoodLine mood={sitting.strip.mood} here={sitting.here} />
            </div>
            <div className="mt-4">
                {asking ? <AskNow front={front} onDone={() => setAsking(false)} /> : <Deeds front={front} onAsk={() => setAsking(true)} />}
            </div>
            <Hands front={front} />
            {isAsked && sitting.phase === 'answering' && waiting.length > 0 && (
                <details className="mt-4">
                    <summary className="min-h-11 content-center font-semibold">
                        {say('teacher.board.still-thinking', { count: waiting.length })}
                    </summary>
                    <p className="pb-2">{waiting.map((student) => student.name).join(', ')}</p>
                </details>
            )}
            {isAsked && (sitting.phase === 'closed' || sitting.phase === 'revealed') && (
                <details className="mt-4">
                    <summary className="min-h-11 content-center font-semibold">{say('teacher.board.their-answers')}</summary>
                    <ul className="grid gap-2 pb-2">
                        {sitting.strip.students
                            .filter((student) => student.own !== null && student.round !== null)
                            .map((student) => (
                                <li key={student.id} className="flex flex-wrap items-center justify-end gap-2 border-t border-line pt-2">
                                    <span className="w-full min-w-0 sm:w-auto sm:flex-1">
                                        <span className="block text-sm text-soft">{student.name}</span>
                                        <span className="line-clamp-2">{student.own}</span>
                                    </span>
                                    {student.forAPerson && student.round !== null && (
                                        <MarkIt sitting={sitting} round={student.round} name={student.name} />
                                    )}
                                    <Button
                                        className="min-h-11"
                                        disabled={front.busy}
                                        aria-label={say('teacher.board.show-answer-of', { name: student.name })}
                                        onClick={() => front.act('answer-shown', { round: student.round })}
                                    >
                                        {say('teacher.board.show-it')}
                                    </Button>
                                </li>
                            ))}
                    </ul>
                </details>
            )}
            {sitting.strip.comments !== null && <CommentsList comments={sitting.strip.comments} />}
            {sitting.devices && (
                <div className="mt-4">
                    <QuickTask front={front} />
                </div>
            )}
            <details className="mt-4 mb-4">
                <summary className="min-h-11 content-center font-semibold">{say('teacher.board.all-stops')}</summary>
                <Way front={front} />
            </details>
            <div className="sticky bottom-0 mt-auto border-t border-line bg-paper py-3 pb-[max(0.75rem,env(safe-area-inset-bottom))]">
                {!asking && <LargeKey front={front} onAsk={() => setAsking(true)} />}
            </div>
        </main>
    );
}
