import { useState } from 'react';
import type { Pile } from '../../api/types';
import { Button } from '../../ui/Button';
import { exact, near } from '../../ui/time';
import { listed, say } from '../../words/words';
import { Files } from './Files';
import { PhraseField } from './PhraseField';
import { type Step, steps } from './points';
import type { Done, Laid } from './usePile';

type Question = Pile['questions'][number];

interface Props {
    /** Answers that say the same, of which the first stands for all. */
    all: [Laid, ...Laid[]];
    question: Question;
    nameOf: (laid: Laid) => string;
    phrases: string[];
    /** Where it stands in the pile, so that the keys find it. */
    position: number;
    onSay: (all: Laid[], what: Done) => void;
    onTakeBack: (all: Laid[]) => void;
}

/** One answer, or several that say the same: read, given points and a word, or sent back to be written again. */
export function AnswerCard({ all, question, nameOf, phrases, position, onSay, onTakeBack }: Props) {
    const [first] = all;
    const [comment, setComment] = useState('');
    const { answer, done, gone } = first;
    // Whoever wrote it in two rounds is named once.
    const people = [...new Map(all.map((laid) => [laid.answer.student.id, laid])).values()];
    const names = listed(people.map(nameOf));
    const give = (share: number, sentBack = false) => onSay(all, { share, comment: comment.trim(), sentBack });
    if (done !== null || gone) {
        return (
            <article
                data-answer={position}
                tabIndex={-1}
                className="flex flex-wrap items-center gap-x-3 border-l-4 border-line py-1 pl-3 text-sm text-soft"
            >
                <span>{names}</span>
                <span role="status">
                    {gone || done === null
                        ? say('teacher.pile.read-by-another')
                        : done.sentBack
                          ? say('teacher.pile.sent-back')
                          : say('teacher.pile.given', { points: pointsOf(question, done.share), of: question.points })}
                </span>
                {done !== null && done.comment !== '' && <q className="truncate">{done.comment}</q>}
                {done !== null && (
                    <Button weight="quiet" onClick={() => onTakeBack(all)}>
                        {say('teacher.pile.take-back')}
                    </Button>
                )}
            </article>
        );
    }
    return (
        <article
            data-answer={position}
            tabIndex={-1}
            aria-label={say('teacher.pile.answer-of', { name: names })}
            className="grid gap-2 rounded-md border border-line bg-sheet p-3 [contain-intrinsic-size:auto_11rem] [content-visibility:auto] focus-within:border-accent focus:border-accent focus:outline-none"
        >
            <p className="flex flex-wrap items-baseline gap-x-3 text-sm text-soft">
                <span className="font-semibold text-ink">{names}</span>
                {people.length > 1 && <span>{say('teacher.pile.wrote-the-same', { n: people.length })}</span>}
                {all.length > people.length && <span>{say('teacher.pile.so-many-answers', { n: all.length })}</span>}
                {answer.number > 1 && <span>{say('teacher.pile.round', { number: answer.number })}</span>}
                {answer.judged !== null && (
                    <span>{say('teacher.points-by-hand.the-student-judged-it', { judged: answer.judged ? 'yes' : 'no' })}</span>
                )}
                <span className="ml-auto" title={exact(answer.at)}>
                    {near(answer.at)}
                </span>
            </p>
            {answer.comment !== '' && <p className="text-sm text-soft">{say('teacher.pile.you-said', { comment: answer.comment })}</p>}
            {answer.own.length > 0 && (
                <p className="text-lg whitespace-pre-wrap [overflow-wrap:anywhere]" dir="auto" lang={question.language}>
                    {answer.own.join(', ')}
                </p>
            )}
            <Files files={answer.files} />
            <PhraseField
                label={say('teacher.pile.comment-for', { name: names })}
                value={comment}
                phrases={phrases}
                onChange={setComment}
                onDone={() => give(1)}
            />
            <div className="flex flex-wrap items-center gap-2">
                {steps(question.points).map((step) => (
                    <Button key={step.share} aria-keyshortcuts={step.key} data-key={step.key} onClick={() => give(step.share)}>
                        {stepWords(question, step)} <kbd className="text-soft">{step.key}</kbd>
                    </Button>
                ))}
                <Button
                    weight="quiet"
                    className="ml-auto"
                    aria-keyshortcuts="b"
                    data-key="b"
                    disabled={comment.trim() === ''}
                    title={comment.trim() === '' ? say('teacher.pile.say-why') : undefined}
                    onClick={() => give(0, true)}
                >
                    {say('teacher.pile.send-back')} <kbd className="text-soft">B</kbd>
                </Button>
            </div>
            {answer.opensUntil !== null && comment.trim() !== '' && (
                <p className="text-right text-sm text-soft">{say('teacher.pile.opens-until', { time: near(answer.opensUntil) })}</p>
            )}
        </article>
    );
}

function pointsOf(question: Pick<Question, 'points'>, share: number): number {
    return Math.round(100 * share * question.points) / 100;
}

function stepWords(question: Question, step: Step): string {
    return question.points > 0
        ? say('teacher.pile.points', { points: step.points, of: question.points })
        : say('teacher.pile.without-points', { share: String(step.share) });
}
