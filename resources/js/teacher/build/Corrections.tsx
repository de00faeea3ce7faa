import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import type { Correction, Difference, QuizDocument } from '../../api/types';
import { changeInWords } from '../../quiz/changeWords';
import type { Edit } from '../../quiz/edits';
import { short } from '../../quiz/names';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { standingWords } from '../../ui/Standing';
import { near } from '../../ui/time';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { useRemarking } from '../useRemarking';
import { wordsOf } from './draft';

/** Quizzes in use can be mended: keys, points and wording reach every edition with rounds at once, and old answers are marked again. */
export function Corrections({ quiz, version, onMended }: { quiz: string; version: number; onMended: () => void }) {
    const path = { quiz };
    const difference = useQuery({
        queryKey: ['difference', quiz, version],
        queryFn: () => take(client.GET('/quizzes/{quiz}/difference', { params: { path } })) as Promise<Difference>,
        placeholderData: (before) => before,
    });
    const made = useQuery({
        queryKey: ['corrections', quiz],
        queryFn: () => take(client.GET('/quizzes/{quiz}/corrections', { params: { path } })),
    });
    const { busy, progress, changes, error, run } = useRemarking(quiz, onMended);
    const told = difference.data ?? null;
    const corrections = (told?.corrections ?? []) as Edit[];
    const structure = (told?.structure ?? []) as Edit[];
    const inForce = (made.data ?? []).filter((one) => !one.takenBack || one.elsewhere.length > 0);
    if (corrections.length === 0 && inForce.length === 0 && changes === null && error === null) {
        return null;
    }
    /** Each is a correction of its own, so that each can be taken back by itself. */
    const mendAll = async () => {
        for (const edit of corrections) {
            const body = { id: ulid(), version, label: changeInWords(told?.document as QuizDocument, [edit]), edits: [edit] };
            await take(client.POST('/quizzes/{quiz}/corrections', { params: { path }, body }));
        }
    };
    return (
        <div className="grid gap-2 px-5 pb-3 text-sm">
            {corrections.length > 0 && told !== null && (
                <div className="flex flex-wrap items-start gap-3">
                    <details>
                        <summary className="min-h-9 content-center">
                            {structure.length > 0
                                ? say('build.corrections.some-of-what-you-changed')
                                : say('build.corrections.what-you-changed-are-mends')}{' '}
                            <b>{say('build.corrections.can-reach-the-quiz-in', { mends: corrections.length })}</b>
                        </summary>
                        <ul className="mt-1 grid gap-0.5 pl-4">
                            {corrections.map((edit, index) => (
                                <li key={index}>
                                    {changeInWords(told.document as QuizDocument, [edit])}
                                    <Became edit={edit} />
                                </li>
                            ))}
                            {structure.map((edit, index) => (
                                <li key={index} className="text-soft">
                                    {say('build.corrections.with-the-next-edition', {
                                        changeInWords: changeInWords(told.document as QuizDocument, [edit]),
                                    })}
                                </li>
                            ))}
                        </ul>
                    </details>
                    <Button disabled={busy} onClick={() => void run(mendAll)}>
                        {say('build.corrections.mend-the-quiz-in-use')}
                    </Button>
                </div>
            )}
            {progress !== null && (
                <p role="status">
                    {say('build.corrections.marking-again-of-rounds', { left: progress.total - progress.left, total: progress.total })}
                </p>
            )}
            {changes !== null && (
                <Notice tone="well">
                    {changes.length === 0
                        ? say('build.corrections.no-standing-changed')
                        : say('build.corrections.old-answers-were-marked-again', {
                              changes: changes
                                  .slice(0, 6)
                                  .map((change) => `${change.student}: ${standingWords[change.before]} → ${standingWords[change.after]}`)
                                  .join('; '),
                              more: Math.max(0, changes.length - 6),
                          })}
                </Notice>
            )}
            {error !== null && <Notice>{error}</Notice>}
            {inForce.length > 0 && (
                <details>
                    <summary className="font-semibold">
                        {say('build.corrections.mends-in-force', { count: inForce.filter((one) => !one.takenBack).length })}
                    </summary>
                    <ul className="mt-1 grid gap-1">
                        {inForce.map((one) => (
                            <Made
                                key={one.id}
                                correction={one}
                                takeBack={() =>
                                    void run(() =>
                                        take(
                                            client.DELETE('/quizzes/{quiz}/corrections/{correction}', {
                                                params: { path: { quiz, correction: one.id } },
                                            }),
                                        ),
                                    )
                                }
                                layOver={(edition) =>
                                    void run(() =>
                                        take(
                                            client.POST('/quizzes/{quiz}/corrections/{correction}/editions/{number}', {
                                                params: { path: { quiz, correction: one.id, number: String(edition) } },
                                            }),
                                        ),
                                    )
                                }
                            />
                        ))}
                    </ul>
                </details>
            )}
        </div>
    );
}

/** A correction that was made: what it did, where it did not fit, and the way back. */
function Made({ correction, takeBack, layOver }: { correction: Correction; takeBack: () => void; layOver: (edition: number) => void }) {
    const { takenBack, marked } = correction;
    return (
        <li className="flex flex-wrap items-center gap-2">
            <span>
                {near(correction.madeAt)}: {correction.label}
                {correction.edits.map((edit, index) => (
                    <Became key={index} edit={edit as Edit} before={correction.inverse[index] as Edit | undefined} />
                ))}
                {takenBack
                    ? `, ${say('build.corrections.taken-back')}`
                    : marked !== null && `, ${say('build.corrections.marked-again', { rounds: marked })}`}
            </span>
            {correction.elsewhere.map((one) => (
                <span key={one.edition} className="text-soft">
                    {say(takenBack ? 'build.corrections.stays-in-edition' : 'build.corrections.not-in-edition', {
                        edition: one.edition,
                        reason: one.reason === 'changed' ? 'changed' : 'gone',
                        stands: inWords(one.stands),
                    })}
                    {!takenBack && one.reason === 'changed' && (
                        <Button weight="quiet" onClick={() => layOver(one.edition)}>
                            {say('build.corrections.mend-it-there-too')}
                        </Button>
                    )}
                </span>
            ))}
            {!takenBack && (
                <Button weight="quiet" onClick={takeBack}>
                    {say('build.corrections.take-it-back')}
                </Button>
            )}
        </li>
    );
}

/** What stood there, and what stands there now. */
function Became({ edit, before }: { edit: Edit; before?: Edit | undefined }) {
    if (edit.do === 'insert') {
        return <span>: “{inWords(edit.node)}”</span>;
    }
    if (edit.do !== 'set') {
        return null;
    }
    const isKnown = before?.do === 'set' && 'value' in before;
    return (
        <span>
            :{' '}
            {say('build.corrections.became', {
                isKnown: isKnown ? 'yes' : 'no',
                stood: isKnown ? inWords(before.value) : '',
                stands: inWords(edit.value),
            })}
        </span>
    );
}

/** A value of the document in a few words. */
function inWords(value: unknown): string {
    if (value === null || value === undefined) {
        return say('build.corrections.nothing');
    }
    if (typeof value === 'boolean') {
        return say(value ? 'build.corrections.right' : 'build.corrections.not-right');
    }
    const said = typeof value === 'object' ? (value as { key?: unknown; text?: unknown }) : {};
    const words = (wordsOf(value) || wordsOf(said.key) || wordsOf(said.text)).trim();
    return short(words !== '' ? words : typeof value === 'object' ? JSON.stringify(value) : String(value), 60);
}
