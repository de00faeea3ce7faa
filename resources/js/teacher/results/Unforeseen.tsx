import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { client, take } from '../../api/client';
import type { Evidence, QuizDocument } from '../../api/types';
import type { Edit } from '../../quiz/edits';
import { questionName } from '../../quiz/names';
import { findQuestion } from '../../quiz/places';
import { foreseeing } from '../../quiz/workings';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { ulid } from '../../ui/ulid';
import { listed, say } from '../../words/words';
import { useRemarking } from '../useRemarking';

type Given = Evidence['unforeseen'][number];

/** An answer that was foreseen just now, and the correction that did it. */
interface Foreseen {
    text: string;
    question: string;
    right: boolean;
    correction: string;
}

interface Props {
    quiz: string;
    document: QuizDocument;
    evidence: Evidence;
}

/** Wrong answers that several typed and nobody foresaw: how many, how they did, which slip leads there; foreseen by one press. */
export function Unforeseen({ quiz, document, evidence }: Props) {
    const [done, setDone] = useState<Foreseen | null>(null);
    const { busy, progress, changes, error, run } = useRemarking(quiz);
    // Pressed again after it broke off, it goes on with what was made then: nothing is laid twice.
    const begun = useRef(new Map<string, { id: string; edit: Edit }[]>());
    const foresee = async (given: Given, right: boolean) => {
        const question = findQuestion(document, given.question);
        if (question === null) {
            return;
        }
        const into = given.gap ?? question.id;
        const key = `${into} ${given.text} ${right}`;
        const steps =
            begun.current.get(key) ??
            foreseeing(document, into, given.text, given.ways[0] ?? null, right).map((edit) => ({ id: ulid(), edit }));
        begun.current.set(key, steps);
        const went = await run(async () => {
            const { version } = await take(client.GET('/quizzes/{quiz}', { params: { path: { quiz } } }));
            const label = say('teacher.evidence.foresees', { text: given.text, right: right ? 'yes' : 'no' });
            // A misconception stays, whatever becomes of the answer that first showed it.
            for (const { id, edit } of steps) {
                await take(
                    client.POST('/quizzes/{quiz}/corrections', { params: { path: { quiz } }, body: { id, version, label, edits: [edit] } }),
                );
            }
        });
        if (went) {
            begun.current.delete(key);
        }
        setDone(went ? { text: given.text, question: given.question, right, correction: steps.at(-1)?.id ?? '' } : null);
    };
    const takeBack = async ({ correction }: Foreseen) => {
        const went = await run(() =>
            take(client.DELETE('/quizzes/{quiz}/corrections/{correction}', { params: { path: { quiz, correction } } })),
        );
        setDone((before) => (went ? null : before));
    };
    if (evidence.unforeseen.length === 0 && done === null) {
        return null;
    }
    return (
        <section aria-labelledby="unforeseen" className="min-w-0">
            <h2 id="unforeseen" className="mb-1 text-xl">
                {say('teacher.evidence.nobody-foresaw')}
            </h2>
            <p className="mb-2 text-sm text-soft">{say('teacher.evidence.typed-by-several')}</p>
            {error !== null && <Notice>{error}</Notice>}
            {progress !== null && (
                <p role="status" className="mb-2 text-sm">
                    {say('build.corrections.marking-again-of-rounds', { left: progress.total - progress.left, total: progress.total })}
                </p>
            )}
            {done !== null && changes !== null && (
                <Notice tone="well">
                    <p className="flex flex-wrap items-center gap-x-3">
                        {say('teacher.evidence.foreseen', { text: done.text, right: done.right ? 'yes' : 'no' })}
                        <Link className="underline" to={`/quizzes/${quiz}?at=${done.question}`}>
                            {say('teacher.evidence.answer-it')}
                        </Link>
                        <Button weight="quiet" disabled={busy} onClick={() => void takeBack(done)}>
                            {say('teacher.evidence.undo-foreseen')}
                        </Button>
                    </p>
                </Notice>
            )}
            <ul className="mt-2 grid gap-2 text-sm">
                {evidence.unforeseen.map((one) => (
                    <li key={`${one.question} ${one.gap} ${one.text}`} className="rounded-md border border-line bg-sheet px-3 py-2">
                        <p className="flex flex-wrap items-baseline gap-x-3">
                            <q className="text-lg font-semibold [overflow-wrap:anywhere]">{one.text}</q>
                            <Link className="min-w-0 truncate text-soft underline" to={`/quizzes/${quiz}?at=${one.question}`}>
                                {placeOf(document, one)}
                            </Link>
                        </p>
                        <div className="flex flex-wrap items-center gap-x-3">
                            <div className="mr-auto">
                                <p>
                                    {say('teacher.evidence.gave-it', {
                                        n: one.n,
                                        of: evidence.students,
                                        percent: Math.round(100 * one.score),
                                    })}
                                </p>
                                {one.ways.length > 0 && (
                                    <p>
                                        {say('teacher.evidence.slip-leads-there', {
                                            n: one.ways.length,
                                            ways: listed(one.ways.map((slips) => slips.join(', '))),
                                        })}
                                    </p>
                                )}
                            </div>
                            <Button
                                disabled={busy}
                                aria-label={say('teacher.evidence.foresee-as', { text: one.text })}
                                onClick={() => void foresee(one, false)}
                            >
                                {say('teacher.evidence.foresee')}
                            </Button>
                            <Button
                                weight="quiet"
                                disabled={busy}
                                aria-label={say('teacher.evidence.accept-as', { text: one.text })}
                                onClick={() => void foresee(one, true)}
                            >
                                {say('teacher.evidence.accept')}
                            </Button>
                        </div>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** The question, or which of its gaps. */
function placeOf(document: QuizDocument, { question, gap }: Given): string {
    const name = questionName(document, question);
    const at = findQuestion(document, question)?.gaps?.findIndex(({ id }) => id === gap) ?? -1;
    return at < 0 ? name : say('teacher.evidence.in-gap', { number: at + 1, question: name });
}
